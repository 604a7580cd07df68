namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how often a cue loops.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Rounds">1 for once, n for n times, <see cref="Cue.FillSpan"/> to fill the span.</param>
public sealed record SetRounds(string CueId, int Rounds) : Edit
{
    /// <summary>The most repeats.</summary>
    public const int Most = 1000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Rounds);
        return show.ChangeCue(CueId, c => c with { Rounds = Rounds }, c => new SetRounds(CueId, c.Rounds));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: plays {(Rounds == Cue.FillSpan ? "until its slides end" : Rounds == 1 ? "once" : $"{Rounds} times")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/rounds"];

    internal static void Validate(int rounds)
    {
        if (rounds is < 0 or > Most) throw new RuleException($"A sound can play once, up to {Most} times, or until its slides end.", "loop");
    }
}
