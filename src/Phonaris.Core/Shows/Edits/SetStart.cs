namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets what a cue starts with.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Start">Its start.</param>
public sealed record SetStart(string CueId, CueStart Start) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Start);
        return show.ChangeCue(CueId, c => c with { Start = Start }, c => new SetStart(CueId, c.Start));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: starts {Start.Kind switch
    {
        CueStartKind.Hand => "by hand",
        CueStartKind.Step => "with a step",
        _ => "with its slide",
    }}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"cue:{CueId}/start"];

    internal static void Validate(CueStart start)
    {
        if ((start.Kind == CueStartKind.Step) != (start.StepId is not null)) throw new RuleException("A cue that starts with a step names it.", "start");
    }
}

/// <summary>Sets whether a cue sounds anew on every slide of its span.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="EachSlide">Anew on every slide, or once across the span.</param>
public sealed record SetEachSlide(string CueId, bool EachSlide) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { EachSlide = EachSlide }, c => new SetEachSlide(CueId, c.EachSlide));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: {(EachSlide ? "anew on every slide" : "once across its span")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"cue:{CueId}/each"];
}
