namespace Phonaris.Core.Shows;

/// <summary>A slide made here.</summary>
/// <param name="Kind">A title, the credits, or nothing.</param>
/// <param name="Heading">What stands large.</param>
/// <param name="Text">What stands below it: the author on a title card, a closing line on a credits card; may be empty.</param>
public sealed record Card(CardKind Kind, string Heading, string Text)
{
    /// <summary>The longest text of a card, in characters.</summary>
    public const int LongestText = 1000;
}

/// <summary>The kinds of <see cref="Card"/>.</summary>
public enum CardKind
{
    /// <summary>A title and who it is by.</summary>
    Title,

    /// <summary>The credits of the sounds, always as they are now.</summary>
    Credits,

    /// <summary>Nothing but a dark ground, under a video.</summary>
    Plain,
}
