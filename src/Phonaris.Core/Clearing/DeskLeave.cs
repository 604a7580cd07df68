using System.Globalization;
using System.Text.RegularExpressions;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Clearing;

/// <summary>Leave that the clearance desk gave, as it is kept as the proof among a sound's rights. What is allowed farther out is allowed nearer by.</summary>
/// <param name="Number">What the desk knows it by.</param>
/// <param name="Where">Where the sound may be heard.</param>
public sealed partial record DeskLeave(string Number, Destination Where)
{
    /// <summary>The leave that is kept with a sound; null where there is none of the desk.</summary>
    public static DeskLeave? Of(Rights rights)
    {
        ArgumentNullException.ThrowIfNull(rights);
        if (ProofPattern().Match(rights.Proof) is not { Success: true } proof) return null;
        foreach (var where in Enum.GetValues<Destination>())
            if (Say.Where(where) == proof.Groups["where"].Value) return new(proof.Groups["number"].Value, where);
        return null;
    }

    /// <summary>The proof to keep.</summary>
    public string Proof => string.Create(CultureInfo.InvariantCulture, $"Clearance desk no. {Number}, {Say.Where(Where)}");

    /// <summary>Whether it is leave for a place.</summary>
    public bool Covers(Destination where) => where <= Where;

    [GeneratedRegex(@"\AClearance desk no\. (?<number>\S+), (?<where>.+)\z")]
    private static partial Regex ProofPattern();
}
