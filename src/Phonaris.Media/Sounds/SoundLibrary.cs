using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Videos;

namespace Phonaris.Media.Sounds;

/// <summary>
/// The sounds as the engine reads them. A file is decoded and analysed once, by its content hash, and kept: samples (<c>.f32</c>), outline (<c>.peaks</c>) and figures
/// (<c>.json</c>). A sound is in one of three states: unknown, ready (the three files are there and of one length) or unavailable (it is silent, and why is told). All that
/// is held in memory of its samples — the open file, the outline, its loudness, what fits know — was read in the state it is in: every change of state (<see cref="Forget"/>)
/// drops all of it and counts up <see cref="Renewals"/>, so that anything rendered before is known to be old. Removing derived
/// files is such a change (<see cref="Release"/>). For example a show is opened while the disk is full: its sound is unavailable and its page shows silence. Room is made, the
/// next look prepares it: it is ready, the silent stand-in is dropped with the outline of nothing, and the page draws and plays it again because the count is another.
/// </summary>
public sealed class SoundLibrary : IDisposable
{
    /// <summary>Lengths are claimed a little wrongly even by whole files: what is missing of a video before that is told, in frames.</summary>
    private const long LeastMissingFrames = Frames.PerSecond / 4;

    /// <summary>Frames of silence written at once.</summary>
    private const int BlockFrames = 65_536;

    /// <summary>SHA-256 in hexadecimal.</summary>
    private const int HashLength = 64;

    /// <summary>How long what cannot be read is left before it is tried again, in milliseconds.</summary>
    private const int TriedAgainMs = 5_000;

    /// <summary>Each time it fails once more, twice as long; never longer than this, in milliseconds.</summary>
    private const long MostTriedAgainMs = 300_000;

    /// <summary>How many bytes of outlines are kept: ten hours of sound.</summary>
    private const long MostPeakBytes = 18_000_000;

    /// <summary>How many sounds at other speeds are kept open; those tried before are opened again when they are wanted.</summary>
    private const int MostStretched = 200;

    private readonly DerivedFiles _derived;
    private readonly Func<string, string> _original;
    private readonly ConcurrentDictionary<string, State> _states = new();
    private readonly ConcurrentDictionary<string, ISoundReader> _open = new();
    private readonly ConcurrentDictionary<SoundSource, StretchedSound> _stretched = new();
    private readonly MemoryCache _peaks = Memory.Of(MostPeakBytes);
    private long _renewals;

    /// <summary>Opens the sounds of files.</summary>
    /// <param name="derived">Where the decoded files are kept.</param>
    /// <param name="original">Gives the path of the file of a content hash.</param>
    public SoundLibrary(DerivedFiles derived, Func<string, string> original)
    {
        (_derived, _original) = (derived, original);
        Fits = new(derived, Open);
        Loudness = new(derived, Open);
        Listened = new(Fits.Of, media => Loudness.TrackOf(new(media, 1)));
    }

    /// <summary>Makes a sound ready, decoding it when it has not been, and gives its figures.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="progress">Told the fraction decoded.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It is not a sound that can be read.</exception>
    public async Task<Prepared> PrepareAsync(string hash, string name, IProgress<double>? progress, CancellationToken cancel)
    {
        if (_states.GetValueOrDefault(hash) is Ready known && _derived.Has(Samples(hash))) return known.Prepared;
        await _derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
        if (await WholeAsync(hash, cancel) is not { } prepared)
        {
            // Whatever happened to one of them, they are of use only together, and are made again.
            foreach (var file in new[] { Samples(hash), Outline(hash), Known(hash) }) File.Delete(_derived.PathOf(file));
            Forget(hash);
            await _derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
            prepared = await WholeAsync(hash, cancel) ?? throw new RuleException($"{name} cannot be prepared because its files disappear from the disk.");
        }
        Forget(hash);
        _states[hash] = new Ready(prepared);
        return prepared;
    }

    /// <summary>What is known of a sound, where all that is made of it is there and of one length.</summary>
    private async Task<Prepared?> WholeAsync(string hash, CancellationToken cancel)
    {
        try
        {
            var prepared = JsonSerializer.Deserialize<Prepared>(await File.ReadAllBytesAsync(_derived.PathOf(Known(hash)), cancel));
            var bytes = new FileInfo(_derived.PathOf(Samples(hash))).Length;
            return File.Exists(_derived.PathOf(Outline(hash))) && bytes == prepared?.Figures.Frames * Frames.Channels * sizeof(float) ? prepared : null;
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException or JsonException)
        {
            return null;
        }
    }

