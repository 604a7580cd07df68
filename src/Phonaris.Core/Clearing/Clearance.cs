using System.Text.RegularExpressions;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Clearing;

/// <summary>
/// Whether a sound may be used where a show goes, by its licence: the legal codes of Creative Commons, named as SPDX names them. Music set in time to
/// pictures that move on is an adaptation (4.0, section 1(a)) as soon as that is passed on to the public; played unchanged before an audience it is none.
/// This is no legal advice.
/// </summary>
/// <param name="Answer">Whether it may.</param>
/// <param name="Why">Why, in a sentence.</param>
public sealed partial record Clearance(Leave Answer, string Why)
{
    /// <summary>Whether something is to be done before it may be heard there: leave to be got, the show to be shared alike, another piece to be found.</summary>
    public bool IsOpen => Answer is Leave.No or Leave.Ask or Leave.Alike;

    /// <summary>The answer for a sound of a show at a destination.</summary>
    public static Clearance Of(Show show, Sound sound, Destination where)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sound);
        return Of(sound.Rights, where, show.Cues.Any(c => c.SoundId == sound.Id && c.Span is not null && IsAdapted(c)));
    }

    /// <summary>The answer for a sound at a destination.</summary>
    /// <param name="rights">Whose it is.</param>
    /// <param name="where">The destination.</param>
    /// <param name="isAdapted">Whether it is played otherwise than as it is: re-cut, stretched, or at another speed. A part of it, or it over again, is no adaptation.</param>
    public static Clearance Of(Rights rights, Destination where, bool isAdapted)
    {
        ArgumentNullException.ThrowIfNull(rights);
        var licence = rights.Licence.Trim();
        if (rights.Clearance is { } given)
            return given.Covers(where) ? new(Given(rights), $"The clearance desk gave leave {Say.Where(given.Destination)}, no. {given.Number}.") : new(Leave.Ask, $"The clearance desk gave leave {Say.Where(given.Destination)} only.");
        if (OwnPattern().IsMatch(licence)) return new(Leave.Yes, "It is your own.");
        if (LicenceTerms.TryParse(licence) is { } terms)
        {
            var (money, published) = (where == Destination.Sold, where is Destination.Web or Destination.Sold);
            if (terms.IsPublicDomain) return new(Leave.Yes, $"{licence} asks for nothing.");
            if (terms.NonCommercial && money) return new(Leave.No, $"{licence} does not allow it where money is made.");
            if (terms.NoDerivatives && published) return new(Leave.No, $"{licence} does not allow it to be set to slides and passed on.");
            if (terms.NoDerivatives && isAdapted && where == Destination.Room)
                return new(Leave.No, $"{licence} does not allow it to be re-cut, stretched or played at another speed before an audience: that is an adaptation. Played as it is, it needs credit alone.");
            if (terms.ShareAlike && published) return new(Leave.Alike, $"{licence} asks that what it is part of goes out under the same licence, with credit.");
            return new(Leave.Credit, $"{licence} asks for credit.");
        }
        if (rights.Proof.Length > 0) return new(Given(rights), "Leave was given; the proof is kept with it.");
        return new(Leave.Ask, licence.Length == 0 ? "Nothing is known of its licence." : $"“{licence}” does not say it, and no proof of leave is kept.");
    }

    private static bool IsAdapted(Cue cue) => cue.Speed != 1 || cue.Fit?.Method is FitMethod.Recut or FitMethod.Stretch;

    private static Leave Given(Rights rights) => rights.Credit.Length > 0 ? Leave.Credit : Leave.Yes;

    [GeneratedRegex(@"\AOwn( work)?\z", RegexOptions.IgnoreCase)]
    private static partial Regex OwnPattern();
}
