using System.Text.Json.Serialization;

namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// One change to a show. Every kind is a record in its own file: what it does, the edit that undoes it, and its line
/// in the history. A new kind needs that file and one line in the list here.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(AddSlides), "addSlides")]
[JsonDerivedType(typeof(AddCard), "addCard")]
[JsonDerivedType(typeof(RemoveSlides), "removeSlides")]
[JsonDerivedType(typeof(RestoreSlides), "restoreSlides")]
[JsonDerivedType(typeof(MoveSlides), "moveSlides")]
[JsonDerivedType(typeof(ArrangeSlides), "arrangeSlides")]
[JsonDerivedType(typeof(DuplicateSlides), "duplicateSlides")]
[JsonDerivedType(typeof(RenameSlide), "renameSlide")]
[JsonDerivedType(typeof(SetHidden), "setHidden")]
[JsonDerivedType(typeof(SetNotes), "setNotes")]
[JsonDerivedType(typeof(SetSections), "setSections")]
[JsonDerivedType(typeof(SetSteps), "setSteps")]
[JsonDerivedType(typeof(SetPictures), "setPictures")]
[JsonDerivedType(typeof(SetContent), "setContent")]
[JsonDerivedType(typeof(SetHolds), "setHolds")]
[JsonDerivedType(typeof(SetTransitions), "setTransitions")]
[JsonDerivedType(typeof(AddSound), "addSound")]
[JsonDerivedType(typeof(RemoveSound), "removeSound")]
[JsonDerivedType(typeof(RestoreSound), "restoreSound")]
[JsonDerivedType(typeof(RenameSound), "renameSound")]
[JsonDerivedType(typeof(ReplaceSound), "replaceSound")]
[JsonDerivedType(typeof(SetSoundKind), "setSoundKind")]
[JsonDerivedType(typeof(SetRights), "setRights")]
[JsonDerivedType(typeof(SetMarkers), "setMarkers")]
[JsonDerivedType(typeof(PlaceCue), "placeCue")]
[JsonDerivedType(typeof(RemoveCue), "removeCue")]
[JsonDerivedType(typeof(SetSpan), "setSpan")]
[JsonDerivedType(typeof(SetStart), "setStart")]
[JsonDerivedType(typeof(SetEachSlide), "setEachSlide")]
[JsonDerivedType(typeof(SetDelay), "setDelay")]
[JsonDerivedType(typeof(SetStop), "setStop")]
[JsonDerivedType(typeof(SetPart), "setPart")]
[JsonDerivedType(typeof(SetRounds), "setRounds")]
[JsonDerivedType(typeof(SetLevel), "setLevel")]
[JsonDerivedType(typeof(ShiftLevels), "shiftLevels")]
[JsonDerivedType(typeof(SetFade), "setFade")]
[JsonDerivedType(typeof(SetLoopPart), "setLoopPart")]
[JsonDerivedType(typeof(SetSpeed), "setSpeed")]
[JsonDerivedType(typeof(SetFit), "setFit")]
[JsonDerivedType(typeof(SetHoldLocks), "setHoldLocks")]
[JsonDerivedType(typeof(SetLevelPoints), "setLevelPoints")]
[JsonDerivedType(typeof(SetMuted), "setMuted")]
[JsonDerivedType(typeof(SetReturn), "setReturn")]
[JsonDerivedType(typeof(SetDucks), "setDucks")]
[JsonDerivedType(typeof(SetHandover), "setHandover")]
[JsonDerivedType(typeof(AddHotspot), "addHotspot")]
[JsonDerivedType(typeof(SetHotspot), "setHotspot")]
[JsonDerivedType(typeof(SetVideo), "setVideo")]
[JsonDerivedType(typeof(RenameShow), "renameShow")]
[JsonDerivedType(typeof(SetTarget), "setTarget")]
[JsonDerivedType(typeof(SetLevelTargets), "setLevelTargets")]
[JsonDerivedType(typeof(SetDuck), "setDuck")]
[JsonDerivedType(typeof(SetShowDuck), "setShowDuck")]
[JsonDerivedType(typeof(SetShowGain), "setShowGain")]
[JsonDerivedType(typeof(SetShowing), "setShowing")]
[JsonDerivedType(typeof(IgnoreFinding), "ignoreFinding")]
[JsonDerivedType(typeof(GoBack), "goBack")]
[JsonDerivedType(typeof(Several), "several")]
public abstract record Edit
{
    /// <summary>The show after this edit, and the edit that undoes it.</summary>
    /// <exception cref="RuleException">The edit cannot be made; the message says why and what would work.</exception>
    public abstract Applied Apply(Show show);

    /// <summary>The edit as a line of the history, described on the show before it.</summary>
    public abstract string Sentence(Show before);

    /// <summary>
    /// The keys of what changes, such as <c>cue:x/level</c>, and of what the edit relies on, for the show before it. Two edits of the same revision merge
    /// when their keys do not overlap: then either order gives the same show.
    /// </summary>
    public abstract IEnumerable<string> Touches(Show before);
}

/// <summary>Applies and describes edits of a show.</summary>
public static class EditExtensions
{
    /// <summary>Applies an edit: the new show and the edit that undoes it.</summary>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public static Applied Apply(this Show show, Edit edit)
    {
        ArgumentNullException.ThrowIfNull(edit);
        return edit.Apply(show);
    }

    /// <summary>The name of a cue's sound, for texts.</summary>
    internal static string CueName(this Show show, string cueId) => show.Sound(show.Cue(cueId).SoundId).Name;

    /// <summary>Applies a change of one cue whose inverse sets the old value.</summary>
    internal static Applied ChangeCue(this Show show, string cueId, Func<Cue, Cue> change, Func<Cue, Edit> inverse)
    {
        var before = show.Cue(cueId);
        return new(show.With(change(before)), inverse(before));
    }
}
