namespace Phonaris.Exports;

/// <summary>The estimated size and duration of an export.</summary>
/// <param name="Bytes">The size in bytes; 0 when negligible.</param>
/// <param name="Seconds">The duration of a first export, on a machine with two cores.</param>
public sealed record ExportCost(long Bytes, double Seconds)
{
    /// <summary>A negligible cost.</summary>
    public static ExportCost Little { get; } = new(0, 0);
}
