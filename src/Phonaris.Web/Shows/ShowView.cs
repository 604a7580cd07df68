using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A show for a page: the show, its times, and what to draw. Frames are at 48 kHz.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">The number of its changes; edits state the revision they were made on.</param>
/// <param name="Show">The show itself.</param>
/// <param name="RunningOrder">The times of the slides.</param>
/// <param name="Strands">The strands of the cues that play.</param>
/// <param name="Outline">The whole show's sound in equal parts, 0 to 1.</param>
/// <param name="RightsMissing">By sound id, what is unknown that a credit line needs; see <see cref="Rights.Missing"/>.</param>
/// <param name="SoundProblems">By sound id, why a sound cannot be read and is silent, and what would help.</param>
/// <param name="Undo">What undo would revert, as text, or null.</param>
/// <param name="Redo">What redo would repeat, as text, or null.</param>
public sealed record ShowView(
    string Id, long Revision, Show Show, RunningOrder RunningOrder, IReadOnlyList<StrandView> Strands, IReadOnlyList<double> Outline,
    IReadOnlyDictionary<string, IReadOnlyList<string>> RightsMissing, IReadOnlyDictionary<string, string> SoundProblems,
    string? Undo, string? Redo);
