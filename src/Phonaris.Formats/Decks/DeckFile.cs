namespace Phonaris.Formats.Decks;

/// <summary>A file to read a deck from.</summary>
/// <param name="Path">Where it is.</param>
/// <param name="Name">What it was called when it was imported.</param>
/// <param name="Media">Its content hash.</param>
public sealed record DeckFile(string Path, string Name, string Media);
