namespace Phonaris.Core.Shows.Edits;

/// <summary>Compares what edits touch.</summary>
public static class Touches
{
    /// <summary>What an edit touches that changes everything.</summary>
    public const string All = "show";

    /// <summary>Whether two edits change the same thing: the same name, or one within the other (<c>cue:x</c> holds <c>cue:x/level</c>).</summary>
    public static bool Collide(IEnumerable<string> a, IEnumerable<string> b)
    {
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        var (own, others) = (a.ToList(), b.ToList());
        if (own.Contains(All) || others.Contains(All)) return true;
        return own.Any(x => others.Any(y => x == y || x.StartsWith(y + "/", StringComparison.Ordinal) || y.StartsWith(x + "/", StringComparison.Ordinal)));
    }
}
