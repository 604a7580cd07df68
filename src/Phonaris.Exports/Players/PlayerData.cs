using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Exports.Players;

/// <summary>The show data of a player: everything it needs without a server.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="Run">The show and its live plan with stems.</param>
/// <param name="AdvanceMode">How it advances by default.</param>
/// <param name="Pictures">The files of pictures, by slide and step.</param>
/// <param name="Spots">The files of hotspots, by cue.</param>
/// <param name="Videos">The files of videos, by their ids.</param>
/// <param name="Captions">The captions of each slide.</param>
/// <param name="Credits">The credits of the sounds.</param>
/// <param name="PiecesAtOnce">The number of pieces of a stem in one file.</param>
public sealed record PlayerData(
    string Title, RunView Run, AdvanceMode AdvanceMode, IReadOnlyDictionary<string, string> Pictures, IReadOnlyDictionary<string, string> Spots, IReadOnlyDictionary<string, string> Videos,
    IReadOnlyDictionary<string, IReadOnlyList<PlayerCaption>> Captions,
    IReadOnlyList<string> Credits, int PiecesAtOnce)
{
    /// <summary>Makes the data of a player, with no more of the show than it needs.</summary>
    /// <param name="timed">The show with its times.</param>
    /// <param name="stems">The stems of its cues.</param>
    /// <param name="seen">The files of pictures and videos.</param>
    /// <param name="byHand">Whether it is advanced manually; null to use the show's setting.</param>
    /// <param name="piecesAtOnce">The number of pieces of a stem in one file.</param>
    internal static PlayerData Of(
        TimedShow timed, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> stems, SeenFiles seen, bool? byHand, int piecesAtOnce)
    {
        var show = timed.Show;
        var shown = timed.Order.Slides;
        var run = RunView.Of("player", 0, timed, LivePlan.Of(timed), stems, shownElsewhere: false);
        return new(
            show.Title, run with { Show = Bare(run.Show), PlannedSilences = new Dictionary<string, string>() },
            byHand ?? !show.Showing.ByItself ? AdvanceMode.Hand : show.Loops() ? AdvanceMode.ForEver : AdvanceMode.Plan,
            seen.Pictures, seen.Spots, seen.Videos,
            shown.ToDictionary(s => s.SlideId, s => (IReadOnlyList<PlayerCaption>)[.. Caption.Of(show, [s]).Select(c => new PlayerCaption(c.StartFrame / Frames.PerMs, c.EndFrame / Frames.PerMs, c.Lines))]),
            Core.Shows.Credits.Of(show), piecesAtOnce);
    }

    /// <summary>The show without what a viewer has no business with.</summary>
    private static Show Bare(Show show) => show with
    {
        Slides = [.. show.Slides.Where(s => !s.Hidden).Select(s => s with { Text = "", Notes = "", Deck = "" })],
        Sounds = [],
        Cues = [.. show.Cues.Where(c => c.Hotspot is not null)],
        Sections = [],
    };
}

/// <summary>A caption of a slide.</summary>
/// <param name="FromMs">When it appears, in milliseconds from the slide's beginning.</param>
/// <param name="ToMs">When it disappears.</param>
/// <param name="Lines">Its lines.</param>
public sealed record PlayerCaption(long FromMs, long ToMs, ValueList<string> Lines);

/// <summary>The files of pictures and videos in a player.</summary>
/// <param name="Pictures">Pictures, by slide and step.</param>
/// <param name="Spots">Hotspots, by cue.</param>
/// <param name="Videos">Videos, by their ids.</param>
internal sealed record SeenFiles(IReadOnlyDictionary<string, string> Pictures, IReadOnlyDictionary<string, string> Spots, IReadOnlyDictionary<string, string> Videos);
