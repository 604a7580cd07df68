using System.Globalization;
using System.Xml.Linq;
using DocumentFormat.OpenXml.Packaging;
using Phonaris.Core.Shows;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Finds the sounds and videos in a presentation, and where they play.</summary>
internal static class PptxSounds
{
    private static readonly string[] Kinds = ["audioFile", "wavAudioFile", "audioCd", "quickTimeFile", "videoFile"];

    private const double UsualVolume = 0.5, LeastDb = -60;

    /// <summary>Repeat counts are in thousandths.</summary>
    private const int Once = 1000, MostRounds = 1000;

    /// <summary>The sounds and videos of a slide.</summary>
    /// <param name="package">The presentation.</param>
    /// <param name="part">The slide.</param>
    /// <param name="xml">Its document.</param>
    /// <param name="timing">Its timing.</param>
    /// <param name="number">Its number, from 1.</param>
    /// <param name="slides">The number of slides.</param>
    /// <param name="notUnderstood">Receives what is outside the file.</param>
    public static IEnumerable<DeckSound> Of(PptxPackage package, SlidePart part, XElement xml, PptxTiming timing, int number, int slides, Action<string> notUnderstood)
    {
        foreach (var properties in xml.Descendants(P + "nvPr"))
        {
            if (properties.Elements().FirstOrDefault(IsSoundFile) is null) continue;
            var video = !IsSound(MediaOf, properties);
            var shapeId = properties.Parent?.Element(P + "cNvPr")?.Attribute("id")?.Value ?? "";
            if (MediaOf(Relation(MediaOf, properties)) is not var (address, outside) || outside)
            {
                notUnderstood($"a {(video ? "video" : "sound")} is stored outside the file and was not imported");
                continue;
            }
            var node = timing.Media.FirstOrDefault(m => m.Descendants(P + "spTgt").Any(t => t.Attribute("spid")?.Value == shapeId));
            var clock = node?.Element(P + "cTn");
            var across = Math.Max(1, node.Number("numSld") ?? 1);
            var plays = timing.PlaysWith(shapeId);
            var muted = node is not null && node.Says("mute");
            yield return Sound(
                address, number, (int)Math.Min(slides, number + across - 1), clock?.Attribute("repeatCount")?.Value == "indefinite",
                node is null ? 0 : Level(muted && !video ? 0 : node.Share("vol") ?? UsualVolume), plays?.Step, plays?.DelayMs ?? 0) with
            {
                Video = video ? Video(package, properties, node, muted) : null,
            };
        }
        foreach (var sound in xml.Descendants(P + "stSnd").Select(s => (Loops: s.Says("loop"), Element: s.Element(P + "snd"))))
            if (PptxPackage.Media(part, sound.Element?.Attribute(R + "embed")?.Value) is (var address, false))
                yield return Sound(address, number, number, sound.Loops, 0, 1, 0);

        (string, bool)? MediaOf(string? relationship) => PptxPackage.Media(part, relationship);
    }

    /// <summary>Merges copies of a manual sound on consecutive slides, all up to the same last slide, into one that covers them all.</summary>
    public static IEnumerable<DeckSound> Joined(IEnumerable<DeckSound> sounds)
    {
        List<DeckSound> joined = [];
        foreach (var sound in sounds)
            if (sound.Start != "hand" || !joined.Exists(s => s.Start == "hand" && s.Part == sound.Part && s.LastSlide == sound.LastSlide && s.FirstSlide < sound.FirstSlide)) joined.Add(sound);
        return joined;
    }

    /// <summary>Whether a shape is a sound: some writers declare a sound like a film.</summary>
    /// <param name="media">Returns the target of a relationship.</param>
    /// <param name="properties">The shape's properties.</param>
    public static bool IsSound(Func<string?, (string Address, bool Outside)?> media, XElement? properties)
    {
        if (properties?.Elements().FirstOrDefault(IsSoundFile) is not { } file) return false;
        return file.Name.LocalName != "videoFile"
            || media(Relation(media, properties)) is var (address, _) && DeckSound.Endings.Contains(Path.GetExtension(address).ToLowerInvariant());
    }

