using System.Text.RegularExpressions;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Clearing;

/// <summary>
/// Whether a sound is cleared for a destination by its licence: the legal codes of Creative Commons, identified by their SPDX names. Synchronising music with
/// moving pictures is an adaptation (4.0, section 1(a)) once it is distributed to the public; playing it unchanged to an audience is not.
/// This is no legal advice.
/// </summary>
/// <param name="Answer">Whether it is cleared.</param>
/// <param name="Why">The reason, as a sentence.</param>
public sealed partial record Clearance(UsageRight Answer, string Why)
{
    /// <summary>Whether action is needed before use: permission, sharing the show under the same licence, or another piece.</summary>
    public bool IsOpen => Answer is UsageRight.No or UsageRight.Ask or UsageRight.Alike;

    /// <summary>The answer for a sound of a show at a destination.</summary>
    public static Clearance Of(Show show, Sound sound, Destination where)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sound);
        return Of(sound.Rights, where, show.Cues.Any(c => c.SoundId == sound.Id && c.Span is not null && IsAdapted(c)));
    }

    /// <summary>The answer for a sound at a destination.</summary>
    /// <param name="rights">The usage rights.</param>
    /// <param name="where">The destination.</param>
    /// <param name="isAdapted">Whether it is adapted: re-cut, stretched, or at another speed. Using a part of it or repeating it is not an adaptation.</param>
    public static Clearance Of(Rights rights, Destination where, bool isAdapted)
    {
        ArgumentNullException.ThrowIfNull(rights);
        var licence = rights.Licence.Trim();
        if (rights.Clearance is { } given)
            return given.Covers(where) ? new(Given(rights), $"Cleared {Wording.Where(given.Destination)} by the clearance desk (no. {given.Number}).") : new(UsageRight.Ask, $"The clearance desk cleared it only {Wording.Where(given.Destination)}.");
        if (OwnPattern().IsMatch(licence)) return new(UsageRight.Yes, "Your own work.");
        if (LicenceTerms.TryParse(licence) is { } terms)
        {
            var (money, published) = (where == Destination.Sold, where is Destination.Web or Destination.Sold);
            if (terms.IsPublicDomain) return new(UsageRight.Yes, $"{licence} has no conditions.");
            if (terms.NonCommercial && money) return new(UsageRight.No, $"{licence} does not allow commercial use.");
            if (terms.NoDerivatives && published) return new(UsageRight.No, $"{licence} does not allow publishing it set to slides.");
            if (terms.NoDerivatives && isAdapted && where == Destination.Room)
                return new(UsageRight.No, $"{licence} does not allow adaptations such as re-cuts, stretching or speed changes. Unchanged, it only needs credit.");
            if (terms.ShareAlike && published) return new(UsageRight.Alike, $"{licence} requires credit and the same licence for the whole show.");
            return new(UsageRight.Credit, $"{licence} requires credit.");
        }
        if (rights.Proof.Length > 0) return new(Given(rights), "Permission was given, and its proof is on file.");
        return new(UsageRight.Ask, licence.Length == 0 ? "Its licence is unknown." : $"The terms of “{licence}” are not known, and there is no proof of permission.");
    }

    private static bool IsAdapted(Cue cue) => cue.Speed != 1 || cue.Fit?.Method is FitMethod.Recut or FitMethod.Stretch;

    private static UsageRight Given(Rights rights) => rights.Credit.Length > 0 ? UsageRight.Credit : UsageRight.Yes;

    [GeneratedRegex(@"\AOwn( work)?\z", RegexOptions.IgnoreCase)]
    private static partial Regex OwnPattern();
}
