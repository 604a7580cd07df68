using Phonaris.Core.Shows;

namespace Phonaris.Web.Clearing;

/// <summary>A service that clears pieces for a destination and keeps the proof.</summary>
public interface IClearanceDesk
{
    /// <summary>Asks.</summary>
    /// <param name="rights">The piece's rights and source.</param>
    /// <param name="where">The destination.</param>
    /// <param name="pays">Whether to pay a fee if there is one.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">The desk did not answer.</exception>
    Task<DeskAnswer> AskAsync(Rights rights, Destination where, bool pays, CancellationToken cancel);
}

/// <summary>The desk's answer.</summary>
/// <param name="Says">The decision.</param>
/// <param name="Why">The reason, as a sentence.</param>
/// <param name="Fee">The fee, if there is one.</param>
/// <param name="Number">The case number of a clearance.</param>
public sealed record DeskAnswer(DeskDecision Says, string Why, int? Fee = null, string? Number = null);

/// <summary>The decisions of a clearance desk.</summary>
public enum DeskDecision
{
    /// <summary>Cleared.</summary>
    Yes,

    /// <summary>Cleared for a fee.</summary>
    Fee,

    /// <summary>Refused.</summary>
    No,

    /// <summary>The desk does not know the piece.</summary>
    Unknown,
}