    /// <summary>Whether an element refers to a sound file, or to a film.</summary>
    public static bool IsSoundFile(XElement element) => Kinds.Contains(element.Name.LocalName);

    /// <summary>The relationship to the sound of a shape: the extension's if it is valid, otherwise the standard one.</summary>
    public static string? Relation(Func<string?, (string Address, bool Outside)?> media, XElement properties)
    {
        var file = properties.Elements().First(IsSoundFile);
        var extended = properties.Extensions("media").FirstOrDefault()?.Attribute(R + "embed")?.Value;
        return media(extended) is not null ? extended : file.Attribute(R + "link")?.Value ?? file.Attribute(R + "embed")?.Value;
    }

    /// <summary>How a video is shown: position, crop and trim of its shape, and the settings of its timing node.</summary>
    private static DeckVideo? Video(PptxPackage package, XElement properties, XElement? node, bool muted)
    {
        var shape = properties.Ancestors(P + "pic").FirstOrDefault();
        if (shape is null) return null;
        var (offset, extent) = (shape.Element(P + "spPr")?.Element(A + "xfrm")?.Element(A + "off"), shape.Element(P + "spPr")?.Element(A + "xfrm")?.Element(A + "ext"));
        List<GroupFrame> groups = [.. shape.Ancestors(P + "grpSp").Select(g => GroupFrame.Of(g.Element(P + "grpSpPr")?.Element(A + "xfrm")))];
        var box = GroupFrame.Map(new(offset.Points("x") ?? 0, offset.Points("y") ?? 0, extent.Points("cx") ?? package.Width, extent.Points("cy") ?? package.Height, 0, false, false), groups);
        var cut = shape.Element(P + "blipFill")?.Element(A + "srcRect");
        var crop = new VideoCrop(cut.Share("l") ?? 0, cut.Share("t") ?? 0, cut.Share("r") ?? 0, cut.Share("b") ?? 0);
        var trim = properties.Extensions("media").Elements().FirstOrDefault(e => e.Name.LocalName == "trim");
        var clock = node?.Element(P + "cTn");
        var rounds = clock?.Attribute("repeatCount")?.Value;
        var hides = node?.Says("showWhenStopped", otherwise: true) == false;
        return new(
            Share(box.X, package.Width), Share(box.Y, package.Height), Share(box.Width, package.Width), Share(box.Height, package.Height),
            crop == new VideoCrop(0, 0, 0, 0) ? null : crop, Ms(trim, "st"), Ms(trim, "end"),
            rounds == "indefinite" ? Cue.FillSpan : Math.Clamp((int)((clock.Number("repeatCount") ?? Once) / Once), 1, MostRounds), muted,
            hides ? VideoEnd.Leaves : clock?.Attribute("fill")?.Value == "remove" ? VideoEnd.BackToFirst : VideoEnd.KeepsLast, hides);

        // Written with fractions of a millisecond.
        static long Ms(XElement? trim, string name) => double.TryParse(trim?.Attribute(name)?.Value, NumberStyles.Float, CultureInfo.InvariantCulture, out var ms) && ms is > 0 and < 1e9 ? (long)ms : 0;

        static double Share(double points, double of) => Math.Round(points / of, 6);
    }

    private static DeckSound Sound(string address, int first, int last, bool loop, double levelDb, int? step, long delayMs) => new(
        Path.GetFileName(address), first, last, loop, levelDb, step switch { null => "hand", 1 => "with", _ => "step" }, step > 1 ? step : null)
    {
        Part = address.TrimStart('/'),
        DelayMs = delayMs,
    };

    private static double Level(double volume) => volume <= 0 ? LeastDb : Math.Max(LeastDb, Math.Round(20 * Math.Log10(Math.Min(1, volume)), 1));
}
