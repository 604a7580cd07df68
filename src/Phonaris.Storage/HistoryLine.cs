namespace Phonaris.Storage;

/// <summary>A line of a show's history.</summary>
/// <param name="Position">Its place, from 1.</param>
/// <param name="Sentence">What the edit changed, in words.</param>
/// <param name="Applied">Whether it holds now, or was undone.</param>
public sealed record HistoryLine(int Position, string Sentence, bool Applied);
