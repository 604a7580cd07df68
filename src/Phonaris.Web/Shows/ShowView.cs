using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A show as a page needs it: the show, its times, and what to draw. Frames are at 48 kHz.</summary>
/// <param name="Id">What names it.</param>
/// <param name="Revision">Counts its changes; edits say which one they were made on.</param>
/// <param name="Show">The show itself.</param>
/// <param name="RunningOrder">When each slide is there.</param>
/// <param name="Strands">The cues that sound, as drawn.</param>
/// <param name="Outline">The whole show's sound in equal parts, 0 to 1.</param>
/// <param name="RightsMissing">By the id of each sound of which something is not known that a credit needs: what, see <see cref="Rights.Missing"/>.</param>
/// <param name="SoundProblems">By the id of each sound that cannot be read, and is silent: why, and what would help.</param>
/// <param name="Findings">What the show should be warned about.</param>
/// <param name="Undo">What undo would take back, in words, or null.</param>
/// <param name="Redo">What redo would make again, in words, or null.</param>
public sealed record ShowView(
    string Id, long Revision, Show Show, RunningOrder RunningOrder, IReadOnlyList<StrandView> Strands, IReadOnlyList<double> Outline,
    IReadOnlyDictionary<string, IReadOnlyList<string>> RightsMissing, IReadOnlyDictionary<string, string> SoundProblems,
    IReadOnlyList<Finding> Findings, string? Undo, string? Redo);

/// <summary>One cue as it hangs beside the slides.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="StartFrame">The first frame in which it sounds.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="Knots">The frames where a new round begins.</param>
/// <param name="Rows">What it is like on each slide it sounds on.</param>
/// <param name="ByHand">Whether it waits for a hand; drawn as if that came with its slide.</param>
/// <param name="RingsFrom">The frame where its span ends and it rings on, or null.</param>
/// <param name="TakesOverFrom">The cue that gives way to it while it swells in, or null.</param>
/// <param name="GivesWayTo">The cue that begins at the same moment, so that this one does not sound; or null.</param>
/// <param name="HandoverEnd">The frame at which that has given way.</param>
public sealed record StrandView(
    string CueId, long StartFrame, long EndFrame, IReadOnlyList<long> Knots, IReadOnlyList<StrandRow> Rows, bool ByHand, long? RingsFrom,
    string? TakesOverFrom, string? GivesWayTo, long? HandoverEnd);

/// <summary>A strand on one slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="FromFrame">Where it begins to sound there.</param>
/// <param name="ToFrame">Where it ceases to.</param>
/// <param name="Levels">Its level in dB, fades included, at equal distances from the first frame to the last; −90 at least.</param>
/// <param name="Peaks">Its sound in equal parts, 0 to 1, before the level.</param>
public sealed record StrandRow(string SlideId, long FromFrame, long ToFrame, IReadOnlyList<double> Levels, IReadOnlyList<double> Peaks);
