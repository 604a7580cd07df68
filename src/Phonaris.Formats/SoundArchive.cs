using System.IO.Compression;
using System.Runtime.CompilerServices;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats;

/// <summary>A zip of sounds. Paths in it are used only as names, and nothing is unpacked to them. Archives within it are not opened.</summary>
public static class SoundArchive
{
    private const int MostSounds = 500;

    private static readonly string[] Passed = [".txt", ".pdf", ".md", ".html", ".htm", ".rtf", ".jpg", ".jpeg", ".png", ".gif", ".nfo", ".url", ".csv", ".xml", ".json"];

    /// <summary>Whether a file is a zip archive, by its first bytes.</summary>
    public static bool Recognises(string path)
    {
        Span<byte> head = stackalloc byte[4];
        using var file = File.OpenRead(path);
        return file.ReadAtLeast(head, 4, throwOnEndOfStream: false) == 4 && head.SequenceEqual("PK\x03\x04"u8);
    }

    /// <summary>Reads the entries that may be sounds, in order.</summary>
    /// <param name="path">The archive.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="passedOver">Receives a sentence for each entry left out.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>
    /// Each entry's name, its content, and the fraction done after reading it. The content ends at its declared length; reading it
    /// throws <see cref="InvalidDataException"/> if it is damaged.
    /// </returns>
    /// <exception cref="RuleException">The archive is damaged or too large.</exception>
    public static async IAsyncEnumerable<(string Name, Stream Content, double Fraction)> ReadAsync(
        string path, string name, Action<string> passedOver, [EnumeratorCancellation] CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(passedOver);
        using var zip = ZipFiles.Open(path, name);
        var entries = zip.Entries
            .Where(e => e.Length > 0 && e.Name.Length > 0 && !e.Name.StartsWith('.') && !e.FullName.StartsWith("__MACOSX/", StringComparison.Ordinal))
            .Where(e => !Passed.Contains(Path.GetExtension(e.Name).ToLowerInvariant()))
            .ToList();
        if (entries.Count > MostSounds) throw new RuleException($"{name} has {entries.Count:N0} files, but at most {MostSounds} sounds can be added at once. Split the archive.");
        for (var i = 0; i < entries.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            var own = Names.Plain(entries[i].Name);
            if (Path.GetExtension(own).Equals(".zip", StringComparison.OrdinalIgnoreCase))
            {
                passedOver($"{own} is an archive inside the archive and was not opened.");
                continue;
            }
            if (await OpenedAsync(entries[i], cancel) is not { } opened)
            {
                passedOver($"{own} cannot be unpacked: it has a password or an unsupported compression. Unpack the archive and add the file.");
                continue;
            }
            await using var content = opened;
            yield return (own, content, (i + 1.0) / entries.Count);
        }
    }

    private static async Task<Stream?> OpenedAsync(ZipArchiveEntry entry, CancellationToken cancel)
    {
        try
        {
            return await entry.OpenAsync(cancel);
        }
        catch (InvalidDataException)
        {
            return null;
        }
    }
}
