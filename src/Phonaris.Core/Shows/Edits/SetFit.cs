namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how a cue's sound is made as long as its span.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Fit">The recipe; null for as it is.</param>
public sealed record SetFit(string CueId, FitRecipe? Fit) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(show.Sound(show.Cue(CueId).SoundId), Fit);
        return show.ChangeCue(CueId, c => c with { Fit = Fit }, c => new SetFit(CueId, c.Fit));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {Say.Fit(before.Cue(CueId).Fit)} → {Say.Fit(Fit)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/fit"];

    internal static void Validate(Sound sound, FitRecipe? fit)
    {
        if (fit is null) return;
        if (!Enum.IsDefined(fit.Method)) throw new RuleException("There is no such way to fit.", "method");
        if (fit.Joins is < -FitRecipe.MostJoins or > FitRecipe.MostJoins) throw new RuleException("Fewer or more joins goes from −2 to 2.", "joins");
        if (fit.Forbidden.Count > FitRecipe.MostPlaces || fit.Wanted.Count > FitRecipe.MostPlaces || fit.Kept.Count > FitRecipe.MostPlaces)
            throw new RuleException($"No more than {FitRecipe.MostPlaces} joins can be wanted or forbidden, or passages kept.", "forbidden");
        if (!fit.Forbidden.Concat(fit.Wanted).All(l => l.IsWithin(sound.Frames))) throw new RuleException("A join leads from one place within the sound to another.", "joins");
        if (fit.EndFrame is { } end && (end <= 0 || end > sound.Frames)) throw new RuleException("Where it is to end lies within the sound.", "endFrame");
        if (fit.Kept.Any(k => k.FromFrame < 0 || k.ToFrame > sound.Figures.Frames || k.FromFrame >= k.ToFrame))
            throw new RuleException("A passage to be kept lies within the sound and ends after it begins.", "kept");
    }
}
