namespace Phonaris.Core.Clearing;

/// <summary>
/// The terms of a Creative Commons licence, read from its name: an SPDX licence identifier (spdx.org/licenses, version 3.27), such as
/// <c>CC-BY-NC-SA-4.0</c>, or the name as its legal code spells it, such as <c>Creative Commons Attribution-ShareAlike 4.0 International</c>.
/// The elements may be in any order; a name with any unknown word is not recognised.
/// </summary>
/// <param name="IsPublicDomain">Whether there are no conditions: CC0 or a public domain mark.</param>
/// <param name="NonCommercial">Whether commercial use is excluded (NC).</param>
/// <param name="NoDerivatives">Whether distributing adaptations is excluded (ND).</param>
/// <param name="ShareAlike">Whether adaptations must have the same licence (SA).</param>
public sealed record LicenceTerms(bool IsPublicDomain, bool NonCommercial, bool NoDerivatives, bool ShareAlike)
{
    private static readonly char[] Separators = [' ', '-', '_', '/', ',', '\t'];

    /// <summary>Names of the public domain: SPDX identifiers without their version, and common spellings.</summary>
    private static readonly string[] PublicDomain = ["CC0", "CC ZERO", "CC PDDC", "PDM", "CC PDM", "PUBLIC DOMAIN", "PUBLIC DOMAIN MARK", "CREATIVE COMMONS ZERO"];

    /// <summary>The words of each element, as the legal codes and their deeds spell them.</summary>
    private static readonly (string Part, string[] Words)[] Parts =
    [
        ("BY", ["BY"]), ("BY", ["ATTRIBUTION"]),
        ("NC", ["NC"]), ("NC", ["NONCOMMERCIAL"]), ("NC", ["NON", "COMMERCIAL"]),
        ("ND", ["ND"]), ("ND", ["NODERIVATIVES"]), ("ND", ["NODERIVS"]), ("ND", ["NO", "DERIVATIVES"]), ("ND", ["NO", "DERIVATIVE", "WORKS"]), ("ND", ["NO", "DERIVS"]),
        ("SA", ["SA"]), ("SA", ["SHAREALIKE"]), ("SA", ["SHARE", "ALIKE"]),
    ];

    private static readonly string[] Versions = ["1.0", "2.0", "2.1", "2.5", "3.0", "4.0"];

    /// <summary>What may follow a version: the ports with an SPDX identifier, and words for unported licences.</summary>
    private static readonly string[] Ports = ["AT", "AU", "DE", "FR", "IGO", "JP", "NL", "UK", "US", "INTERNATIONAL", "UNPORTED", "GENERIC"];

    /// <summary>Parses a licence's name.</summary>
    /// <param name="name">The name.</param>
    /// <returns>The terms; null when the name is not recognised.</returns>
    public static LicenceTerms? TryParse(string name)
    {
        ArgumentNullException.ThrowIfNull(name);
        var words = new Queue<string>(name.ToUpperInvariant().Split(Separators, StringSplitOptions.RemoveEmptyEntries).SkipWhile(w => w == "THE"));
        List<string> own = [];
        while (words.TryPeek(out var word) && !Versions.Contains(word) && word is not ("LICENSE" or "LICENCE")) own.Add(words.Dequeue());
        if (words.TryPeek(out var version) && Versions.Contains(version))
        {
            words.Dequeue();
            if (words.TryPeek(out var port) && Ports.Contains(port)) words.Dequeue();
        }
        if (words.TryPeek(out var closing) && closing is "LICENSE" or "LICENCE" or "UNIVERSAL" or "DEDICATION") words.Dequeue();
        if (words.Count > 0) return null;
        if (PublicDomain.Contains(string.Join(' ', own))) return new(true, false, false, false);
        return PartsOf(own) is { } parts && parts.Contains("BY") && !(parts.Contains("ND") && parts.Contains("SA"))
            ? new(false, parts.Contains("NC"), parts.Contains("ND"), parts.Contains("SA"))
            : null;
    }

    /// <summary>The elements that words name; null when a word is unknown or an element is repeated.</summary>
    private static HashSet<string>? PartsOf(List<string> words)
    {
        var at = words is ["CC", ..] ? 1 : words is ["CREATIVE", "COMMONS", ..] ? 2 : -1;
        if (at < 0) return null;
        HashSet<string> parts = [];
        while (at < words.Count)
        {
            var (part, spelled) = Parts.FirstOrDefault(p => words.Skip(at).Take(p.Words.Length).SequenceEqual(p.Words));
            if (part is null || !parts.Add(part)) return null;
            at += spelled.Length;
        }
        return parts;
    }
}
