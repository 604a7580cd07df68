namespace Phonaris.Storage;

/// <summary>A line of a show's history.</summary>
/// <param name="Position">Its position, from 1.</param>
/// <param name="Sentence">A description of the edit.</param>
/// <param name="Applied">Whether it is applied, or undone.</param>
public sealed record HistoryLine(int Position, string Sentence, bool Applied);
