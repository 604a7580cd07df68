using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Which files are still needed: by a show, one that lies aside included, by its history and versions, or by work that has not ended.</summary>
public static partial class UsedFiles
{
    /// <summary>The content hashes that anything kept names. Whatever looks like one counts: rather a file too many is kept.</summary>
    /// <param name="databases">Opens the database.</param>
    /// <param name="showId">The show whose files are asked for; null for all.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task<IReadOnlySet<string>> HashesAsync(IDbContextFactory<PhonarisDb> databases, string? showId, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(databases);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var hashes = new HashSet<string>();
        foreach (var kept in new[]
        {
            db.Shows.Where(s => showId == null || s.Id == showId).Select(s => s.Json),
            db.Edits.Where(e => showId == null || e.ShowId == showId).Select(e => e.Edit),
            db.Edits.Where(e => showId == null || e.ShowId == showId).Select(e => e.Inverse),
            db.Versions.Where(v => showId == null || v.ShowId == showId).Select(v => v.Json),
            db.Jobs.Where(j => (j.State == JobState.Waiting || j.State == JobState.Running) && (showId == null || j.ShowId == showId)).Select(j => j.Input),
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
