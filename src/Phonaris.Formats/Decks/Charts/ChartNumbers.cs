using System.Globalization;
using System.Text.RegularExpressions;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Writes numbers by the format codes of tables (ISO/IEC 29500-1, 18.8.31): decimals, thousands, per cent, and the words around them.</summary>
internal static class ChartNumbers
{
    /// <summary>No number is written with more decimals.</summary>
    private const int MostDecimals = 10;

    /// <summary>A number as a code has it.</summary>
    /// <param name="value">The number.</param>
    /// <param name="code">The code; of several for numbers of different signs the first.</param>
    public static string Written(double value, string code)
    {
        code = code.Split(';')[0];
        if (code.Length == 0 || code.Equals("General", StringComparison.OrdinalIgnoreCase) || code == "@")
            return Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
        if (IsDate(code)) return Date(value, code);
        var (before, digits, after) = Apart(code);
        if (digits.Length == 0) return before.Length > 0 ? before : Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
        var decimals = digits.Contains('.') ? Math.Min(MostDecimals, digits[(digits.IndexOf('.') + 1)..].Count(c => c is '0' or '#')) : 0;
        var written = (code.Contains('%') ? value * 100 : value).ToString((digits.Contains(',') ? "N" : "F") + decimals, CultureInfo.InvariantCulture);
        return before + written + after;
    }

    /// <summary>Whether a code is one of dates: it has days or years outside of quoted words and brackets.</summary>
    private static bool IsDate(string code) => Bare(string.Concat(code.Split('"').Where((_, i) => i % 2 == 0))).AsSpan().IndexOfAny("dDyY") >= 0;

    /// <summary>A code without what is in brackets: colours, places, conditions.</summary>
    private static string Bare(string code) => Regex.Replace(code, @"\[[^]]*\]|\\", "");

    /// <summary>A date by its number of days; years, months and days are written as the code has them.</summary>
    private static string Date(double days, string code)
    {
        if (days is < 1 or > 2_900_000) return Math.Round(days).ToString(CultureInfo.InvariantCulture);
        // Months are small letters there, and minutes in .NET.
        var bare = Bare(code).ToLowerInvariant().Replace('m', 'M');
        return DateTime.FromOADate(days).ToString(bare.Length == 1 ? "%" + bare : bare, CultureInfo.InvariantCulture);
    }

    /// <summary>What stands before the digits, their places, and what stands behind.</summary>
    private static (string Before, string Digits, string After) Apart(string code)
    {
        var (before, digits, after) = ("", "", "");
        for (var i = 0; i < code.Length; i++)
        {
            var c = code[i];
            if (c is '0' or '#' or '?' || c is '.' or ',' && digits.Length > 0 && after.Length == 0) digits += c;
            else if (c == '[') i = Math.Max(i, code.IndexOf(']', i));
            else if (c is '_' or '*') i++;
            else if (c == '"')
            {
                var end = code.IndexOf('"', i + 1);
                Put(code[(i + 1)..(end < 0 ? code.Length : end)]);
                if (end < 0) break;
                i = end;
            }
            else if (c == '\\' && i + 1 < code.Length) Put(code[++i].ToString());
            else Put(c.ToString());
        }
        return (before, digits, after);

        void Put(string words)
        {
            if (digits.Length == 0) before += words;
            else after += words;
        }
    }
}
