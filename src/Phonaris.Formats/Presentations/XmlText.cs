using System.Xml;
using System.Xml.Linq;
using Phonaris.Core.Shows;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// Text valid in XML: no control characters except line breaks and tabs, no unpaired surrogates (XML 1.0, 2.2). Pasted notes may contain
/// them.
/// </summary>
internal static class XmlText
{
    /// <summary>Removes invalid characters from a document.</summary>
    public static void Clean(XElement root)
    {
        foreach (var node in root.DescendantNodesAndSelf())
        {
            if (node is XText text && !IsXml(text.Value)) text.Value = Names.PlainLines(text.Value);
            if (node is not XElement element) continue;
            foreach (var attribute in element.Attributes())
                if (!IsXml(attribute.Value)) attribute.Value = Names.PlainLines(attribute.Value);
        }
    }

    private static bool IsXml(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (XmlConvert.IsXmlChar(text[i])) continue;
            if (i + 1 == text.Length || !XmlConvert.IsXmlSurrogatePair(text[i + 1], text[i])) return false;
            i++;
        }
        return true;
    }
}
