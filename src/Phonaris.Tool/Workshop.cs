using System.Security.Cryptography;
using System.Text;
using Phonaris.Core.Checking;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Formats;
using Phonaris.Formats.Decks;
using Phonaris.Media;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Tool;

/// <summary>The services of the verbs: the file store and the derived files in the user's cache folder, and the services based on them.</summary>
internal sealed class Workshop
{
    /// <summary>The environment variable for a folder other than the user's cache, as for the app.</summary>
    public const string CacheVariable = "PHONARIS_CACHE";

    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    private readonly FileStore _files;
    private readonly string _locks;

    public Workshop()
    {
        var root = Path.Combine(Environment.GetEnvironmentVariable(CacheVariable) is { Length: > 0 } set ? set : Path.Combine(UserFolders.Cache, "phonaris"), "tool");
        _files = new(Path.Combine(root, "files"));
        _locks = Path.Combine(root, "locks");
        // Both can be made again: media are unpacked from the package. Incomplete files of a killed run are deleted with the oldest.
        foreach (var folder in new[] { "derived", "files" }) DerivedRoom.Tidy(Path.Combine(root, folder), null, DateTime.UtcNow, _ => false, Delete);
        Derived = new(Path.Combine(root, "derived"));
        Sounds = new(Derived, _files.PathOf);
        Pictures = new(Derived, _files.PathOf, new PagePainter(DeckFormats.Draw));
        Films = new(Derived, Pictures, Sounds, _files.PathOf);
    }

    public DerivedFiles Derived { get; }

    public SoundLibrary Sounds { get; }

    public SlidePictures Pictures { get; }

    public FilmExporter Films { get; }

    public ExportTools ExportTools => new(Sounds, Pictures, new(Derived, _files.PathOf), Films, Derived, Installation.Player, _files.PathOf);

    private static long Delete(FileInfo file)
    {
        file.Delete();
        return file.Length;
    }

    /// <summary>Whether a file is already unpacked; marks it as used now.</summary>
    private bool IsThere(string hash)
    {
        if (!_files.Has(hash)) return false;
        File.SetLastWriteTimeUtc(_files.PathOf(hash), DateTime.UtcNow);
        return true;
    }

    /// <summary>Locks a package while it is read, changed and written.</summary>
    public Task<LockFile> HoldAsync(string path, CancellationToken cancel)
    {
        Directory.CreateDirectory(_locks);
        var name = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Path.GetFullPath(path))));
        return LockFile.HoldAsync(Path.Combine(_locks, name), Patience, cancel);
    }

    public Task<Show> ReadAsync(string path, CancellationToken cancel) =>
        ShowPackage.ReadAsync(path, hash => Task.FromResult(IsThere(hash)), (content, most) => _files.PutAsync(content, most, () => Damaged(path), cancel), cancel);

    /// <summary>A show with its times, its sounds ready and analysed.</summary>
    public async Task<TimedShow> TimedAsync(Show show, CancellationToken cancel)
    {
        await Sounds.PrepareAllAsync(show, cancel);
        return await ListenedAsync(show, cancel);
    }

    private async Task<TimedShow> ListenedAsync(Show show, CancellationToken cancel)
    {
        var timed = TimedShow.Of(show, Sounds.Listened);
        await Sounds.Loudness.PrepareAsync(timed.Schedule.Cues.Concat(timed.Schedule.Silent).Select(c => c.Source), cancel);
        return timed;
    }

    /// <summary>The findings in a show, including sounds that cannot be read.</summary>
    public async Task<ValueList<Finding>> FindingsAsync(Show show, CancellationToken cancel)
    {
        var troubles = await Sounds.PrepareWhatCanBeAsync(show, cancel);
        return Checks.Of(new(await ListenedAsync(show, cancel), Sounds.Loudness, new(troubles, sound => _files.BytesOf(sound.Media))));
    }

    /// <summary>Writes a show, after updating holds and levels that follow something.</summary>
    public async Task WriteAsync(Show show, string path, CancellationToken cancel)
    {
        if (FollowedHolds.Edit(show) is { } holds) show = show.Apply(holds).Show;
        if (show.Cues.Any(c => c.Follows))
            foreach (var edit in LevelMatch.FollowingEdits(await TimedAsync(show, cancel), Sounds.Loudness)) show = show.Apply(edit).Show;
        await WholeFile.WriteAsync(path, partial => ShowPackage.WriteAsync(show, partial, _files.PathOf, null, cancel));
    }

    public async Task<Deck> ReadDeckAsync(IEnumerable<string> paths, CancellationToken cancel)
    {
        List<DeckFile> files = [];
        foreach (var path in paths)
        {
            var name = Path.GetFileName(path);
            var hash = await KeepAsync(path, DeckFormats.GreatestBytes, () => DeckFormats.TooLarge(name), cancel);
            files.Add(new(_files.PathOf(hash), name, hash));
        }
        return DeckFormats.Read(files);
    }

    public async Task<Sound> ReadSoundAsync(string path, SoundKind? kind, CancellationToken cancel)
    {
        var name = Path.GetFileName(path);
        var (most, tooLarge) = kind == SoundKind.Video ? (VideoFigures.GreatestBytes, VideoFigures.TooLarge(name)) : (Sound.GreatestBytes, Sound.TooLarge(name));
        var hash = await KeepAsync(path, most, () => tooLarge, cancel);
        var prepared = await Sounds.PrepareAsync(hash, name, null, cancel);
        return prepared.ToSound(NewId.Next(), hash, name, kind);
    }

    /// <summary>Reads a sound or a video inside a deck.</summary>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public async Task<Sound> ReadFromDeckAsync(DeckSound found, CancellationToken cancel)
    {
        var hash = await DeckFormats.ReadSoundAsync(
            _files.PathOf(found.Deck), found, content => _files.PutAsync(content, DeckFormats.MostSoundBytes, () => Sound.TooLarge(found.Name), cancel));
        var prepared = await Sounds.PrepareAsync(hash, found.Name, null, cancel);
        return prepared.ToSound(NewId.Next(), hash, found.Name, found.Kind);
    }

    /// <summary>Imports a sound from a deck; one that cannot be read is reported and left out.</summary>
    public async Task<Show> TakeOverAsync(Show show, DeckSound found, ValueList<Slide> slides, TextWriter errors, CancellationToken cancel)
    {
        try
        {
            var sound = await ReadFromDeckAsync(found, cancel);
            return show.Apply(found.ToEdit(show, sound, slides, NewId.Next(), "the deck")).Show;
        }
        catch (RuleException e)
        {
            await errors.WriteLineAsync($"Slide {found.FirstSlide}: {e.Message}");
            return show;
        }
    }

    /// <summary>Adds a sound to a show, or returns the one with the same file.</summary>
    public static (Show Show, Sound Sound) AddOnce(Show show, Sound sound)
    {
        return show.FindSameFile(sound) is { } there ? (show, there) : (show.Apply(new AddSound(sound, int.MaxValue)).Show, sound);
    }

    private async Task<string> KeepAsync(string path, long most, Func<RuleException> tooLarge, CancellationToken cancel)
    {
        if (!File.Exists(path)) throw new RuleException($"{path} does not exist.");
        if (new FileInfo(path).Length > most) throw tooLarge();
        await using var file = File.OpenRead(path);
        return await _files.PutAsync(file, most, tooLarge, cancel);
    }

    private static RuleException Damaged(string path) => new($"{Path.GetFileName(path)} is damaged because one of its files is longer than declared.");
}
