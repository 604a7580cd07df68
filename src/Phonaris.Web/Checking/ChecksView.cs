using Phonaris.Core.Checking;
using Phonaris.Storage;

namespace Phonaris.Web.Checking;

/// <summary>What a show should be warned about.</summary>
/// <param name="Revision">The revision of the show that was looked over.</param>
/// <param name="Findings">What was found, the most severe first.</param>
/// <param name="LookedFor">What was looked for, check by check.</param>
public sealed record ChecksView(long Revision, IReadOnlyList<FindingView> Findings, IReadOnlyList<string> LookedFor)
{
    internal static ChecksView Of(StoredShow stored, IReadOnlyList<Finding> findings)
    {
        var left = stored.Show.IgnoredFindings.ToHashSet();
        return new(stored.Revision, [.. findings.Select(f => new FindingView(f.Key, f, left.Contains(f.Key)))], [.. Checks.All.Select(c => c.LooksFor)]);
    }
}

/// <summary>What was found, and what became of it.</summary>
/// <param name="Key">Its id: equal for as long as the same is found of the same.</param>
/// <param name="Found">What was found.</param>
/// <param name="Ignored">Whether it is ignored.</param>
public sealed record FindingView(string Key, Finding Found, bool Ignored);
