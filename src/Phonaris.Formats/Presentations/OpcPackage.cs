using System.IO.Packaging;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// The parts of a package of ISO/IEC 29500-2, to be changed and written again: what is not touched is written byte for byte, what nothing leads to any
/// more is left out.
/// </summary>
internal sealed class OpcPackage : IDisposable
{
    /// <summary>The most that a part of a deck may come to, in bytes; what is added here, such as a video, is as long as it is.</summary>
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
            // Only looked at, for its bounds.
        }
        _source = Package.Open(path, FileMode.Open, FileAccess.Read, FileShare.Read);
        Relations.AddRange(_source.GetRelationships().Select(OpcRelation.Of));
        foreach (var part in _source.GetParts().Where(p => p.ContentType != RelationshipsType))
        {
            var taken = _parts[part.Uri] = new(part.Uri, part.ContentType, () => part.GetStream(FileMode.Open, FileAccess.Read)) { MostBytes = MostPartBytes };
            taken.Relations.AddRange(part.GetRelationships().Select(OpcRelation.Of));
        }
    }

    /// <summary>What the package itself leads to.</summary>
    public List<OpcRelation> Relations { get; } = [];

    /// <summary>The part a relation leads to; null where it leads outside, or nowhere.</summary>
    /// <param name="from">The part it leads from; null for the package.</param>
    /// <param name="relation">The relation.</param>
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
            // An address that can be no part's, as some writers leave behind.
            return null;
        }
    }

    /// <summary>The part that a part leads to by a relation of a kind; null where there is none.</summary>
    public OpcPart? Target(OpcPart? from, string kind) => Target(from, (from?.Relations ?? Relations).Find(r => r.Is(kind)));

    /// <summary>Adds a part.</summary>
    /// <param name="name">Where, with <c>{0}</c> for the first number that is free.</param>
    /// <param name="type">Its content type.</param>
    /// <param name="content">Gives its bytes.</param>
    public OpcPart Add(string name, string type, Func<Stream> content)
    {
        var number = 1;
        Uri uri;
        do uri = new(string.Format(null, name, number++), UriKind.Relative);
        while (_parts.ContainsKey(uri) && name.Contains("{0}", StringComparison.Ordinal));
        return _parts[uri] = new(uri, type, content);
    }

    /// <summary>Writes what can be come to from the package's own relations.</summary>
    /// <param name="path">The file; there must be none.</param>
    /// <param name="progress">Told the fraction written.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A part is larger than can be.</exception>
    public void Write(string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var parts = Reached();
        // Written from front to back, so that nothing of it is kept in memory.
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

    /// <summary>Names of parts are the same whether their letters are large or small (ISO/IEC 29500-2, 9.1.1.4).</summary>
    private sealed class SamePartName : IEqualityComparer<Uri>
    {
        public bool Equals(Uri? one, Uri? other) => string.Equals(one?.OriginalString, other?.OriginalString, StringComparison.OrdinalIgnoreCase);

        public int GetHashCode(Uri name) => name.OriginalString.GetHashCode(StringComparison.OrdinalIgnoreCase);
    }
}
