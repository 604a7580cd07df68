using System.IO.Compression;
using System.Xml;
using System.Xml.Linq;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Opens zip files from outside with bounds: on what they claim, and on what really comes out of them.</summary>
internal static class ZipFiles
{
    private const int MostEntries = 30_000;
    private const long MostBytes = 4_000_000_000;
    private const long MostCharacters = 30_000_000;
    private const long MostXmlBytes = 120_000_000;

    /// <summary>How deep elements may lie in each other: groups in groups of a deck that people made are a dozen deep.</summary>
    public const int DeepestXml = 256;

    /// <summary>Settings for XML from outside: no entities, nothing fetched, bounded.</summary>
    public static XmlReaderSettings SafeXml { get; } = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        MaxCharactersInDocument = MostCharacters,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
    };

    /// <summary>Opens a zip file and checks what it claims to hold.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <exception cref="RuleException">It is damaged, or claims to hold too much.</exception>
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

    /// <summary>The bytes of an entry, at most so many.</summary>
    /// <exception cref="RuleException">It holds more.</exception>
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
    /// <exception cref="XmlException">It is not well formed, too long, too deep, or uses entities.</exception>
    public static XElement Xml(Stream content)
    {
        using var bytes = new MemoryStream(Bytes(content, MostXmlBytes, "The deck"));
        // Before it becomes a tree, which is walked by functions that call themselves.
        using (var depth = XmlReader.Create(bytes, SafeXml))
            while (depth.Read())
                if (depth.Depth > DeepestXml) throw new XmlException("Too deep.");
        bytes.Position = 0;
        using var reader = XmlReader.Create(bytes, SafeXml);
        return XElement.Load(reader);
    }
}
