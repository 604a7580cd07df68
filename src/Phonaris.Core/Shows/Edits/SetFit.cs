namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how a cue's sound is fitted to its span.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Fit">The recipe; null for no fitting.</param>
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
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {Wording.Fit(before.Cue(CueId).Fit)} → {Wording.Fit(Fit)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/fit"];

    internal static void Validate(Sound sound, FitRecipe? fit)
    {
        if (fit is null) return;
        if (!Enum.IsDefined(fit.Method)) throw new RuleException("There is no such fit method.", "method");
        if (fit.Joins is < -FitRecipe.MostEdits or > FitRecipe.MostEdits) throw new RuleException("Fewer or more edits must be between −2 and 2.", "joins");
        if (fit.Forbidden.Count > FitRecipe.MostPlaces || fit.Wanted.Count > FitRecipe.MostPlaces || fit.Kept.Count > FitRecipe.MostPlaces)
            throw new RuleException($"At most {FitRecipe.MostPlaces} edits can be requested or excluded, or passages kept.", "forbidden");
        if (!fit.Forbidden.Concat(fit.Wanted).All(l => l.IsWithin(sound.Frames))) throw new RuleException("An edit must lead from one point within the sound to another.", "joins");
        if (fit.EndFrame is { } end && (end <= 0 || end > sound.Frames)) throw new RuleException("The end point must be within the sound.", "endFrame");
        if (fit.Kept.Any(k => k.FromFrame < 0 || k.ToFrame > sound.Figures.Frames || k.FromFrame >= k.ToFrame))
            throw new RuleException("A kept passage must be within the sound and end after it starts.", "kept");
    }
}
