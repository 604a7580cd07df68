using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>
/// The fonts shipped with the app, for cards and our own drawings: Bricolage Grotesque if asked for by name, otherwise Atkinson
/// Hyperlegible Next. On a machine without fonts the latter replaces every other family.
/// </summary>
internal static class BundledFonts
{
    private static readonly Lazy<SKTypeface> Regular = Load("AtkinsonHyperlegibleNext-Regular.ttf");
    private static readonly Lazy<SKTypeface> Bold = Load("AtkinsonHyperlegibleNext-Bold.ttf");
    private static readonly Lazy<SKTypeface> Heading = Load("BricolageGrotesque-Bold.ttf");

    /// <summary>Whether a family is shipped with the app.</summary>
    public static bool Has(string family) => family.Contains("Bricolage", StringComparison.OrdinalIgnoreCase) || family.Contains("Atkinson", StringComparison.OrdinalIgnoreCase);

    private static Lazy<SKTypeface> Load(string resource) => new(() =>
    {
        using var stream = typeof(BundledFonts).Assembly.GetManifestResourceStream(resource)!;
        using var data = SKData.Create(stream);
        return SKTypeface.FromData(data);
    });

    /// <summary>The typeface for a family.</summary>
    public static SKTypeface Find(string family, bool bold) =>
        family.Contains("Bricolage", StringComparison.OrdinalIgnoreCase) ? Heading.Value : bold ? Bold.Value : Regular.Value;
}
