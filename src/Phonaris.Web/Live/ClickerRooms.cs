using System.Collections.Concurrent;
using System.Net;
using System.Security.Cryptography;

namespace Phonaris.Web.Live;

/// <summary>
/// The runs that phones may join, each by its code. A phone that joined can move the slides and trigger manual cues, nothing
/// else. After five wrong codes from an address, every further attempt from there has to wait, longer each time.
/// </summary>
internal sealed class ClickerRooms(TimeProvider clock)
{
    /// <summary>Wrong codes without a delay.</summary>
    public const int FreeTries = 5;

    private static readonly TimeSpan FirstWait = TimeSpan.FromSeconds(5), LongestWait = TimeSpan.FromMinutes(5), Forgotten = TimeSpan.FromHours(1);

    private readonly ConcurrentDictionary<string, ClickerRoom> _rooms = new();
    private readonly Dictionary<IPAddress, WrongTries> _wrong = [];
    private readonly Lock _lock = new();

    /// <summary>Whether any run can be joined.</summary>
    public bool Any => !_rooms.IsEmpty;

    /// <summary>Opens a run to phones; an open one keeps its code.</summary>
    public ClickerRoom Open(string runId) => _rooms.GetOrAdd(runId, id => new(id, $"{RandomNumberGenerator.GetInt32(1_000_000):000000}"));

    /// <summary>Closes a run to phones, and disconnects those that joined.</summary>
    public void Close(string runId) => _rooms.TryRemove(runId, out _);

    /// <summary>The room of a run, or null.</summary>
    public ClickerRoom? Of(string runId) => _rooms.GetValueOrDefault(runId);

    /// <summary>Lets a phone join.</summary>
    /// <param name="code">The code entered.</param>
    /// <param name="from">Its address; null when unknown, which counts as one address.</param>
    /// <returns>Its token.</returns>
    /// <exception cref="RuleException">The code is wrong, or there were too many attempts.</exception>
    public string Join(string code, IPAddress? from)
    {
        lock (_lock)
        {
            var now = clock.GetUtcNow();
            // Applies to this machine too: another user, or a page in the browser, could try codes.
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

    /// <summary>The room a phone has joined, or null.</summary>
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

    /// <summary>The state to show on phones, sent by the presenter's page.</summary>
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

/// <summary>The state of a clicker.</summary>
/// <param name="Slide">The slide's title.</param>
/// <param name="Where">The slide's number, of how many.</param>
/// <param name="Next">What the next key does to the sounds, and what comes after it.</param>
/// <param name="ByHand">The names of the manual cues, in the order of their keys.</param>
public sealed record ClickerState(string Slide, string Where, string Next, ValueList<string> ByHand);
