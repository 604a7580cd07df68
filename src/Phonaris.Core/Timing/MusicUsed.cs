using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>The music used in a show, as rights holders ask for it: title, author, length, start and end. Frames are at 48 kHz.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="TotalFrames">The running time.</param>
/// <param name="Uses">Each use of a sound, by start; manual cues as if they began with their slide.</param>
public sealed record MusicUsed(string Title, long TotalFrames, ValueList<MusicUse> Uses)
{
    /// <summary>What plays within a stretch, trimmed to it. Times count from the beginning of the stretch.</summary>
    /// <param name="fromFrame">The first frame.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public MusicUsed Within(long fromFrame, long toFrame) => new(Title, toFrame - fromFrame,
    [
        .. Uses.Where(u => u.StartFrame < toFrame && u.EndFrame > fromFrame)
            .Select(u => u with { StartFrame = Math.Max(u.StartFrame, fromFrame) - fromFrame, EndFrame = Math.Min(u.EndFrame, toFrame) - fromFrame }),
    ]);

    /// <summary>The music used in a show.</summary>
    /// <param name="timed">The show with its times.</param>
    public static MusicUsed Of(TimedShow timed)
    {
        ArgumentNullException.ThrowIfNull(timed);
        var (show, schedule) = (timed.Show, timed.Schedule);
        return new(show.Title, timed.Order.TotalFrames, [.. schedule.Audible.Concat(schedule.AudibleManually).OrderBy(c => c.StartFrame).Select(c =>
        {
            var sound = show.Sound(c.SoundId);
            var rights = sound.Rights;
            return new MusicUse(rights.Title.Length > 0 ? rights.Title : sound.Name, rights.Author, rights.Source, rights.Licence, sound.Kind, c.StartFrame, c.EndFrame, c.ByHand);
        })]);
    }
}

/// <summary>One use of a sound.</summary>
/// <param name="Title">The piece's title.</param>
/// <param name="Author">Its author; empty when unknown, like the other texts.</param>
/// <param name="Source">Where it was obtained.</param>
/// <param name="Licence">An SPDX licence identifier, or free text.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="StartFrame">When it begins.</param>
/// <param name="EndFrame">When it ends.</param>
/// <param name="ByHand">Whether it is triggered manually.</param>
public sealed record MusicUse(string Title, string Author, string Source, string Licence, SoundKind Kind, long StartFrame, long EndFrame, bool ByHand);
