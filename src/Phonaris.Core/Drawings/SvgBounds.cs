using System.Xml;
using System.Xml.Linq;

namespace Phonaris.Core.Drawings;

/// <summary>
/// How much an SVG drawing may come to, asked before anything draws it: what draws goes down into elements by calling itself, and into parts that are used
/// again each time they are.
/// </summary>
public static class SvgBounds
{
    /// <summary>How deep elements may lie in each other, parts that are used counted from where they are.</summary>
    public const int Deepest = 256;

    /// <summary>How many elements a drawing may come to.</summary>
    public const long MostElements = 200_000;

    private const string Reference = "url(#";

    /// <summary>Whether elements lie deeper in each other than they may: asked before they become a tree, which takes long with such.</summary>
    /// <param name="reader">Reads the drawing from its beginning.</param>
    /// <exception cref="XmlException">It is not well formed.</exception>
    public static bool IsTooDeep(XmlReader reader)
    {
        ArgumentNullException.ThrowIfNull(reader);
        while (reader.Read())
            if (reader.Depth > Deepest) return true;
        return false;
    }

    /// <summary>Whether a drawing keeps to them.</summary>
    /// <param name="root">The drawing.</param>
    public static bool Permit(XElement root)
    {
        ArgumentNullException.ThrowIfNull(root);
        var named = root.DescendantsAndSelf().Where(e => e.Attribute("id") is not null).DistinctBy(e => e.Attribute("id")!.Value).ToDictionary(e => e.Attribute("id")!.Value);
        var known = new Dictionary<XElement, (long Count, int Height)>();
        return Drawn(root, 0).Count <= MostElements;

        // How many elements one comes to, and how deep they lie below it; too many where they lie too deep. What is known of a part that is used
        // from several places is its height, so that its depth is counted from each of them.
        (long Count, int Height) Drawn(XElement element, int depth)
        {
            if (known.TryGetValue(element, out var drawn)) return depth + drawn.Height > Deepest ? (MostElements + 1, drawn.Height) : drawn;
            // A drawing within a drawing would have bounds of its own.
            if (depth > Deepest || element.Attributes().Any(a => a.Value.StartsWith("data:image/svg", StringComparison.OrdinalIgnoreCase))) return (MostElements + 1, 0);
            // What uses itself has no effect more.
            known[element] = (0, 0);
            var (count, height) = (1L, 0);
            foreach (var part in element.Elements().Concat(Used(element).Where(named.ContainsKey).Select(id => named[id])))
            {
                var below = Drawn(part, depth + 1);
                (count, height) = (Math.Min(MostElements + 1, count + below.Count), Math.Max(height, below.Height + 1));
            }
            return known[element] = (count, height);
        }
    }

    /// <summary>The parts that an element has drawn once more: as itself, or as its pattern, mask, mark or clip.</summary>
    private static IEnumerable<string> Used(XElement element)
    {
        foreach (var attribute in element.Attributes())
        {
            if (attribute.Name.LocalName == "href" && attribute.Value is ['#', .. var whole]) yield return whole;
            for (var at = 0; (at = attribute.Value.IndexOf(Reference, at, StringComparison.OrdinalIgnoreCase)) >= 0;)
            {
                at += Reference.Length;
                var end = attribute.Value.IndexOf(')', at);
                if (end > at) yield return attribute.Value[at..end].Trim('\'', '"', ' ');
            }
        }
    }
}