    /// <summary>
    /// Closes a sound whose derived files are removed. What is held in memory of it goes too, so that memory and disk agree: the next one who
    /// needs it makes it again.
    /// </summary>
    /// <param name="hash">Its content hash.</param>
    public void Release(string hash)
    {
        if (_open.TryGetValue(hash, out var open)) Forget(hash, always: true);
        // Closed, or the disk would not have its room back.
        (open as IDisposable)?.Dispose();
        foreach (var source in _stretched.Keys.Where(s => s.Media == hash))
            if (_stretched.TryRemove(source, out var stretched)) stretched.Dispose();
    }

    /// <summary>Opens again what was opened before it was made again, or stood in for what could not be.</summary>
    private void Forget(string hash, bool always = false)
    {
        if (!_states.TryRemove(hash, out _) && !always) return;
        // A page or job that is reading it reads on: a reader's file is closed with the reader that is collected last.
        _open.TryRemove(hash, out _);
        _peaks.Remove(hash);
        Loudness.Forget();
        Fits.Forget();
        Interlocked.Increment(ref _renewals);
    }

    /// <summary>Counts how often a sound that was read, or stood in for, is read again: what was rendered before may be silent where it is not to be.</summary>
    public long Renewals => Interlocked.Read(ref _renewals);

    /// <summary>Prepares all sounds of a show, several at a time, and analyses the fitted ones.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">One of them cannot be read.</exception>
    public async Task PrepareAllAsync(Show show, CancellationToken cancel)
    {
        if ((await PrepareWhatCanBeAsync(show, cancel)).Values.FirstOrDefault() is { } problem) throw new RuleException(problem);
    }

    /// <summary>Makes those sounds of a show ready that can be; the others are silent until they can.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What is wrong with the others, by the ids of the sounds.</returns>
    public async Task<IReadOnlyDictionary<string, string>> PrepareWhatCanBeAsync(Show show, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        await Parallel.ForEachAsync(
            show.Sounds.Where(s => _states.GetValueOrDefault(s.Media) is not Ready || !_derived.Has(Samples(s.Media))).DistinctBy(s => s.Media),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
            async (sound, token) =>
            {
                // Tried again now and then: its file may be put back, and what was wrong may have been the machine's want of room.
                var known = ProblemOf(sound.Media);
                if (known is not null && Environment.TickCount64 - known.FoundAt < Math.Min(MostTriedAgainMs, (long)TriedAgainMs << Math.Min(known.Tries, 16))) return;
                try
                {
                    if (!File.Exists(_original(sound.Media))) throw new RuleException($"The file of {sound.Name} is missing. Add {sound.FileName} again.");
                    await PrepareAsync(sound.Media, sound.Name, null, token);
                }
                catch (Exception e) when (e is RuleException or IOException or UnauthorizedAccessException)
                {
                    // A file that is missing costs nothing to look for.
                    var tries = File.Exists(_original(sound.Media)) && known is not null ? known.Tries + 1 : 0;
                    Forget(sound.Media);
                    var says = e is RuleException ? e.Message : $"The file of {sound.Name} cannot be read: {e.Message} The disk may be failing. Add {sound.FileName} again.";
                    _states[sound.Media] = new Unavailable(says, Environment.TickCount64, tries);
                }
            });
        var problems = show.Sounds.Select(s => (s.Id, Problem: ProblemOf(s.Media))).Where(s => s.Problem is not null).ToDictionary(s => s.Id, s => s.Problem!.Says);
        foreach (var media in show.Cues.Where(c => c.Fit is not null && c.Span is not null && !problems.ContainsKey(c.SoundId)).Select(c => show.Sound(c.SoundId).Media).Distinct())
            await Fits.PieceAsync(media, cancel);
        await Loudness.PrepareAsync(HeardTogether(show).Where(s => !problems.ContainsKey(s.Id)).Select(s => new SoundSource(s.Media, 1)), cancel);
        return problems;
    }

    /// <summary>The sounds that beds are ducked under, and those of the beds.</summary>
    private static IEnumerable<Sound> HeardTogether(Show show)
    {
        var heard = show.Cues.Where(c => c.Span is not null).Select(c => c.SoundId).Distinct().Select(show.Sound).ToList();
        return heard.Exists(s => s.Kind.IsSpoken()) ? heard.Where(s => s.Kind != SoundKind.Spot) : [];
    }

    /// <summary>What is known of sounds as music, and what recipes come to.</summary>
    public Fits Fits { get; }

    /// <summary>How loud sounds are along their course, and what was measured of shows.</summary>
    public LoudnessTracks Loudness { get; }

    /// <summary>What is known of sounds by having listened to them.</summary>
    public Listened Listened { get; }

    /// <summary>Opens a sound that was made ready; one that could not be is silent.</summary>
    /// <param name="hash">Its content hash.</param>
    public ISoundReader Open(string hash) => _open.GetOrAdd(hash, h => ProblemOf(h) is not null ? Silence : new PcmFile(_derived.PathOf(Samples(h))));

