using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>The sounds of a show as they are measured, and what was measured of it before: where little was edited, little is measured again.</summary>
public interface ILoudness
{
    /// <summary>How loud a source is along its course.</summary>
    LoudnessTrack TrackOf(SoundSource source);

    /// <summary>The decoded samples of a source.</summary>
    ISoundReader Open(SoundSource source);

    /// <summary>What is kept under a name, measured now where it is not.</summary>
    /// <param name="key">Its name: a value, equal for what comes to the same.</param>
    /// <param name="measure">Measures it.</param>
    /// <param name="bytes">About what it holds, in bytes.</param>
    T Get<T>(object key, Func<T> measure, long bytes)
        where T : class;
}
