namespace Phonaris.Core.Shows;

/// <summary>A clearance that the desk gave. Destinations go from the nearest to the widest: what is allowed for one is allowed for those before it.</summary>
/// <param name="Number">The desk's own number of it.</param>
/// <param name="Destination">The widest destination that it allows.</param>
public sealed record DeskClearance(string Number, Destination Destination)
{
    /// <summary>Whether it allows a destination.</summary>
    public bool Covers(Destination destination) => destination <= Destination;
}
