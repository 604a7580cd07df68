using System.Xml;
using System.Xml.Linq;

namespace Phonaris.Core.Drawings;

/// <summary>
/// Limits for SVG drawings, checked before a drawing is rendered: the renderer is recursive, and renders reused parts
/// each time.
/// </summary>
public static class SvgBounds
{
    /// <summary>The greatest nesting of elements, with reused parts counted where they are used.</summary>
    public const int Deepest = 256;

    /// <summary>The most elements, with reuse.</summary>
    public const long MostElements = 200_000;

    private const string Reference = "url(#";

    /// <summary>Whether elements are nested too deeply: checked before they become a tree, which would take long.</summary>
    /// <param name="reader">Reads the drawing from its beginning.</param>
    /// <exception cref="XmlException">It is not well-formed.</exception>
    public static bool IsTooDeep(XmlReader reader)
    {
        ArgumentNullException.ThrowIfNull(reader);
        while (reader.Read())
            if (reader.Depth > Deepest) return true;
        return false;
    }

    /// <summary>Whether a drawing is within the limits.</summary>
    /// <param name="root">The drawing.</param>
    public static bool Permit(XElement root)
    {
        ArgumentNullException.ThrowIfNull(root);
        var named = root.DescendantsAndSelf().Where(e => e.Attribute("id") is not null).DistinctBy(e => e.Attribute("id")!.Value).ToDictionary(e => e.Attribute("id")!.Value);
        var known = new Dictionary<XElement, (long Count, int Height)>();
        return Drawn(root, 0).Count <= MostElements;

        // The number of elements of a subtree, and its height; too many if it is too deep. For a part that is used
        // from several places its height is cached, so that its depth can be computed for each of them.
        (long Count, int Height) Drawn(XElement element, int depth)
        {
            if (known.TryGetValue(element, out var drawn)) return depth + drawn.Height > Deepest ? (MostElements + 1, drawn.Height) : drawn;
            // A drawing within a drawing would have its own limits.
            if (depth > Deepest || element.Attributes().Any(a => a.Value.StartsWith("data:image/svg", StringComparison.OrdinalIgnoreCase))) return (MostElements + 1, 0);
            // An element that uses itself has no further effect.
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

    /// <summary>The parts that an element renders again: as a use, or as its pattern, mask, marker or clip path.</summary>
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
