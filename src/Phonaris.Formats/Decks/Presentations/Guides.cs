using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// The named values of a shape: the predefined ones, and the results of its formulas (ISO/IEC 29500-1, 20.1.9.11 and 20.1.10.55).
/// Lengths are in English metric units, angles in 60,000ths of a degree.
/// </summary>
internal sealed class Guides
{
    private const double Degree = 60_000, Round = 360 * Degree;

    private readonly Dictionary<string, double> _values = new(StringComparer.Ordinal);

    /// <summary>The predefined values.</summary>
    /// <param name="width">Its width.</param>
    /// <param name="height">Its height.</param>
    public Guides(double width, double height)
    {
        var (shorter, longer) = (Math.Min(width, height), Math.Max(width, height));
        foreach (var (name, value) in new[]
                 {
                     ("l", 0), ("t", 0), ("r", width), ("b", height), ("w", width), ("h", height), ("hc", width / 2), ("vc", height / 2), ("ss", shorter), ("ls", longer),
                     ("cd2", Round / 2), ("cd4", Round / 4), ("cd8", Round / 8), ("3cd4", 3 * Round / 4), ("3cd8", 3 * Round / 8), ("5cd8", 5 * Round / 8), ("7cd8", 7 * Round / 8),
                 })
            _values[name] = value;
        foreach (var part in new[] { 2, 3, 4, 5, 6, 8, 10, 12, 16, 32 })
            (_values[$"wd{part}"], _values[$"hd{part}"], _values[$"ssd{part}"]) = (width / part, height / part, shorter / part);
    }

    /// <summary>A value by name, or a number; 0 otherwise.</summary>
    public double this[string? of] =>
        of is null ? 0 : _values.TryGetValue(of, out var value) ? value : FiniteNumber.Parse(of) ?? 0;

    /// <summary>Evaluates formulas in order; a repeated name is overwritten.</summary>
    public void Add(XElement? list)
    {
        foreach (var guide in list?.Elements(A + "gd") ?? [])
            if (guide.Attribute("name")?.Value is { } name && Value(guide.Attribute("fmla")?.Value ?? "") is { } value && double.IsFinite(value)) _values[name] = value;
    }

    private double? Value(string formula)
    {
        var words = formula.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0) return null;
        double X(int i) => this[words.ElementAtOrDefault(i)];
        var (x, y, z) = (X(1), X(2), X(3));
        return words[0] switch
        {
            "val" => x,
            "*/" => z == 0 ? 0 : x * y / z,
            "+-" => x + y - z,
            "+/" => z == 0 ? 0 : (x + y) / z,
            "?:" => x > 0 ? y : z,
            "abs" => Math.Abs(x),
            "at2" => Math.Atan2(y, x) * 180 / Math.PI * Degree,
            "cat2" => x * Math.Cos(Math.Atan2(z, y)),
            "sat2" => x * Math.Sin(Math.Atan2(z, y)),
            "cos" => x * Math.Cos(Radians(y)),
            "sin" => x * Math.Sin(Radians(y)),
            "tan" => x * Math.Tan(Radians(y)),
            "max" => Math.Max(x, y),
            "min" => Math.Min(x, y),
            "mod" => Math.Sqrt(x * x + y * y + z * z),
            "pin" => y < x ? x : y > z ? z : y,
            "sqrt" => Math.Sqrt(Math.Max(0, x)),
            _ => null,
        };
    }

    /// <summary>An angle in radians.</summary>
    public static double Radians(double angle) => angle / Degree * Math.PI / 180;
}
