using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A show as a page needs it: the show, its times, and what to draw. Frames are at 48 kHz.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">Counts its changes; edits say which one they were made on.</param>
/// <param name="Show">The show itself.</param>
/// <param name="RunningOrder">When each slide is there.</param>
/// <param name="Strands">The cues that sound, as drawn.</param>
/// <param name="Outline">The whole show's sound in equal parts, 0 to 1.</param>
/// <param name="RightsMissing">By the id of each sound of which something is not known that a credit needs: what, see <see cref="Rights.Missing"/>.</param>
/// <param name="SoundProblems">By the id of each sound that cannot be read, and is silent: why, and what would help.</param>
/// <param name="Undo">What undo would take back, in words, or null.</param>
/// <param name="Redo">What redo would make again, in words, or null.</param>
public sealed record ShowView(
    string Id, long Revision, Show Show, RunningOrder RunningOrder, IReadOnlyList<StrandView> Strands, IReadOnlyList<double> Outline,
    IReadOnlyDictionary<string, IReadOnlyList<string>> RightsMissing, IReadOnlyDictionary<string, string> SoundProblems,
    string? Undo, string? Redo);
