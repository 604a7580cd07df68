namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the ducking under all voices that have no settings of their own.</summary>
/// <param name="Duck">The settings.</param>
public sealed record SetShowDuck(Duck Duck) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        SetDuck.Validate(Duck);
        return new(show with { Duck = Duck }, new SetShowDuck(show.Duck));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => "Changed the ducking of the show";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/duck"];
}
