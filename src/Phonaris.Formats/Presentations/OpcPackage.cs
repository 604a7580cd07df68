using System.IO.Packaging;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// The parts of a package of ISO/IEC 29500-2, which can be changed and written again. Unchanged parts are written byte for byte, and parts that nothing
/// refers to any more are left out.
/// </summary>
internal sealed class OpcPackage : IDisposable
{
    /// <summary>The largest part of a deck, in bytes. Added parts, such as videos, have no limit.</summary>
    private const long MostPartBytes = 1_000_000_000;

    private const string RelationshipsType = "application/vnd.openxmlformats-package.relationships+xml";

    private readonly Package? _source;
    private readonly Dictionary<Uri, OpcPart> _parts = new(new SamePartName());

    /// <summary>A package without parts.</summary>
    public OpcPackage()
    {
    }

    /// <summary>The parts of a file.</summary>
    /// <exception cref="RuleException">It is damaged.</exception>
    public OpcPackage(string path, string name)
    {
        using (ZipFiles.Open(path, name))
        {
            // Opened only to check its limits.
        }
        _source = Package.Open(path, FileMode.Open, FileAccess.Read, FileShare.Read);
        Relations.AddRange(_source.GetRelationships().Select(OpcRelation.Of));
        foreach (var part in _source.GetParts().Where(p => p.ContentType != RelationshipsType))
        {
            var taken = _parts[part.Uri] = new(part.Uri, part.ContentType, () => part.GetStream(FileMode.Open, FileAccess.Read)) { MostBytes = MostPartBytes };
            taken.Relations.AddRange(part.GetRelationships().Select(OpcRelation.Of));
        }
    }

    /// <summary>The relationships of the package itself.</summary>
    public List<OpcRelation> Relations { get; } = [];

    /// <summary>The part a relationship refers to; null if it is external or missing.</summary>
    /// <param name="from">The part it belongs to; null for the package.</param>
    /// <param name="relation">The relationship.</param>
    public OpcPart? Target(OpcPart? from, OpcRelation? relation)
    {
        if (relation is null or { Outside: true }) return null;
        try
        {
            var uri = PackUriHelper.ResolvePartUri(from?.Uri ?? new Uri("/", UriKind.Relative), relation.Target);
            return _parts.GetValueOrDefault(new Uri(uri.OriginalString.Split('#')[0], UriKind.Relative));
        }
        catch (ArgumentException)
        {
            // Some writers leave behind an invalid address.
            return null;
        }
    }

    /// <summary>The part that a part refers to by a type of relationship; null if there is none.</summary>
    public OpcPart? Target(OpcPart? from, string kind) => Target(from, (from?.Relations ?? Relations).Find(r => r.Is(kind)));

    /// <summary>Adds a part.</summary>
    /// <param name="name">Its name, with <c>{0}</c> for the first free number.</param>
    /// <param name="type">Its content type.</param>
    /// <param name="content">Returns its bytes.</param>
    public OpcPart Add(string name, string type, Func<Stream> content)
    {
        var number = 1;
        Uri uri;
        do uri = new(string.Format(null, name, number++), UriKind.Relative);
        while (_parts.ContainsKey(uri) && name.Contains("{0}", StringComparison.Ordinal));
        return _parts[uri] = new(uri, type, content);
    }

    /// <summary>Writes all parts that are reachable from the package's relationships.</summary>
    /// <param name="path">The file, which must not exist.</param>
    /// <param name="progress">Receives the fraction written.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A part is too large.</exception>
    public void Write(string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var parts = Reached();
        // Written sequentially, so that nothing has to stay in memory.
        using var package = Package.Open(path, FileMode.CreateNew, FileAccess.Write);
        foreach (var (part, n) in parts.Select((p, n) => (p, n)))
        {
            cancel.ThrowIfCancellationRequested();
            var written = package.CreatePart(part.Uri, part.ContentType, part.IsPacked ? CompressionOption.NotCompressed : CompressionOption.Fast);
            using (var from = part.Open())
            using (var to = written.GetStream(FileMode.Create, FileAccess.Write)) Copy(from, to, part.MostBytes);
            foreach (var relation in part.Relations) written.CreateRelationship(relation.Target, relation.Outside ? TargetMode.External : TargetMode.Internal, relation.Type, relation.Id);
            progress?.Report((n + 1.0) / parts.Count);
        }
        foreach (var relation in Relations) package.CreateRelationship(relation.Target, relation.Outside ? TargetMode.External : TargetMode.Internal, relation.Type, relation.Id);
    }

    /// <inheritdoc/>
    public void Dispose() => (_source as IDisposable)?.Dispose();

    private List<OpcPart> Reached()
    {
        List<OpcPart> reached = [.. Relations.Select(r => Target(null, r)).OfType<OpcPart>().Distinct()];
        var seen = reached.ToHashSet();
        for (var i = 0; i < reached.Count; i++)
            foreach (var part in reached[i].Relations.Select(r => Target(reached[i], r)).OfType<OpcPart>())
                if (seen.Add(part)) reached.Add(part);
        return reached;
    }

    private static void Copy(Stream from, Stream to, long? most)
    {
        var buffer = new byte[81920];
        long copied = 0;
        for (int read; (read = from.Read(buffer)) > 0;)
        {
            if ((copied += read) > most) throw new RuleException("The deck has a part that is too large to unpack safely. Save it again and add that file.");
            to.Write(buffer, 0, read);
        }
    }

    /// <summary>Part names ignore case (ISO/IEC 29500-2, 9.1.1.4).</summary>
    private sealed class SamePartName : IEqualityComparer<Uri>
    {
        public bool Equals(Uri? one, Uri? other) => string.Equals(one?.OriginalString, other?.OriginalString, StringComparison.OrdinalIgnoreCase);

        public int GetHashCode(Uri name) => name.OriginalString.GetHashCode(StringComparison.OrdinalIgnoreCase);
    }
}
