namespace Phonaris.Exports;

/// <summary>About what an export weighs and how long it takes.</summary>
/// <param name="Bytes">Its weight, in bytes; 0 for what is too light to speak of.</param>
/// <param name="Seconds">How long it takes the first time, on a machine of two cores.</param>
public sealed record ExportCost(long Bytes, double Seconds)
{
    /// <summary>What weighs next to nothing and is there at once.</summary>
    public static ExportCost Little { get; } = new(0, 0);
}
