namespace Phonaris.Core.Shows.Edits;

/// <summary>Leaves something a check found as it is, or no longer does.</summary>
/// <param name="Finding">What names it: what was found, and what it was about.</param>
/// <param name="Left">Whether it is left so.</param>
public sealed record LeaveSo(string Finding, bool Left) : Edit
{
    /// <summary>The most that can be left so.</summary>
    public const int Most = 2_000;

    /// <summary>The longest name of a finding, in characters.</summary>
    public const int Longest = 1_000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.LeftSo.Contains(Finding) == Left) return new(show, this);
        var left = show with { LeftSo = Left ? [.. show.LeftSo.Append(Finding).Order(StringComparer.Ordinal)] : [.. show.LeftSo.Where(f => f != Finding)] };
        Validate(left.LeftSo);
        return new(left, new LeaveSo(Finding, !Left));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Left ? "Ignored a finding" : "Stopped ignoring a finding";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"show/leftSo/{Finding}"];

    internal static void Validate(ValueList<string>? findings)
    {
        if (findings is null || findings.Any(f => f is not { Length: > 0 and <= Longest })) throw new RuleException($"The key of an ignored finding must have 1 to {Longest:N0} characters.", "leftSo");
        if (findings.Count > Most) throw new RuleException($"At most {Most:N0} findings can be ignored. Fix some of them.", "leftSo");
        if (findings.Zip(findings.Skip(1)).Any(f => string.CompareOrdinal(f.First, f.Second) >= 0)) throw new RuleException("Ignored findings must be in order, each once.", "leftSo");
    }
}
