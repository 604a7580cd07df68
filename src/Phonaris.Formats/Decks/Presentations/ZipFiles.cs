using System.IO.Compression;
using System.Xml;
using System.Xml.Linq;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Opens zip files from outside with limits on their declared and their actual sizes.</summary>
internal static class ZipFiles
{
    private const int MostEntries = 30_000;
    private const long MostBytes = 4_000_000_000;
    private const long MostCharacters = 30_000_000;
    private const long MostXmlBytes = 120_000_000;

    /// <summary>The greatest nesting of elements: nested groups in real decks are about a dozen deep.</summary>
    public const int DeepestXml = 256;

    /// <summary>Settings for XML from outside: no entities, no external resources, limited size.</summary>
    public static XmlReaderSettings SafeXml { get; } = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        MaxCharactersInDocument = MostCharacters,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
    };

    /// <summary>Opens a zip file and checks its declared sizes.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <exception cref="RuleException">It is damaged, or declares too much.</exception>
    public static ZipArchive Open(string path, string name)
    {
        ZipArchive zip;
        try
        {
            zip = ZipFile.OpenRead(path);
        }
        catch (InvalidDataException)
        {
            throw new RuleException($"{name} is damaged. Save it again and add that file.");
        }
        try
        {
            if (zip.Entries.Count <= MostEntries && zip.Entries.All(e => e.Length <= MostBytes) && zip.Entries.Sum(e => e.Length) <= MostBytes) return zip;
        }
        catch (InvalidDataException)
        {
            zip.Dispose();
            throw new RuleException($"{name} is damaged. Save it again and add that file.");
        }
        zip.Dispose();
        throw new RuleException($"{name} is too large to unpack safely. Save it again with fewer or smaller parts.");
    }

    /// <summary>The bytes of an entry, up to a limit.</summary>
    /// <exception cref="RuleException">It is larger than the limit.</exception>
    public static byte[] Bytes(Stream entry, long most, string name)
    {
        using var content = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = entry.Read(buffer)) > 0)
        {
            if (content.Length + read > most) throw new RuleException($"{name} has a part that is too large to unpack safely.");
            content.Write(buffer, 0, read);
        }
        return content.ToArray();
    }

    /// <summary>The root of an XML document.</summary>
    /// <param name="content">Its bytes.</param>
    /// <exception cref="XmlException">It is not well-formed, is too long or too deep, or uses entities.</exception>
    public static XElement Xml(Stream content)
    {
        using var bytes = new MemoryStream(Bytes(content, MostXmlBytes, "The deck"));
        // Before a tree is built, which is walked by recursive functions.
        using (var depth = XmlReader.Create(bytes, SafeXml))
            while (depth.Read())
                if (depth.Depth > DeepestXml) throw new XmlException("Too deep.");
        bytes.Position = 0;
        using var reader = XmlReader.Create(bytes, SafeXml);
        return XElement.Load(reader);
    }
}
