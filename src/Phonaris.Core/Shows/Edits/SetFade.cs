using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the fade-in or fade-out of a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="End">Which of the two.</param>
/// <param name="Fade">The fade; 0 ms for none.</param>
public sealed record SetFade(string CueId, FadeEnd End, Fade Fade) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Fade);
        return End == FadeEnd.In
            ? show.ChangeCue(CueId, c => c with { FadeIn = Fade }, c => new SetFade(CueId, End, c.FadeIn))
            : show.ChangeCue(CueId, c => c with { FadeOut = Fade }, c => new SetFade(CueId, End, c.FadeOut));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: fade {(End == FadeEnd.In ? "in" : "out")} {Wording.Seconds(Fade.Ms)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/fade{End}"];

    internal static void Validate(Fade fade)
    {
        if (fade.Ms is < 0 or > Fade.GreatestMs) throw new RuleException("A fade must be between 0 s and 5 minutes.", "fade");
    }
}

/// <summary>One of a cue's two fades.</summary>
public enum FadeEnd
{
    /// <summary>The fade-in.</summary>
    In,

    /// <summary>The fade-out.</summary>
    Out,
}
