using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The job that unpacks a ZIP of sounds and adds those that can be read; its result names the others.</summary>
internal sealed class ImportSounds(SoundLibrary library, FileStore files, FileUses uses, ShowChanges changes) : IJobWork
{
    public const string JobKind = "sounds";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var archive = JsonSerializer.Deserialize<NewSound>(job.Input, ShowJson.Options)!;
        List<string> missed = [];
        var added = 0;
        await foreach (var (name, content, fraction) in SoundArchive.ReadAsync(files.PathOf(archive.Hash), archive.Name, missed.Add, cancel))
        {
            try
            {
                var hash = await files.PutAsync(content, Sound.GreatestBytes, () => Sound.TooLarge(name), cancel, uses.ClaimFor(job));
                var prepared = await library.PrepareAsync(hash, name, null, cancel);
                var sound = prepared.ToSound(NewId.Next(), hash, name, null);
                await changes.ApplyAsync(job.ShowId, show => show.FindSameFile(sound) is null ? new AddSound(sound, int.MaxValue) : null, cancel);
                added++;
            }
            catch (RuleException e)
            {
                missed.Add(e.Message);
            }
            catch (InvalidDataException)
            {
                missed.Add($"{name} is damaged in the archive.");
            }
            progress.Report(fraction);
        }
        if (added == 0) throw new RuleException(missed.Count > 0 ? missed[0] : $"{archive.Name} has no sounds. Choose an archive of sound files.");
        return JsonSerializer.Serialize(new SoundsReport(added, [.. missed]), ShowJson.Options);
    }
}

/// <summary>The result of a ZIP of sounds.</summary>
/// <param name="Sounds">How many sounds were imported.</param>
/// <param name="NotUnderstood">What could not be imported, one sentence each.</param>
public sealed record SoundsReport(int Sounds, ValueList<string> NotUnderstood);
