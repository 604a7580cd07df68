using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>All checks, one after the other: for the run sheet, the dry run and the report of a live run.</summary>
public static class Checks
{
    /// <summary>The checks.</summary>
    public static IReadOnlyList<ICheck> All { get; } = [new Clashes(), new Misfits()];

    /// <summary>What all of them find in a show.</summary>
    public static ValueList<Finding> Of(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. All.SelectMany(check => check.Find(show))];
    }
}
