using System.Xml.Linq;
using DocumentFormat.OpenXml.Packaging;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Finds the sounds already in a presentation and where they play.</summary>
internal static class PptxSounds
{
    private static readonly string[] Kinds = ["audioFile", "wavAudioFile", "audioCd", "quickTimeFile", "videoFile"];

    private const double UsualVolume = 0.5, LeastDb = -60;

    /// <summary>The sounds of a slide.</summary>
    /// <param name="part">The slide.</param>
    /// <param name="xml">Its document.</param>
    /// <param name="timing">Its timing.</param>
    /// <param name="number">Its number, from 1.</param>
    /// <param name="slides">How many slides there are.</param>
    /// <param name="notUnderstood">Told what lies elsewhere.</param>
    public static IEnumerable<DeckSound> Of(SlidePart part, XElement xml, PptxTiming timing, int number, int slides, Action<string> notUnderstood)
    {
        foreach (var properties in xml.Descendants(P + "nvPr"))
        {
            if (!IsSound(part, properties)) continue;
            var shapeId = properties.Parent?.Element(P + "cNvPr")?.Attribute("id")?.Value ?? "";
            var media = Media(part, properties);
            if (media is not var (address, outside) || outside)
            {
                notUnderstood($"Slide {number}: a sound lies outside the file and was not fetched.");
                continue;
            }
            var node = timing.Media.FirstOrDefault(m => m.Descendants(P + "spTgt").Any(t => t.Attribute("spid")?.Value == shapeId));
            var clock = node?.Element(P + "cTn");
            var across = Math.Max(1, node.Number("numSld") ?? 1);
            var step = timing.PlaysWith(shapeId);
            yield return Sound(
                address, number, (int)Math.Min(slides, number + across - 1), clock?.Attribute("repeatCount")?.Value == "indefinite",
                node is null ? 0 : Level(node.Says("mute") ? 0 : node.Share("vol") ?? UsualVolume), step);
        }
        foreach (var sound in xml.Descendants(P + "stSnd").Select(s => (Loops: s.Says("loop"), Element: s.Element(P + "snd"))))
            if (PptxPackage.Media(part, sound.Element?.Attribute(R + "embed")?.Value) is (var address, false))
                yield return Sound(address, number, number, sound.Loops, 0, 1);
    }

    /// <summary>Whether a shape stands for a sound: some writers name a sound as they would a film.</summary>
    public static bool IsSound(OpenXmlPart part, XElement? properties)
    {
        if (properties?.Elements().FirstOrDefault(e => Kinds.Contains(e.Name.LocalName)) is not { } file) return false;
        return file.Name.LocalName != "videoFile"
            || Media(part, properties) is var (address, _) && DeckSound.Endings.Contains(Path.GetExtension(address).ToLowerInvariant());
    }

    private static (string Address, bool Outside)? Media(OpenXmlPart part, XElement properties)
    {
        var file = properties.Elements().First(e => Kinds.Contains(e.Name.LocalName));
        return PptxPackage.Media(part, properties.Extensions("media").FirstOrDefault()?.Attribute(R + "embed")?.Value)
            ?? PptxPackage.Media(part, file.Attribute(R + "link")?.Value ?? file.Attribute(R + "embed")?.Value);
    }

    private static DeckSound Sound(string address, int first, int last, bool loop, double levelDb, int? step) => new(
        Path.GetFileName(address), first, last, loop, levelDb, step switch { null => "hand", 1 => "with", _ => "step" }, step > 1 ? step : null)
    {
        Part = address.TrimStart('/'),
    };

    private static double Level(double volume) => volume <= 0 ? LeastDb : Math.Max(LeastDb, Math.Round(20 * Math.Log10(Math.Min(1, volume)), 1));
}
