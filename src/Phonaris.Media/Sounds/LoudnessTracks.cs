using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Levels;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// The loudness of sounds over time (<c>.loudness</c>, measured once for each file), and measurements of shows (cached while the process runs).
/// </summary>
/// <param name="derived">The derived files.</param>
/// <param name="open">Opens what a cue plays; its sound must be prepared.</param>
public sealed class LoudnessTracks(DerivedFiles derived, Func<SoundSource, ISoundReader> open) : ILoudness, IDisposable
{
    /// <summary>The cache size in bytes: an hour of sound takes four million.</summary>
    private const long MostBytes = 128_000_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);

    /// <inheritdoc/>
    public LoudnessTrack TrackOf(SoundSource source)
    {
        if (_kept.TryGetValue(source, out LoudnessTrack? known)) return known!;
        var track = source.Cut is null ? OfFile(source) : LoudnessTrack.Of(open(source), CancellationToken.None);
        // An unreadable sound counts as silent, and the result is not stored.
        return track.Bytes > LoudnessTrack.EmptyBytes ? _kept.Keep(source, track, track.Bytes) : track;
    }

    /// <summary>Measures what cues play, where it has not been measured.</summary>
    /// <param name="sources">The sources of the cues.</param>
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

    /// <summary>Discards measurements: a sound can be read again, or differs from its silent replacement.</summary>
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

    /// <summary>Whether a source has been measured, or can be measured without reading its file.</summary>
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

    // The number is increased when the stored format changes.
    private static string NameOf(SoundSource source) => $"sounds/{source.Media}{(source.Speed == 1 ? "" : $"-{BitConverter.DoubleToInt64Bits(source.Speed):x}")}.1.loudness";
}
