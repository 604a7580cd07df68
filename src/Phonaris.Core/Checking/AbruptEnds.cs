using System.Numerics.Tensors;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Checking;

/// <summary>Beds that stop abruptly.</summary>
public sealed class AbruptEnds : ICheck
{
    /// <summary>The longest fade that still sounds like none, in milliseconds.</summary>
    internal const long SoftMs = 200;

    /// <summary>How much of its end is measured, in steps of 10 ms.</summary>
    private const int LastSteps = 10;

    /// <summary>How far its end may be below the whole and still be abrupt, in LU.</summary>
    private const double LoudLu = 12;

    /// <inheritdoc/>
    public string Name => "abrupt-end";

    /// <inheritdoc/>
    public string LooksFor => "A bed that stops abruptly while it is loud.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from heard in show.Heard
            where heard.Sound.Kind == SoundKind.Bed && !heard.Place.EndsItself && heard.Place.Ending.Ms < SoftMs && heard.Place.FadeOut.Frames < SoftMs * Frames.PerMs && heard.Place.LengthFrames > Frames.PerSecond
            where EndsLoud(show, heard)
            let at = show.Order.At(heard.Place.EndFrame - 1)
            // A fade longer than a quarter of a short bed would make it too quiet.
            let fade = CueDefaults.FadeOut with { Ms = Math.Min(CueDefaults.FadeOut.Ms, heard.Place.LengthFrames / Frames.PerMs / 4 / 50 * 50) }
            select new Finding(
                Name, Severity.Audible, [heard.Cue.Id], at.SlideId, $"{heard.Sound.Name} stops abruptly on slide {at.Number}.",
                [new Fix($"Fade it out over {Wording.Seconds(fade.Ms)}", new SetFade(heard.Cue.Id, FadeEnd.Out, fade), Safe: true)]);
    }

    /// <summary>Whether its last moment is nearly as loud as the whole.</summary>
    private static bool EndsLoud(CheckedShow show, HeardCue heard)
    {
        if (show.LevelsOf(heard.Cue.Id)?.IntegratedLufs is not { } lufs) return false;
        var track = show.TrackOf(heard.Place);
        var last = track.Energies.AsSpan(Math.Max(0, track.Energies.Length - LastSteps - 1))[..^1];
        return TensorPrimitives.Sum(last) / (last.Length * Loudness.StepFrames) > Loudness.MeanSquare(lufs - LoudLu);
    }
}
