using System.Buffers;
using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Upgrades;

namespace Phonaris.Formats;

/// <summary>
/// The show package, <c>.phonaris</c>: a zip with <c>show.json</c> and the imported files, <c>media/SHA-256</c>. Described in
/// docs/show-package.md; its JSON Schema is docs/show.schema.json.
/// </summary>
public static class ShowPackage
{
    /// <summary>The version written, and the latest version that can be read.</summary>
    public static int Version => ShowUpgrades.Format;

    private static readonly JsonSerializerOptions Indented = new(ShowJson.Options) { WriteIndented = true };

    private const string ShowEntry = "show.json";
    private const int MostEntries = 20_000;
    private const long GreatestShowBytes = 100_000_000;
    private const int BufferBytes = 1 << 20;

    /// <summary>The largest package, and the largest total size of its files, in bytes.</summary>
    public const long GreatestBytes = 20_000_000_000;

    /// <summary>The message for a package that is too large.</summary>
    public static RuleException TooLarge(string name) => new($"{name} is too large for a show package.");

    /// <summary>Reads a package.</summary>
    /// <param name="path">The package.</param>
    /// <param name="has">Whether the file with a content hash is already stored.</param>
    /// <param name="keep">Stores a media file up to a size in bytes, and returns its content hash.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="called">Its name in messages, if it differs from the file name.</param>
    /// <param name="room">Receives the number of bytes to be unpacked; may throw to refuse.</param>
    /// <exception cref="RuleException">It is not a package, is damaged, or has a later version.</exception>
    public static async Task<Show> ReadAsync(
        string path, Func<string, Task<bool>> has, Func<Stream, long, Task<string>> keep, CancellationToken cancel, string? called = null, Action<long>? room = null)
    {
        ArgumentNullException.ThrowIfNull(has);
        ArgumentNullException.ThrowIfNull(keep);
        var name = called ?? Path.GetFileName(path);
        try
        {
            await using var zip = await ZipFile.OpenReadAsync(path, cancel);
            if (zip.Entries.Count > MostEntries || zip.Entries.Any(e => e.Length > GreatestBytes) || zip.Entries.Sum(e => e.Length) > GreatestBytes)
                throw TooLarge(name);
            var entry = zip.GetEntry(ShowEntry) ?? throw new RuleException($"{name} is not a show package because it has no {ShowEntry}.");
            if (entry.Length > GreatestShowBytes) throw TooLarge(name);
            PackageDocument document;
            await using (var json = await entry.OpenAsync(cancel)) document = await ReadDocumentAsync(json, name, cancel);
            var show = document.Show;
            List<(string Hash, ZipArchiveEntry File)> missing = [];
            foreach (var (hash, isNeeded) in ShowFiles.Needed(show).Select(m => (m, true)).Concat(ShowFiles.HiddenDecks(show).Select(m => (m, false))))
            {
                var file = zip.GetEntry($"media/{hash}");
                if (file is null && isNeeded && document.Missing?.Contains(hash) != true) throw new RuleException($"{name} is damaged because one of its files is missing.");
                if (file is not null && !await has(hash)) missing.Add((hash, file));
            }
            room?.Invoke(missing.Sum(m => m.File.Length));
            foreach (var (hash, file) in missing)
            {
                await using var content = await file.OpenAsync(cancel);
                if (await keep(content, file.Length) != hash) throw new RuleException($"{name} is damaged because one of its files has changed.");
            }
            return show;
        }
        catch (Exception e) when (e is InvalidDataException or EndOfStreamException)
        {
            throw new RuleException($"{name} is damaged or is not a show package.");
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            throw new RuleException($"{path} does not exist. Make it with: phonaris new {path} --deck FILE");
        }
    }

    /// <summary>Parses the JSON of a package.</summary>
    /// <exception cref="RuleException">It is not a show, or has a later version.</exception>
    public static async Task<Show> ReadShowAsync(Stream json, string name, CancellationToken cancel) => (await ReadDocumentAsync(json, name, cancel)).Show;

    private static async Task<PackageDocument> ReadDocumentAsync(Stream json, string name, CancellationToken cancel)
    {
        try
        {
            var node = await JsonNode.ParseAsync(json, documentOptions: new() { MaxDepth = ShowJson.Options.MaxDepth }, cancellationToken: cancel);
            if (node is not JsonObject document || document["format"] is not JsonValue format || format.ToString() != PackageDocument.FormatName) throw new RuleException($"{name} is not a show package.");
            var version = document["version"] is JsonValue number && number.TryGetValue<int>(out var written) ? written : throw new JsonException();
            ShowUpgrades.Upgrade(node, version, name);
            var read = node.Deserialize<PackageDocument>(ShowJson.Options)!;
            read.Show.Validated();
            return read;
        }
        // A duplicate member throws an ArgumentException.
        catch (Exception e) when (e is JsonException or ArgumentException)
        {
            throw new RuleException($"{name} is damaged because its show cannot be read.");
        }
    }

    /// <summary>Writes a package. The file appears complete or not at all.</summary>
    /// <param name="show">The show.</param>
    /// <param name="path">The file to write.</param>
    /// <param name="media">Returns the path of the file with a content hash.</param>
    /// <param name="progress">Receives the fraction written.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The content hashes of missing files: the package is written without them and lists them.</returns>
    public static async Task<ValueList<string>> WriteAsync(Show show, string path, Func<string, string> media, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(media);
        var hashes = ShowFiles.Of(show).Where(h => File.Exists(media(h))).ToList();
        ValueList<string> missing = [.. ShowFiles.Needed(show).Where(h => !File.Exists(media(h)))];
        var (bytes, written) = (hashes.Sum(h => new FileInfo(media(h)).Length), 0L);
        await using var zip = await ZipFile.OpenAsync(path, ZipArchiveMode.Create, cancel);
        await using (var json = await zip.CreateEntry(ShowEntry).OpenAsync(cancel)) await WriteAsync(show, missing, json, cancel);
        var buffer = ArrayPool<byte>.Shared.Rent(BufferBytes);
        try
        {
            foreach (var hash in hashes)
            {
                // Sounds and pictures are already compressed.
                await using var entry = await zip.CreateEntry($"media/{hash}", CompressionLevel.NoCompression).OpenAsync(cancel);
                await using var file = File.OpenRead(media(hash));
                int read;
                while ((read = await file.ReadAsync(buffer, cancel)) > 0)
                {
                    await entry.WriteAsync(buffer.AsMemory(0, read), cancel);
                    progress?.Report((double)(written += read) / bytes);
                }
            }
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
        return missing;
    }

    /// <summary>Writes the JSON of a package.</summary>
    public static Task WriteShowAsync(Show show, Stream json, CancellationToken cancel) => WriteAsync(show, [], json, cancel);

    private static Task WriteAsync(Show show, ValueList<string> missing, Stream json, CancellationToken cancel) => JsonSerializer.SerializeAsync(
        json, new PackageDocument(PackageDocument.FormatName, Version, show) { Missing = missing.Count == 0 ? null : missing }, Indented, cancel);
}

/// <summary>The JSON of a show package.</summary>
/// <param name="Format">Always <c>phonaris-show</c>.</param>
/// <param name="Version">The version of the format.</param>
/// <param name="Show">The show.</param>
public sealed record PackageDocument(string Format, int Version, Show Show)
{
    /// <summary>The content hashes of files that were missing when it was written; null for none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public ValueList<string>? Missing { get; init; }

    /// <summary>The identifier of the format.</summary>
    public const string FormatName = "phonaris-show";
}
