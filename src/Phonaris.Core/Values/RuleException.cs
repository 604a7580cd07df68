namespace Phonaris.Core.Values;

/// <summary>
/// A request that is not possible, for a reason the user can understand and resolve. The message is one or two plain
/// sentences: what was wrong, with which object, and what would work.
/// </summary>
public sealed class RuleException(string message, string? field = null) : Exception(message)
{
    /// <summary>The field the message is about, or null.</summary>
    public string? Field { get; } = field;

    /// <summary>Whether the machine is the reason, not the request: a program that is not installed, a full disk.</summary>
    public bool IsOfMachine { get; init; }
}
