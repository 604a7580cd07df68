using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Levels;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// How loud sounds are along their course (<c>.loudness</c>, listened to once for a file), and what was measured of shows (kept while the process runs).
/// </summary>
/// <param name="derived">Where it is kept.</param>
/// <param name="open">Opens what a cue plays; its sound was made ready.</param>
public sealed class LoudnessTracks(DerivedFiles derived, Func<SoundSource, ISoundReader> open) : ILoudness, IDisposable
{
    /// <summary>How much is kept in memory, in bytes: an hour of a sound comes to four million.</summary>
    private const long MostBytes = 128_000_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);

    /// <inheritdoc/>
    public LoudnessTrack TrackOf(SoundSource source)
    {
        if (_kept.TryGetValue(source, out LoudnessTrack? known)) return known!;
        var track = source.Cut is null ? OfFile(source) : LoudnessTrack.Of(open(source), CancellationToken.None);
        // What cannot be read now is silent, and is not kept as such.
        return track.Bytes > LoudnessTrack.EmptyBytes ? _kept.Keep(source, track, track.Bytes) : track;
    }

    /// <summary>Listens to what cues play, where that has not been done.</summary>
    /// <param name="sources">What they play.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task PrepareAsync(IEnumerable<SoundSource> sources, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(sources);
        foreach (var source in sources.Where(s => s.Cut is null).Distinct())
        {
            if (open(source).Frames == 0) continue;
            await derived.GetAsync(
                NameOf(source),
                (partial, token) => File.WriteAllBytesAsync(partial, LoudnessTrack.Of(open(source), token).ToBytes(), token),
                cancel);
        }
    }

    /// <summary>Forgets what was measured: a sound is read again that was read, or stood in for, before.</summary>
    public void Forget() => _kept.Clear();

    /// <inheritdoc/>
    public ISoundReader Open(SoundSource source) => open(source);

    /// <inheritdoc/>
    public T Get<T>(object key, Func<T> measure, long bytes)
        where T : class
    {
        ArgumentNullException.ThrowIfNull(measure);
        return _kept.TryGetValue(key, out T? known) ? known! : _kept.Keep(key, measure(), bytes);
    }

    /// <inheritdoc/>
    public void Dispose() => _kept.Dispose();

    /// <summary>Whether what a cue plays has been measured, or takes no reading to measure.</summary>
    public bool Knows(SoundSource source) => source.Cut is not null || _kept.TryGetValue(source, out LoudnessTrack? _) || derived.Has(NameOf(source)) || open(source).Frames == 0;

    private LoudnessTrack OfFile(SoundSource source)
    {
        try
        {
            return LoudnessTrack.FromBytes(File.ReadAllBytes(derived.PathOf(NameOf(source))));
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            return LoudnessTrack.Of(open(source), CancellationToken.None);
        }
    }

    // The number goes up with what is kept there.
    private static string NameOf(SoundSource source) => $"sounds/{source.Media}{(source.Speed == 1 ? "" : $"-{BitConverter.DoubleToInt64Bits(source.Speed):x}")}.1.loudness";
}
