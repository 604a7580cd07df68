namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how the show is presented. This changes nothing else, but some checks depend on it.</summary>
/// <param name="Showing">How it is presented.</param>
public sealed record SetShowing(Showing Showing) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Showing);
        return new(show with { Showing = Showing }, new SetShowing(show.Showing));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Shown {(Showing.ByItself ? "self-running" : "by a presenter")}, {Wording.Where(Showing.Where)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/showing"];

    internal static void Validate(Showing? showing)
    {
        if (showing is null || !Enum.IsDefined(showing.Where)) throw new RuleException("Choose a destination: room, inside, web or sold.", "showing");
    }
}
