using Phonaris.Core.Checking;
using Phonaris.Storage;

namespace Phonaris.Web.Checking;

/// <summary>The findings in a show.</summary>
/// <param name="Revision">The revision that was checked.</param>
/// <param name="Findings">The findings, the most severe first.</param>
/// <param name="LookedFor">The names of all checks.</param>
public sealed record ChecksView(long Revision, IReadOnlyList<FindingView> Findings, IReadOnlyList<string> LookedFor)
{
    internal static ChecksView Of(StoredShow stored, IReadOnlyList<Finding> findings)
    {
        var left = stored.Show.IgnoredFindings.ToHashSet();
        return new(stored.Revision, [.. findings.Select(f => new FindingView(f.Key, f, left.Contains(f.Key)))], [.. Checks.All.Select(c => c.LooksFor)]);
    }
}

/// <summary>A finding, and whether it is ignored.</summary>
/// <param name="Key">Its id: equal as long as the same problem is found in the same place.</param>
/// <param name="Found">The finding.</param>
/// <param name="Ignored">Whether it is ignored.</param>
public sealed record FindingView(string Key, Finding Found, bool Ignored);
