using Microsoft.Extensions.Options;
using Phonaris.Formats;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Puts the demo show in when the app is started with one and it is not there yet.</summary>
internal sealed class DemoShow(IOptions<AppOptions> options, ShowStore shows, FileStore files, SoundLibrary sounds)
{
    public const string Id = "moth-night";

    private static readonly string[] Folders = ["slides", "sounds", "videos"];

    public async Task PutInAsync(CancellationToken cancel)
    {
        if (options.Value.Demo is not { } folder || await shows.FindAsync(Id, cancel) is not null) return;
        foreach (var path in Folders.SelectMany(f => Directory.EnumerateFiles(Path.Combine(folder, f))))
        {
            await using var file = File.OpenRead(path);
            await files.PutAsync(file, long.MaxValue, () => new RuleException("Never too large."), cancel);
        }
        await using var json = File.OpenRead(Path.Combine(folder, "show.json"));
        var show = await ShowPackage.ReadShowAsync(json, "The demo show", cancel);
        await sounds.PrepareAllAsync(show, cancel);
        await shows.AddAsync(Id, show, cancel);
    }
}
