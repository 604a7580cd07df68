using System.Globalization;
using ExcelNumberFormat;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Formats numbers by spreadsheet format codes (ISO/IEC 29500-1, 18.8.31): decimals, thousands, exponents, percentages, dates and literal text.</summary>
internal static class ChartNumbers
{
    /// <summary>Longer codes are ignored.</summary>
    private const int LongestCode = 200;

    /// <summary>The last day that can be formatted, in days since the end of 1899: in the year 9999.</summary>
    private const double FirstDay = 1, LastDay = 2_958_465;

    /// <summary>A number in a format; in the default format if the code is empty or invalid.</summary>
    /// <param name="value">The number.</param>
    /// <param name="code">The format code; it may have sections for positive, negative and zero values.</param>
    public static string Written(double value, string code)
    {
        if (code.Length is 0 or > LongestCode || code.Equals("General", StringComparison.OrdinalIgnoreCase)) return Plain(value);
        var format = new NumberFormat(code);
        if (!format.IsValid || format.IsDateTimeFormat && value is < FirstDay or > LastDay) return Plain(value);
        var written = format.Format(value, CultureInfo.InvariantCulture).Trim();
        return written.Length > 0 ? written : Plain(value);
    }

    private static string Plain(double value) => Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
}
