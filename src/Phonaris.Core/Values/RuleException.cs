namespace Phonaris.Core.Values;

/// <summary>
/// Something asked for cannot be, for a reason the person can understand and mend. The message is one or two plain
/// sentences: what was wrong, with which thing, and what would work.
/// </summary>
public sealed class RuleException(string message, string? field = null) : Exception(message)
{
    /// <summary>The field the message is about, or null when it is about the whole.</summary>
    public string? Field { get; } = field;

    /// <summary>Whether the machine is the reason, not what was asked for: a program that is not installed, a full disk.</summary>
    public bool IsOfMachine { get; init; }
}
