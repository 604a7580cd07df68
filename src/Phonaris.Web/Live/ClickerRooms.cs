using System.Collections.Concurrent;
using System.Net;
using System.Security.Cryptography;

namespace Phonaris.Web.Live;

/// <summary>
/// The runs that phones may join, each by its code. The one who has the code can move the slides and start what is triggered manually, and nothing
/// else; after five wrong tries from an address every further one from there has to wait, longer each time.
/// </summary>
internal sealed class ClickerRooms(TimeProvider clock)
{
    /// <summary>Wrong tries that cost nothing.</summary>
    public const int FreeTries = 5;

    private static readonly TimeSpan FirstWait = TimeSpan.FromSeconds(5), LongestWait = TimeSpan.FromMinutes(5), Forgotten = TimeSpan.FromHours(1);

    private readonly ConcurrentDictionary<string, ClickerRoom> _rooms = new();
    private readonly Dictionary<IPAddress, WrongTries> _wrong = [];
    private readonly Lock _lock = new();

    /// <summary>Whether any run can be joined.</summary>
    public bool Any => !_rooms.IsEmpty;

    /// <summary>Opens a run to phones; one that is open keeps its code.</summary>
    public ClickerRoom Open(string runId) => _rooms.GetOrAdd(runId, id => new(id, $"{RandomNumberGenerator.GetInt32(1_000_000):000000}"));

    /// <summary>Closes a run to phones; those that joined are shut out.</summary>
    public void Close(string runId) => _rooms.TryRemove(runId, out _);

    /// <summary>The room of a run, or null.</summary>
    public ClickerRoom? Of(string runId) => _rooms.GetValueOrDefault(runId);

    /// <summary>Lets a phone in.</summary>
    /// <param name="code">The code it was given.</param>
    /// <param name="from">Its address; null where that is not known, which counts as one address.</param>
    /// <returns>What it shows from now on.</returns>
    /// <exception cref="RuleException">The code is wrong, or too many were.</exception>
    public string Join(string code, IPAddress? from)
    {
        lock (_lock)
        {
            var now = clock.GetUtcNow();
            // This machine too: another user of it, or a page in its browser, may try codes.
            var address = from ?? IPAddress.None;
            var tries = _wrong.GetValueOrDefault(address);
            if (now < tries.ClosedUntil) throw new RuleException($"Too many wrong codes. Try again in {Math.Ceiling((tries.ClosedUntil - now).TotalSeconds):0} seconds.", "code");
            if (_rooms.Values.FirstOrDefault(r => CryptographicOperations.FixedTimeEquals(Bytes(r.Code), Bytes(code))) is { } room)
            {
                _wrong.Remove(address);
                return room.Admit();
            }
            Remember(address, tries.Count + 1, now);
            throw new RuleException("Wrong code. The presenter finds it under Clicker.", "code");
        }
    }

    private void Remember(IPAddress address, int count, DateTimeOffset now)
    {
        foreach (var old in _wrong.Where(w => w.Value.At < now - Forgotten).Select(w => w.Key).ToList()) _wrong.Remove(old);
        var wait = count < FreeTries ? TimeSpan.Zero : TimeSpan.FromTicks(Math.Min(LongestWait.Ticks, FirstWait.Ticks << Math.Min(20, count - FreeTries)));
        _wrong[address] = new(count, now, now + wait);
    }

    private readonly record struct WrongTries(int Count, DateTimeOffset At, DateTimeOffset ClosedUntil);

    /// <summary>The room a phone was let into, or null.</summary>
    public ClickerRoom? ByToken(string token) => _rooms.Values.FirstOrDefault(r => r.Knows(token));

    private static byte[] Bytes(string text) => System.Text.Encoding.UTF8.GetBytes(text.Trim());
}

/// <summary>A run that phones may join.</summary>
/// <param name="runId">The run.</param>
/// <param name="code">Its code.</param>
internal sealed class ClickerRoom(string runId, string code)
{
    private const int MostPhones = 20;

    private readonly ConcurrentQueue<string> _tokens = new();

    public string RunId => runId;

    public string Code => code;

    /// <summary>What phones show; the presenter's page tells it.</summary>
    public ClickerState State { get; set; } = new("", "", "", []);

    public int Phones => _tokens.Count;

    public bool Knows(string token) => _tokens.Contains(token);

    public string Admit()
    {
        var token = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
        _tokens.Enqueue(token);
        while (_tokens.Count > MostPhones) _tokens.TryDequeue(out _);
        return token;
    }
}

/// <summary>What a clicker shows.</summary>
/// <param name="Slide">The slide's title.</param>
/// <param name="Where">Which of how many it is.</param>
/// <param name="Next">What the next stroke does to the sounds, and which comes after that.</param>
/// <param name="ByHand">The names of what can be started by hand, in the order of its keys.</param>
public sealed record ClickerState(string Slide, string Where, string Next, ValueList<string> ByHand);
