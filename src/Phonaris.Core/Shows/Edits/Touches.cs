namespace Phonaris.Core.Shows.Edits;

/// <summary>Compares what edits touch.</summary>
public static class Touches
{
    /// <summary>Whether two edits change the same thing: the same name, or one within the other (<c>cue:x</c> holds <c>cue:x/level</c>).</summary>
    public static bool Collide(IEnumerable<string> a, IEnumerable<string> b)
    {
        ArgumentNullException.ThrowIfNull(a);
        var others = b.ToList();
        return a.Any(x => others.Any(y => x == y || x.StartsWith(y + "/", StringComparison.Ordinal) || y.StartsWith(x + "/", StringComparison.Ordinal)));
    }
}
