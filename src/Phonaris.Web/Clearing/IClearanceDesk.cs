using Phonaris.Core.Shows;

namespace Phonaris.Web.Clearing;

/// <summary>Somebody who says whether a piece may be used somewhere, and keeps a proof of it.</summary>
public interface IClearanceDesk
{
    /// <summary>Asks.</summary>
    /// <param name="rights">Whose the piece is, and where it was got from.</param>
    /// <param name="where">Where it is to be heard.</param>
    /// <param name="pays">Whether a fee is paid, where there is one.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">The desk does not answer.</exception>
    Task<DeskAnswer> AskAsync(Rights rights, Destination where, bool pays, CancellationToken cancel);
}

/// <summary>What the desk says.</summary>
/// <param name="Says">Whether it gives leave.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="Fee">What it asks for, where it asks for a fee.</param>
/// <param name="Number">What it knows the leave by, where it gives it.</param>
public sealed record DeskAnswer(DeskSays Says, string Why, int? Fee = null, string? Number = null);

/// <summary>What a clearance desk may say.</summary>
public enum DeskSays
{
    /// <summary>UsageRight is given.</summary>
    Yes,

    /// <summary>It is given for a fee.</summary>
    Fee,

    /// <summary>It is not given.</summary>
    No,

    /// <summary>The desk does not know the piece.</summary>
    Unknown,
}
