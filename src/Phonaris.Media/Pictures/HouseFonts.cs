using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>
/// The fonts of cards and of our own drawings, shipped with the app: Bricolage Grotesque where it is asked for by name, else Atkinson
/// Hyperlegible Next. On a machine without fonts it stands in for every other family.
/// </summary>
internal static class HouseFonts
{
    private static readonly Lazy<SKTypeface> Regular = Load("AtkinsonHyperlegibleNext-Regular.ttf");
    private static readonly Lazy<SKTypeface> Bold = Load("AtkinsonHyperlegibleNext-Bold.ttf");
    private static readonly Lazy<SKTypeface> Heading = Load("BricolageGrotesque-Bold.ttf");

    /// <summary>Whether a family is one of the house.</summary>
    public static bool Has(string family) => family.Contains("Bricolage", StringComparison.OrdinalIgnoreCase) || family.Contains("Atkinson", StringComparison.OrdinalIgnoreCase);

    private static Lazy<SKTypeface> Load(string resource) => new(() =>
    {
        using var stream = typeof(HouseFonts).Assembly.GetManifestResourceStream(resource)!;
        using var data = SKData.Create(stream);
        return SKTypeface.FromData(data);
    });

    /// <summary>The typeface for a family.</summary>
    public static SKTypeface Find(string family, bool bold) =>
        family.Contains("Bricolage", StringComparison.OrdinalIgnoreCase) ? Heading.Value : bold ? Bold.Value : Regular.Value;
}
