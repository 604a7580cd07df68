using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>What an edit made of the view of a show: only what is no longer as it was. Null means unchanged.</summary>
/// <param name="Id">The show.</param>
/// <param name="Revision">The revision after the edit.</param>
/// <param name="Since">The revision before it.</param>
/// <param name="Title">The show's title.</param>
/// <param name="TargetMs">The running time aimed at, in milliseconds, or null.</param>
/// <param name="Slides">The slides.</param>
/// <param name="Sections">The sections.</param>
/// <param name="Sounds">The sounds.</param>
/// <param name="Cues">The cues.</param>
/// <param name="RunningOrder">When each slide is there.</param>
/// <param name="Strands">The strands, each named by its cue and its first frame.</param>
/// <param name="Outline">The whole show's sound.</param>
/// <param name="RightsMissing">What is not known of sounds.</param>
/// <param name="SoundProblems">What is wrong with sounds that cannot be read.</param>
/// <param name="Findings">What the show should be warned about.</param>
/// <param name="Undo">What undo would take back, or null for nothing.</param>
/// <param name="Redo">What redo would make again, or null for nothing.</param>
public sealed record ShowChange(
    string Id, long Revision, long Since, string Title, long? TargetMs, ListChange<Slide>? Slides, IReadOnlyList<Section>? Sections, ListChange<Sound>? Sounds,
    ListChange<Cue>? Cues, RunningOrder? RunningOrder, ListChange<StrandView>? Strands, IReadOnlyList<double>? Outline,
    IReadOnlyDictionary<string, IReadOnlyList<string>>? RightsMissing, IReadOnlyDictionary<string, string>? SoundProblems,
    IReadOnlyList<Finding>? Findings, string? Undo, string? Redo)
{
    internal static ShowChange Between(ShowView before, ShowView after) => new(
        after.Id, after.Revision, before.Revision, after.Show.Title, after.Show.TargetMs,
        ListChange.Between(before.Show.Slides, after.Show.Slides, s => s.Id),
        before.Show.Sections.Equals(after.Show.Sections) ? null : after.Show.Sections,
        ListChange.Between(before.Show.Sounds, after.Show.Sounds, s => s.Id),
        ListChange.Between(before.Show.Cues, after.Show.Cues, c => c.Id),
        before.RunningOrder == after.RunningOrder ? null : after.RunningOrder,
        ListChange.Between(before.Strands, after.Strands, s => $"{s.CueId} {s.StartFrame}"),
        before.Outline.SequenceEqual(after.Outline) ? null : after.Outline,
        before.Show.Sounds.Equals(after.Show.Sounds) ? null : after.RightsMissing,
        before.SoundProblems.OrderBy(p => p.Key).SequenceEqual(after.SoundProblems.OrderBy(p => p.Key)) ? null : after.SoundProblems,
        before.Findings.SequenceEqual(after.Findings) ? null : after.Findings,
        after.Undo, after.Redo);
}

/// <summary>What became of a list.</summary>
/// <param name="Order">The names of all that is in it, in order.</param>
/// <param name="Changed">What is new in it or not as it was.</param>
public sealed record ListChange<T>(IReadOnlyList<string> Order, IReadOnlyList<T> Changed);

internal static class ListChange
{
    public static ListChange<T>? Between<T>(IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> name)
    {
        if (before.SequenceEqual(after)) return null;
        var known = before.ToDictionary(name);
        return new([.. after.Select(name)], [.. after.Where(a => !known.TryGetValue(name(a), out var b) || !Equals(a, b))]);
    }
}
