using Microsoft.Extensions.Options;
using Phonaris.Formats;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Adds the demo show when the app is started with one for the first time. Once deleted, it stays deleted until it is restored or expires
/// in the trash. If adding it fails, the app starts anyway.
/// </summary>
internal sealed class DemoShow(IOptions<AppOptions> options, ShowStore shows, FileStore files, FileUses uses, SoundLibrary sounds, ILogger<DemoShow> log)
{
    public const string Id = "moth-night";

    private static readonly string[] Folders = ["slides", "sounds", "videos"];

    /// <summary>Whether the demo show can be opened.</summary>
    public bool IsThere { get; private set; }

    public async Task AddAsync(CancellationToken cancel)
    {
        if (options.Value.Demo is not { } folder) return;
        try
        {
            if (!await shows.IsKnownAsync(Id, cancel)) await AddAsync(folder, cancel);
            IsThere = await shows.FindAsync(Id, cancel) is not null;
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            log.LogWarning(e, "Could not add the demo show");
        }
    }

    private async Task AddAsync(string folder, CancellationToken cancel)
    {
        await using var import = new FileImport(uses);
        foreach (var path in Folders.SelectMany(f => Directory.EnumerateFiles(Path.Combine(folder, f))))
        {
            await using var file = File.OpenRead(path);
            await files.PutAsync(file, long.MaxValue, () => new RuleException("Never too large."), cancel, import.ClaimAsync);
        }
        await using var json = File.OpenRead(Path.Combine(folder, "show.json"));
        var show = await ShowPackage.ReadShowAsync(json, "The demo show", cancel);
        await sounds.PrepareAllAsync(show, cancel);
        await shows.AddAsync(Id, show, cancel);
    }
}
