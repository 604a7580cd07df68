namespace Phonaris.Core.Shows;

/// <summary>Where a show is heard, as far as leave to use its sounds goes by it.</summary>
public enum Destination
{
    /// <summary>In the room it is shown in.</summary>
    Room,

    /// <summary>Passed on inside the organisation.</summary>
    Inside,

    /// <summary>On the open web.</summary>
    Web,

    /// <summary>Sold, or used to sell.</summary>
    Sold,
}
