namespace Phonaris.Core.Shows;

/// <summary>A slide made in the app rather than imported.</summary>
/// <param name="Kind">A title, the credits, or nothing.</param>
/// <param name="Heading">The large text.</param>
/// <param name="Text">The small text below: the author on a title card, a closing line on a credits card; may be empty.</param>
public sealed record Card(CardKind Kind, string Heading, string Text)
{
    /// <summary>The longest text of a card, in characters.</summary>
    public const int LongestText = 1000;
}

/// <summary>The kinds of <see cref="Card"/>.</summary>
public enum CardKind
{
    /// <summary>A title and its author.</summary>
    Title,

    /// <summary>The credits of the sounds, recomputed whenever they change.</summary>
    Credits,

    /// <summary>A dark background without text, for a video.</summary>
    Plain,
}
