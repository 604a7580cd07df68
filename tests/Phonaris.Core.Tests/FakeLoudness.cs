using System.Collections.Concurrent;
using Phonaris.Core.Checking;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Loudness of made-up sounds: stores measurements and counts how often sounds were read for them.</summary>
/// <param name="open">Opens what a cue plays.</param>
internal sealed class FakeLoudness(Func<SoundSource, ISoundReader> open) : ILoudness
{
    private readonly ConcurrentDictionary<object, object> _kept = new();
    private int _measured;

    /// <summary>How often two sounds were measured together.</summary>
    public int Measured => _measured;

    /// <summary>The analyses.</summary>
    public Listened Listened(FitOf? fit = null) => new(fit, media => TrackOf(new(media, 1)));

    /// <summary>The findings of checks in a show with these sounds.</summary>
    public ValueList<Finding> Findings(Show show, FitOf? fit = null, SoundFiles? files = null) =>
        Checks.Of(new(TimedShow.Of(show, Listened(fit)), this, files ?? new(new Dictionary<string, string>(), _ => 1_000)));

    public ISoundReader Open(SoundSource source) => open(source);

    public LoudnessTrack TrackOf(SoundSource source) => (LoudnessTrack)_kept.GetOrAdd(source, _ => LoudnessTrack.Of(open(source), CancellationToken.None));

    public T Get<T>(object key, Func<T> measure, long bytes)
        where T : class => (T)_kept.GetOrAdd(key, _ =>
    {
        if (typeof(T) == typeof(double[])) Interlocked.Increment(ref _measured);
        return measure();
    });
}
