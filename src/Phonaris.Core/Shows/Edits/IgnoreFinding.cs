namespace Phonaris.Core.Shows.Edits;

/// <summary>Ignores a finding of a check, or stops ignoring it.</summary>
/// <param name="Finding">The key of the finding, which includes the figures it is about.</param>
/// <param name="Ignored">Whether it is ignored.</param>
public sealed record IgnoreFinding(string Finding, bool Ignored) : Edit
{
    /// <summary>The largest number of ignored findings.</summary>
    public const int Most = 2_000;

    /// <summary>The longest key of a finding, in characters.</summary>
    public const int Longest = 1_000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.IgnoredFindings.Contains(Finding) == Ignored) return new(show, this);
        ValueList<string> ignored = Ignored ? [.. show.IgnoredFindings.Append(Finding).Order(StringComparer.Ordinal)] : [.. show.IgnoredFindings.Where(f => f != Finding)];
        Validate(ignored);
        return new(show with { IgnoredFindings = ignored }, new IgnoreFinding(Finding, !Ignored));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Ignored ? "Ignored a finding" : "Stopped ignoring a finding";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"show/ignored/{Finding}"];

    internal static void Validate(ValueList<string>? findings)
    {
        if (findings is null || findings.Any(f => f is not { Length: > 0 and <= Longest })) throw new RuleException($"The key of an ignored finding must have 1 to {Longest:N0} characters.", "ignoredFindings");
        if (findings.Count > Most) throw new RuleException($"At most {Most:N0} findings can be ignored. Fix some of them.", "ignoredFindings");
        if (findings.Zip(findings.Skip(1)).Any(f => string.CompareOrdinal(f.First, f.Second) >= 0)) throw new RuleException("Ignored findings must be in order, each once.", "ignoredFindings");
    }
}
