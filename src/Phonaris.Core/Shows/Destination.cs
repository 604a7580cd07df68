namespace Phonaris.Core.Shows;

/// <summary>Where a show is used, for deciding whether its sounds are cleared.</summary>
public enum Destination
{
    /// <summary>In the room where it is presented.</summary>
    Room,

    /// <summary>Within the organisation.</summary>
    Inside,

    /// <summary>On the public web.</summary>
    Web,

    /// <summary>In a product for sale, or to advertise one.</summary>
    Sold,
}
