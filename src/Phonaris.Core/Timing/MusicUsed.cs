using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>What was played in a show, as the one who keeps rights in it asks: whose it is, how long, and from when to when. Frames are at 48 kHz.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="TotalFrames">The running time.</param>
/// <param name="Uses">Each time a sound is heard, in the order they begin; those by hand as if that came with their slide.</param>
public sealed record MusicUsed(string Title, long TotalFrames, ValueList<MusicUse> Uses)
{
    /// <summary>What is played in a stretch of it, each as long as it is heard there. Times count from where the stretch begins.</summary>
    /// <param name="fromFrame">The first frame.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public MusicUsed Within(long fromFrame, long toFrame) => new(Title, toFrame - fromFrame,
    [
        .. Uses.Where(u => u.StartFrame < toFrame && u.EndFrame > fromFrame)
            .Select(u => u with { StartFrame = Math.Max(u.StartFrame, fromFrame) - fromFrame, EndFrame = Math.Min(u.EndFrame, toFrame) - fromFrame }),
    ]);

    /// <summary>What is played in a show.</summary>
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

/// <summary>A sound heard once.</summary>
/// <param name="Title">The piece's title.</param>
/// <param name="Author">Who made it; empty where that is not known, as are all of these.</param>
/// <param name="Source">Where it was got from.</param>
/// <param name="Licence">An SPDX licence identifier, or free words.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="StartFrame">When it begins.</param>
/// <param name="EndFrame">When it ends.</param>
/// <param name="ByHand">Whether it is triggered manually.</param>
public sealed record MusicUse(string Title, string Author, string Source, string Licence, SoundKind Kind, long StartFrame, long EndFrame, bool ByHand);