    /// <summary>Opens what a cue plays: a sound that was made ready, at the cue's speed; what has not been worked out of that is when it is read.</summary>
    public ISoundReader Open(SoundSource source) =>
        source.Cut is { } cut ? new CutReader(Open(source.Media), cut) : source.Speed == 1 ? Open(source.Media) : Stretched(source);

    /// <summary>Opens what a method made of a sound.</summary>
    /// <param name="fitted">What it made.</param>
    /// <param name="hash">The sound's content hash; it was made ready.</param>
    /// <param name="inFrame">The first frame used of the sound.</param>
    public ISoundReader Open(Fitted fitted, string hash, long inFrame)
    {
        ArgumentNullException.ThrowIfNull(fitted);
        var source = new SoundSource(hash, fitted.Speed, fitted.Cut);
        return new FittedSound(Open(source), fitted, fitted.Cut is null ? source.Frame(inFrame) : 0);
    }

    /// <summary>Whether all of what a cue plays has been worked out.</summary>
    public bool IsReady(SoundSource source) => source.Speed == 1 || Stretched(source).IsReady();

    /// <summary>Works out all of what a cue plays.</summary>
    /// <param name="source">What it plays.</param>
    /// <param name="from">The frame to begin with.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it; what is done is kept.</param>
    public Task PrepareAsync(SoundSource source, long from, IProgress<double>? progress, CancellationToken cancel) =>
        source.Speed == 1 ? Task.CompletedTask : Stretched(source).PrepareAsync(from, progress, cancel);

    /// <summary>The outline of a sound that was made ready.</summary>
    /// <param name="hash">Its content hash.</param>
    public PeakPyramid Peaks(string hash)
    {
        if (_peaks.TryGetValue(hash, out PeakPyramid? known)) return known!;
        var peaks = ProblemOf(hash) is not null ? new PeakPyramid.Builder().Build() : ReadOutline(hash);
        return _peaks.Keep(hash, peaks, peaks.Bytes);
    }

    private PeakPyramid ReadOutline(string hash)
    {
        try
        {
            return PeakPyramid.FromBytes(File.ReadAllBytes(_derived.PathOf(Outline(hash))));
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            // The samples say the same, a second for each hour of them.
            var (sound, outline, samples) = (Open(hash), new PeakPyramid.Builder(), new float[BlockFrames * Frames.Channels]);
            for (long at = 0; at < sound.Frames; at += BlockFrames)
            {
                var part = samples.AsSpan(0, (int)Math.Min(BlockFrames, sound.Frames - at) * Frames.Channels);
                sound.Read(at, part);
                outline.Add(part);
            }
            return outline.Build();
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var file in _open.Values.OfType<IDisposable>()) file.Dispose();
        foreach (var sound in _stretched.Values) sound.Dispose();
        _peaks.Dispose();
        Fits.Dispose();
        Loudness.Dispose();
    }

    private static readonly ISoundReader Silence = new SilentSound();

    private Unavailable? ProblemOf(string hash) => _states.GetValueOrDefault(hash) as Unavailable;

    /// <summary>What is known of a sound; nothing where it is not among the states.</summary>
    private abstract record State;

    /// <summary>It can be read.</summary>
    private sealed record Ready(Prepared Prepared) : State;

    /// <summary>Why it cannot be read, when that was found, in milliseconds of the machine's clock, and how often it was tried again.</summary>
    private sealed record Unavailable(string Says, long FoundAt, int Tries) : State;

    /// <summary>Stands in for a sound that cannot be read.</summary>
    private sealed class SilentSound : ISoundReader
    {
        public long Frames => 0;

        public void Read(long frame, Span<float> destination) => destination.Clear();
    }

    private StretchedSound Stretched(SoundSource source)
    {
        if (_stretched.TryGetValue(source, out var known)) return known;
        // A reader that still has one reads on; nothing of it is being made.
        if (_stretched.Count >= MostStretched)
            foreach (var idle in _stretched.Where(s => s.Value.IsIdle)) _stretched.TryRemove(idle);
        return _stretched.GetOrAdd(source, s => new(Open(s.Media), s, _derived));
    }

