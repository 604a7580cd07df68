using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Exports.Players;

/// <summary>What a player is given of a show: all it needs without a server.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="Run">The show, what shall sound wherever one is, and what that sounds from.</param>
/// <param name="Manner">How it is shown unless somebody chooses otherwise: <c>hand</c>, <c>plan</c> or <c>forEver</c>.</param>
/// <param name="Pictures">The files of pictures, by slide and step.</param>
/// <param name="Spots">The files of hotspots, by cue.</param>
/// <param name="Videos">The files of videos, by the names of what is fetched of them.</param>
/// <param name="Captions">By slide, what is said to it.</param>
/// <param name="Credits">Whose the sounds are.</param>
/// <param name="PiecesAtOnce">How many pieces of a stem lie in one file.</param>
internal sealed record PlayerData(
    string Title, RunView Run, string Manner, IReadOnlyDictionary<string, string> Pictures, IReadOnlyDictionary<string, string> Spots, IReadOnlyDictionary<string, string> Videos,
    IReadOnlyDictionary<string, IReadOnlyList<PlayerCaption>> Captions,
    IReadOnlyList<string> Credits, int PiecesAtOnce)
{
    /// <summary>What a player is given; of the show no more than that.</summary>
    /// <param name="timed">The show with its times.</param>
    /// <param name="stems">What its cues sound from.</param>
    /// <param name="seen">The files of what is seen.</param>
    /// <param name="byHand">Whether it is moved on by hand; null for as the show is shown.</param>
    /// <param name="piecesAtOnce">How many pieces of a stem lie in one file.</param>
    public static PlayerData Of(
        TimedShow timed, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> stems, SeenFiles seen, bool? byHand, int piecesAtOnce)
    {
        var show = timed.Show;
        var shown = timed.Order.Slides;
        var run = RunView.Of("player", 0, timed, LivePlan.Of(timed), stems, shownElsewhere: false);
        return new(
            show.Title, run with { Show = Bare(run.Show), PlannedSilences = new Dictionary<string, string>() },
            byHand ?? !show.Showing.ByItself ? "hand" : show.Loops() ? "forEver" : "plan",
            seen.Pictures, seen.Spots, seen.Videos,
            shown.ToDictionary(s => s.SlideId, s => (IReadOnlyList<PlayerCaption>)[.. Caption.Of(show, [s]).Select(c => new PlayerCaption(c.StartFrame / Frames.PerMs, c.EndFrame / Frames.PerMs, c.Lines))]),
            Core.Shows.Credits.Of(show), piecesAtOnce);
    }

    /// <summary>The show without what is nobody's concern who only plays it.</summary>
    private static Show Bare(Show show) => show with
    {
        Slides = [.. show.Slides.Where(s => !s.Hidden).Select(s => s with { Text = "", Notes = "", Deck = "" })],
        Sounds = [],
        Cues = [.. show.Cues.Where(c => c.Hotspot is not null)],
        Sections = [],
    };
}

/// <summary>Words to be read under a slide.</summary>
/// <param name="FromMs">When they come, in milliseconds from the slide's beginning.</param>
/// <param name="ToMs">When they go.</param>
/// <param name="Lines">Their lines.</param>
internal sealed record PlayerCaption(long FromMs, long ToMs, ValueList<string> Lines);

/// <summary>The files of what is seen in a player.</summary>
/// <param name="Pictures">Pictures, by slide and step.</param>
/// <param name="Spots">Hotspots, by cue.</param>
/// <param name="Videos">Videos, by the names of what is fetched of them.</param>
internal sealed record SeenFiles(IReadOnlyDictionary<string, string> Pictures, IReadOnlyDictionary<string, string> Spots, IReadOnlyDictionary<string, string> Videos);
