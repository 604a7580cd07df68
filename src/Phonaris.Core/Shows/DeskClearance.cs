namespace Phonaris.Core.Shows;

/// <summary>A clearance given by the clearance desk. Destinations are ordered from the narrowest audience to the widest; a clearance for one covers all before it.</summary>
/// <param name="Number">The desk's case number.</param>
/// <param name="Destination">The widest destination that it allows.</param>
public sealed record DeskClearance(string Number, Destination Destination)
{
    /// <summary>Whether it allows a destination.</summary>
    public bool Covers(Destination destination) => destination <= Destination;
}