    private async Task DecodeAsync(string hash, string name, string partial, IProgress<double>? progress, CancellationToken cancel)
    {
        var path = _original(hash);
        if (hash.Length == HashLength && !await IsWhatItWasAsync(path, hash, cancel))
            throw new RuleException($"The file of {name} has changed since it was added. The disk may be failing. Add the file again.");
        var format = await SoundDecoder.ProbeAsync(path, name, cancel);
        if (format.Seconds is { } seconds) Room.Need(Path.GetDirectoryName(partial)!, (long)(seconds * Frames.PerSecond) * Frames.Channels * sizeof(float), name);
        var (pictures, problem) = await PicturesAsync(path, name, format, cancel);
        var (outline, survey) = (new PeakPyramid.Builder(), new SoundSurvey());
        Decoded decoded = default;
        long taken = 0;
        await using (var file = new FileStream(partial, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 20))
        {
            if (format.HasSound) decoded = await SoundDecoder.DecodeAsync(path, name, format, Take, progress, cancel);
            // Beside pictures, a sound is no shorter than they are.
            while (taken < pictures?.Frames)
            {
                cancel.ThrowIfCancellationRequested();
                Take(new float[Math.Min(BlockFrames, pictures.Frames - taken) * Frames.Channels]);
            }

            void Take(ReadOnlySpan<float> asDecoded)
            {
                var samples = FiniteSamples.Of(asDecoded);
                taken += samples.Length / Frames.Channels;
                file.Write(MemoryMarshal.AsBytes(samples));
                outline.Add(samples);
                survey.Add(samples);
            }
        }
        var missing = pictures is null ? decoded.MissingFrames : pictures.Claimed - taken >= LeastMissingFrames ? pictures.Claimed - taken : 0;
        // The samples come last into place: where they are, the rest is.
        var prepared = new Prepared(survey.End(format.SampleRate, format.Channels, missing, format.HasCover), format.Tags, pictures is null ? null : format.Video!.Figures, problem);
        await WholeFile.WriteAsync(_derived.PathOf(Outline(hash)), p => File.WriteAllBytesAsync(p, outline.Build().ToBytes(), cancel), isDerived: true);
        await WholeFile.WriteAsync(_derived.PathOf(Known(hash)), p => File.WriteAllBytesAsync(p, JsonSerializer.SerializeToUtf8Bytes(prepared), cancel), isDerived: true);
    }

    /// <summary>How long the pictures of a file are; or why they are of no use, where its sound is.</summary>
    private static async Task<(Length? Pictures, string? Problem)> PicturesAsync(string path, string name, SoundFormat format, CancellationToken cancel)
    {
        if (format.Video is not { } video) return (null, null);
        if (video.Problem is { } problem) return (null, problem);
        try
        {
            var seconds = await VideoProbe.LengthAsync(path, name, video.Seconds ?? format.Seconds, cancel);
            return (new((long)Math.Round(seconds * Frames.PerSecond), (long)((format.Seconds ?? 0) * Frames.PerSecond)), null);
        }
        catch (RuleException e) when (format.HasSound)
        {
            return (null, e.Message);
        }
    }

    /// <summary>How long pictures are, and how long their file claims to be, in frames.</summary>
    private sealed record Length(long Frames, long Claimed);

    private static async Task<bool> IsWhatItWasAsync(string path, string hash, CancellationToken cancel)
    {
        await using var file = File.OpenRead(path);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel)) == hash;
    }

    /// <summary>The cover picture of a sound as a PNG file, or null when it has none.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<string?> CoverAsync(string hash, CancellationToken cancel)
    {
        if (!(await PrepareAsync(hash, hash, null, cancel)).Figures.HasCover) return null;
        try
        {
            return await _derived.GetAsync($"sounds/{hash}.png", (partial, token) => SoundDecoder.CoverAsync(_original(hash), partial, token), cancel);
        }
        catch (MediaToolException)
        {
            return null;
        }
    }

    private static string Samples(string hash) => $"sounds/{hash}.f32";

    private static string Outline(string hash) => $"sounds/{hash}.peaks";

    // The number goes up with what is kept there, so that what an older version kept is made again.
    private static string Known(string hash) => $"sounds/{hash}.3.json";
}

/// <summary>What is known of a sound once it is decoded.</summary>
/// <param name="Figures">What was measured.</param>
/// <param name="Tags">What its tags say of whose it is.</param>
/// <param name="Video">What is known of its moving pictures; null where there are none that can be taken.</param>
/// <param name="NoVideo">Why its pictures cannot be taken; null where they can, or where there are none.</param>
public sealed record Prepared(SoundFigures Figures, Rights Tags, VideoFigures? Video = null, string? NoVideo = null)
{
    /// <summary>The file as it comes into a show: a video where it has moving pictures, unless it is to be soloed.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="hash">The content hash of its file.</param>
    /// <param name="fileName">The name of its file.</param>
    /// <param name="kind">What it is for; null to guess.</param>
    /// <exception cref="RuleException">It is not what it is to be.</exception>
    public Sound ToSound(string id, string hash, string fileName, SoundKind? kind)
    {
        if (NoVideo is not null && kind is null or SoundKind.Video) throw new RuleException(NoVideo);
        return Sound.BroughtIn(id, hash, fileName, Figures, Tags, kind, Video);
    }
}
