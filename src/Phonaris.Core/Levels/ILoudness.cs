using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>The loudness of a show's sounds, and a cache of measurements, so that little has to be measured again after an edit.</summary>
public interface ILoudness
{
    /// <summary>The loudness of a source over time.</summary>
    LoudnessTrack TrackOf(SoundSource source);

    /// <summary>The decoded samples of a source.</summary>
    ISoundReader Open(SoundSource source);

    /// <summary>The cached value of a key, measured now when it is missing.</summary>
    /// <param name="key">The key: equal for equal results.</param>
    /// <param name="measure">Measures it.</param>
    /// <param name="bytes">Its approximate size in bytes.</param>
    T Get<T>(object key, Func<T> measure, long bytes)
        where T : class;
}
