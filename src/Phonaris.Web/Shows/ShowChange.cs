using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>The change of a show's view by an edit. Null means unchanged.</summary>
/// <param name="Id">The show.</param>
/// <param name="Revision">The revision after the edit.</param>
/// <param name="Since">The revision before it.</param>
/// <param name="Shift">A shift that is applied first to the running order and the strands; the other changes are relative to the result.</param>
/// <param name="Title">The show's title.</param>
/// <param name="TargetMs">The target running time in milliseconds, or null.</param>
/// <param name="LevelTargets">The level targets.</param>
/// <param name="GainDb">The gain of the whole mix, in dB.</param>
/// <param name="Duck">The ducking under voices.</param>
/// <param name="Showing">How it is presented.</param>
/// <param name="IgnoredFindings">The keys of ignored findings.</param>
/// <param name="Slides">The slides.</param>
/// <param name="Sections">The sections.</param>
/// <param name="Sounds">The sounds.</param>
/// <param name="Cues">The cues.</param>
/// <param name="RunningOrder">The times of the slides.</param>
/// <param name="TotalFrames">The running time in frames at 48 kHz.</param>
/// <param name="Strands">The strands, each identified by its cue and its first frame.</param>
/// <param name="Outline">The whole show's sound.</param>
/// <param name="RightsMissing">What is unknown about the rights of sounds.</param>
/// <param name="SoundProblems">What is wrong with sounds that cannot be read.</param>
/// <param name="Undo">What undo would revert, or null for nothing.</param>
/// <param name="Redo">What redo would repeat, or null for nothing.</param>
public sealed record ShowChange(
    string Id, long Revision, long Since, Shift? Shift, string Title, long? TargetMs, LevelTargets LevelTargets, double GainDb, Duck Duck, Showing Showing,
    IReadOnlyList<string>? IgnoredFindings, ListChange<Slide>? Slides, IReadOnlyList<Section>? Sections, ListChange<Sound>? Sounds,
    ListChange<Cue>? Cues, ListChange<SlideTime>? RunningOrder, long TotalFrames, ListChange<StrandView>? Strands, IReadOnlyList<double>? Outline,
    IReadOnlyDictionary<string, IReadOnlyList<string>>? RightsMissing, IReadOnlyDictionary<string, string>? SoundProblems,
    string? Undo, string? Redo)
{
    /// <summary>The change between two views.</summary>
    /// <param name="before">The view before, shifted by <paramref name="shift"/>; unchanged parts are the same objects.</param>
    /// <param name="after">The new view.</param>
    /// <param name="shift">The shift between them.</param>
    internal static ShowChange Between(ShowView before, ShowView after, Shift? shift) => new(
        after.Id, after.Revision, before.Revision, shift, after.Show.Title, after.Show.TargetMs, after.Show.LevelTargets, after.Show.GainDb, after.Show.Duck, after.Show.Showing,
        before.Show.IgnoredFindings.Equals(after.Show.IgnoredFindings) ? null : after.Show.IgnoredFindings,
        ListChange.Between(before.Show.Slides, after.Show.Slides, s => s.Id),
        before.Show.Sections.Equals(after.Show.Sections) ? null : after.Show.Sections,
        ListChange.Between(before.Show.Sounds, after.Show.Sounds, s => s.Id),
        ListChange.Between(before.Show.Cues, after.Show.Cues, c => c.Id),
        ListChange.Between(before.RunningOrder.Slides, after.RunningOrder.Slides, s => s.SlideId),
        after.RunningOrder.TotalFrames,
        ListChange.Between(before.Strands, after.Strands, s => $"{s.CueId} {s.StartFrame}"),
        before.Outline.SequenceEqual(after.Outline) ? null : after.Outline,
        before.Show.Sounds.Equals(after.Show.Sounds) ? null : after.RightsMissing,
        before.SoundProblems.OrderBy(p => p.Key).SequenceEqual(after.SoundProblems.OrderBy(p => p.Key)) ? null : after.SoundProblems,
        after.Undo, after.Redo);
}
