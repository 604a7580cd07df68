using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Which files are still needed: by a show, one that lies aside included, by its history and versions, or by work that has not ended.</summary>
public static partial class UsedFiles
{
    /// <summary>The content hashes that anything kept names. Whatever looks like one counts: rather a file too many is kept.</summary>
    public static async Task<IReadOnlySet<string>> HashesAsync(IDbContextFactory<PhonarisDb> databases, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(databases);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var hashes = new HashSet<string>();
        foreach (var kept in new[]
        {
            db.Shows.Select(s => s.Json), db.Edits.Select(e => e.Edit), db.Edits.Select(e => e.Inverse), db.Versions.Select(v => v.Json),
            db.Jobs.Where(j => j.State == JobState.Waiting || j.State == JobState.Running).Select(j => j.Input),
        })
            await foreach (var text in kept.AsAsyncEnumerable().WithCancellation(cancel))
                foreach (var hash in HashPattern().EnumerateMatches(text)) hashes.Add(text.Substring(hash.Index, hash.Length));
        return hashes;
    }

    /// <summary>The content hash a file is named by, or after; null for none.</summary>
    public static string? HashIn(string fileName) => HashPattern().Match(fileName) is { Success: true } match ? match.Value : null;

    [GeneratedRegex("[0-9a-f]{64}")]
    private static partial Regex HashPattern();
}
