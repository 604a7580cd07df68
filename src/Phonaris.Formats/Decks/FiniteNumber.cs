using System.Globalization;

namespace Phonaris.Formats.Decks;

/// <summary>Numbers as files from outside write them.</summary>
internal static class FiniteNumber
{
    /// <summary>A number; null where a text is none, or is infinite.</summary>
    public static double? Parse(string? text) => double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;
}
