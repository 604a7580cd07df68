using System.Security.Cryptography;
using System.Xml.Linq;
using Phonaris.Formats.Decks.Presentations;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// The original sounds and videos of a deck's slide. Those that the show has imported are removed, and so are sounds that it does not have. Videos that
/// it does not have stay, and so does everything outside the file.
/// </summary>
internal static class OwnMedia
{
    /// <summary>Removes them. The shape of a video stays, so that its replacement gets the same position.</summary>
    /// <param name="package">The deck.</param>
    /// <param name="part">The slide.</param>
    /// <param name="timeline">Its timeline.</param>
    /// <param name="known">The content hashes of the show's sounds and videos.</param>
    /// <param name="told">Receives messages.</param>
    /// <returns>The content hashes of the removed videos, with their shapes.</returns>
    public static List<(string Media, XElement Shape)> TakeOut(OpcPackage package, OpcPart part, SlideTimeline timeline, IReadOnlySet<string> known, Action<string> told)
    {
        var slide = part.Edit();
        List<string> sentences = [];
        List<(string, XElement)> videos = [];
        foreach (var properties in slide.Descendants(P + "nvPr").Where(p => p.Elements().Any(PptxSounds.IsSoundFile)).ToList())
        {
            var shape = properties.Parent!.Parent!;
            var what = PptxSounds.IsSound(Media, properties) ? "sound" : "video";
            var relation = PptxSounds.Relation(Media, properties);
            if (relation is null || Media(relation) is null or { Outside: true })
            {
                sentences.Add($"a {what} of the deck is stored outside its file and stays unchanged.");
                continue;
            }
            var (name, id) = (shape.Properties()?.Attribute("name")?.Value ?? "", shape.Properties()?.Attribute("id")?.Value ?? "");
            var hash = HashOf(relation);
            if (what == "video" && (hash is null || !known.Contains(hash)))
            {
                sentences.Add($"the deck's own video {name} is not in the show and stays unchanged.");
                continue;
            }
            if (hash is not null && !known.Contains(hash)) sentences.Add($"the deck's own sound {name} is not in the show and is left out.");
            // The icon of a sound is a picture; a shape of another kind has its own purpose.
            var gone = shape.Name == P + "pic";
            timeline.Remove(id, gone);
            if (gone && what == "video") videos.Add((hash!, shape));
            else if (gone) TakeOff(part, shape);
            else TakeOff(part, [.. properties.Elements().Where(e => PptxSounds.IsSoundFile(e) || e.Name == P + "extLst")]);
        }
        foreach (var action in slide.Descendants(P + "sndAc").ToList())
        {
            if (action.Descendants(P + "snd").FirstOrDefault() is { } sound && sound.Attribute(R + "embed")?.Value is { } relation && HashOf(relation) is { } hash && !known.Contains(hash))
                sentences.Add($"the deck's own sound {sound.Attribute("name")?.Value} is not in the show and is left out.");
            action.Remove();
        }
        if (slide.Descendants(P + "sndTgt").Any()) sentences.Add("an animation of the deck plays a sound and stays unchanged.");
        foreach (var sentence in sentences.Distinct()) told(sentence);
        return videos;

        (string Address, bool Outside)? Media(string? id) =>
            part.Relations.Find(r => r.Id == id) is { } found ? (found.Target.OriginalString, found.Outside) : null;

        string? HashOf(string relation)
        {
            if (package.Target(part, part.Relations.Find(r => r.Id == relation)) is not { } media) return null;
            using var content = media.Open();
            return Convert.ToHexStringLower(SHA256.HashData(content));
        }
    }

    /// <summary>Removes elements from a slide, and relationships that only they used.</summary>
    /// <param name="part">The slide.</param>
    /// <param name="elements">The elements.</param>
    public static void TakeOff(OpcPart part, params IReadOnlyList<XElement> elements)
    {
        var ids = elements.SelectMany(e => e.DescendantsAndSelf()).Attributes().Where(a => a.Name.Namespace == R).Select(a => a.Value).ToHashSet();
        foreach (var element in elements) element.Remove();
        ids.ExceptWith(part.Edit().Descendants().Attributes().Where(a => a.Name.Namespace == R).Select(a => a.Value));
        part.Relations.RemoveAll(r => ids.Contains(r.Id));
    }
}
