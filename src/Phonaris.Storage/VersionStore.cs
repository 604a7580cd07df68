using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Shows;

namespace Phonaris.Storage;

/// <summary>Stores named versions of shows, and presets.</summary>
public sealed class VersionStore(IDbContextFactory<PhonarisDb> databases, TimeProvider clock)
{
    /// <summary>The longest name of a version or a preset, in characters.</summary>
    public const int LongestName = 100;

    /// <summary>The versions of a show, the newest first.</summary>
    public async Task<IReadOnlyList<StoredVersion>> ListAsync(string showId, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Versions.Where(v => v.ShowId == showId).OrderByDescending(v => v.CreatedAt)
            .Select(v => new StoredVersion(v.Id, v.Name, v.CreatedAt)).ToListAsync(cancel);
    }

    /// <summary>Saves the current show as a version.</summary>
    /// <exception cref="RuleException">The name is empty or too long.</exception>
    public async Task KeepAsync(string id, StoredShow stored, string name, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(stored);
        await using var db = await databases.CreateDbContextAsync(cancel);
        db.Versions.Add(new()
        {
            Id = id,
            ShowId = stored.Id,
            Name = Validate(name),
            Json = StoredJson.Write(stored.Show),
            Format = StoredJson.Format,
            CreatedAt = clock.GetUtcNow().UtcDateTime,
        });
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>A version of a show with its name, or null.</summary>
    public async Task<(string Name, Show Show)?> FindAsync(string showId, string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = await db.Versions.AsNoTracking().SingleOrDefaultAsync(v => v.ShowId == showId && v.Id == id, cancel);
        return row is null ? null : (row.Name, StoredJson.Read<Show>(row.Json, row.Format));
    }

    /// <summary>The user's presets, the oldest first.</summary>
    public async Task<IReadOnlyList<Preset>> PresetsAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var rows = await db.Presets.AsNoTracking().OrderBy(r => r.CreatedAt).ToListAsync(cancel);
        return [.. rows.Select(r => JsonSerializer.Deserialize<Preset>(r.Json, ShowJson.Options)!)];
    }

    /// <summary>Saves a preset.</summary>
    /// <exception cref="RuleException">Its name is empty or too long.</exception>
    public async Task KeepAsync(Preset made, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(made);
        await using var db = await databases.CreateDbContextAsync(cancel);
        made = made with { Name = Validate(made.Name) };
        db.Presets.Add(new() { Id = made.Id, Json = JsonSerializer.Serialize(made, ShowJson.Options), CreatedAt = clock.GetUtcNow().UtcDateTime });
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Deletes a preset.</summary>
    public async Task ForgetAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Presets.Where(r => r.Id == id).ExecuteDeleteAsync(cancel);
    }

    private static string Validate(string name) => name?.Trim() is { Length: > 0 and <= LongestName } trimmed
        ? trimmed
        : throw new RuleException($"A name must have 1 to {LongestName} characters.", "name");
}

/// <summary>A version of a show.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its name.</param>
/// <param name="CreatedAt">When it was saved, in UTC.</param>
public sealed record StoredVersion(string Id, string Name, DateTime CreatedAt);
