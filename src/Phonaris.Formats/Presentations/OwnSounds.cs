using System.Security.Cryptography;
using System.Xml.Linq;
using Phonaris.Formats.Decks.Presentations;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>The sounds that a slide of a deck had before: those the show has taken over, or was brought without, go; those that lie outside the file stay.</summary>
internal static class OwnSounds
{
    /// <summary>Takes them out.</summary>
    /// <param name="package">The deck.</param>
    /// <param name="part">The slide.</param>
    /// <param name="timeline">Its timeline.</param>
    /// <param name="known">The content hashes of the show's sounds.</param>
    /// <returns>What is to be told of it.</returns>
    public static IEnumerable<string> TakeOut(OpcPackage package, OpcPart part, SlideTimeline timeline, IReadOnlySet<string> known)
    {
        List<string> told = [];
        var slide = part.Edit();
        foreach (var properties in slide.Descendants(P + "nvPr").Where(p => PptxSounds.IsSound(Media, p)).ToList())
        {
            var shape = properties.Parent!.Parent!;
            var relation = PptxSounds.Relation(Media, properties);
            if (relation is null || Media(relation) is null or { Outside: true })
            {
                told.Add("a sound of the deck lies outside its file, and stays as it is.");
                continue;
            }
            Forget(relation, shape.Properties()?.Attribute("name")?.Value ?? "");
            timeline.Remove(shape.Properties()?.Attribute("id")?.Value ?? "");
            var ids = properties.Descendants().Attributes().Where(a => a.Name.Namespace == R).Select(a => a.Value).ToList();
            // The sign of a sound is a picture; another shape is there for what it shows.
            if (shape.Name == P + "pic") shape.Remove();
            else properties.Elements().Where(e => PptxSounds.IsSoundFile(e) || e.Name == P + "extLst").Remove();
            part.Relations.RemoveAll(r => ids.Contains(r.Id) && !slide.Descendants().Attributes().Any(a => a.Name.Namespace == R && a.Value == r.Id));
        }
        foreach (var action in slide.Descendants(P + "sndAc").ToList())
        {
            if (action.Descendants(P + "snd").FirstOrDefault()?.Attribute(R + "embed")?.Value is { } relation) Forget(relation, action.Descendants(P + "snd").First().Attribute("name")?.Value ?? "");
            action.Remove();
        }
        if (slide.Descendants(P + "sndTgt").Any()) told.Add("an animation of the deck sounds by itself, and stays as it is.");
        return told.Distinct();

        (string Address, bool Outside)? Media(string? id) =>
            part.Relations.Find(r => r.Id == id) is { } found ? (found.Target.OriginalString, found.Outside) : null;

        void Forget(string relation, string name)
        {
            if (package.Target(part, part.Relations.Find(r => r.Id == relation)) is not { } media) return;
            using var content = media.Open();
            if (!known.Contains(Convert.ToHexStringLower(SHA256.HashData(content)))) told.Add($"the deck's own sound {name} is not in the show, and is left out.");
        }
    }
}
