using System.Globalization;
using ExcelNumberFormat;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Writes numbers by the format codes of tables (ISO/IEC 29500-1, 18.8.31): decimals, thousands, exponents, per cent, dates, and the words around them.</summary>
internal static class ChartNumbers
{
    /// <summary>A longer code is not gone by.</summary>
    private const int LongestCode = 200;

    /// <summary>Days since the end of 1899 that a calendar here reaches: to the year 9999.</summary>
    private const double FirstDay = 1, LastDay = 2_958_465;

    /// <summary>A number as a code has it, or plainly where the code says nothing or cannot be read.</summary>
    /// <param name="value">The number.</param>
    /// <param name="code">The code; it may have sections for positive numbers, negative ones and zero.</param>
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
