namespace Phonaris.Formats.Decks;

/// <summary>A file of a deck.</summary>
/// <param name="Path">Its path.</param>
/// <param name="Name">The name under which it was imported.</param>
/// <param name="Media">Its content hash.</param>
public sealed record DeckFile(string Path, string Name, string Media);
