using System.Globalization;

namespace Phonaris.Formats.Decks;

/// <summary>Parses numbers from outside files.</summary>
internal static class FiniteNumber
{
    /// <summary>A number; null for text that is not a number, or for infinity.</summary>
    public static double? Parse(string? text) => double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;
}
