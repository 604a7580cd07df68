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
/// The sounds in the engine's format. A file is decoded and analysed once, by its content hash, and stored: samples (<c>.f32</c>), outline (<c>.peaks</c>) and figures
/// (<c>.json</c>). A sound is in one of three states: unknown, ready (the three files exist and have the same length) or unavailable (it is silent, and the reason is known). Everything
/// held in memory about its samples (the open file, the outline, loudness, fits) was read in the current state. Every change of state (<see cref="Forget"/>)
/// discards all of it and increments <see cref="Renewals"/>, so that anything rendered before is known to be old. Removing derived
/// files is such a change (<see cref="Release"/>). For example, a show is opened while the disk is full: its sound is unavailable and its page shows silence. Space is freed, and the
/// next request prepares it: it is ready, the silent replacement and its outline are discarded, and the page draws and plays it again because the counter has changed.
/// </summary>
public sealed class SoundLibrary : IDisposable
{
    /// <summary>The tolerance in frames before part of a video counts as missing: intact files too declare slightly wrong lengths.</summary>
    private const long LeastMissingFrames = Frames.PerSecond / 4;

    /// <summary>The number of silent frames written at once.</summary>
    private const int BlockFrames = 65_536;

    /// <summary>SHA-256 in hexadecimal.</summary>
    private const int HashLength = 64;

    /// <summary>How long an unreadable sound is left before it is tried again, in milliseconds.</summary>
    private const int TriedAgainMs = 5_000;

    /// <summary>This time doubles after each failure, up to this maximum, in milliseconds.</summary>
    private const long MostTriedAgainMs = 300_000;

    /// <summary>The bytes of outlines kept in memory: ten hours of sound.</summary>
    private const long MostPeakBytes = 18_000_000;

    /// <summary>The number of sounds at other speeds that stay open. Others are opened again when needed.</summary>
    private const int MostStretched = 200;

    private readonly DerivedFiles _derived;
    private readonly Func<string, string> _original;
    private readonly ConcurrentDictionary<string, State> _states = new();
    private readonly ConcurrentDictionary<string, ISoundReader> _open = new();
    private readonly ConcurrentDictionary<SoundSource, StretchedSound> _stretched = new();
    private readonly MemoryCache _peaks = Memory.Of(MostPeakBytes);
    private long _renewals;

    /// <summary>Opens the sounds of files.</summary>
    /// <param name="derived">The derived files.</param>
    /// <param name="original">Returns the path of the file with a content hash.</param>
    public SoundLibrary(DerivedFiles derived, Func<string, string> original)
    {
        (_derived, _original) = (derived, original);
        Fits = new(derived, Open);
        Loudness = new(derived, Open);
        Listened = new(Fits.Of, media => Loudness.TrackOf(new(media, 1)));
    }

    /// <summary>Prepares a sound, decoding it if necessary, and returns its figures.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="progress">Receives the fraction decoded.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It is not a readable sound.</exception>
    public async Task<Prepared> PrepareAsync(string hash, string name, IProgress<double>? progress, CancellationToken cancel)
    {
        if (_states.GetValueOrDefault(hash) is Ready known && _derived.Has(Samples(hash))) return known.Prepared;
        await _derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
        if (await WholeAsync(hash, cancel) is not { } prepared)
        {
            // The files are only useful together: if one is missing, all are made again.
            foreach (var file in new[] { Samples(hash), Outline(hash), Known(hash) }) File.Delete(_derived.PathOf(file));
            Forget(hash);
            await _derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
            prepared = await WholeAsync(hash, cancel) ?? throw new RuleException($"{name} cannot be prepared because its files disappear from the disk.");
        }
        Forget(hash);
        _states[hash] = new Ready(prepared);
        return prepared;
    }

    /// <summary>A sound whose derived files all exist and have the same length.</summary>
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
    /// Closes a sound whose derived files are removed. What is held of it in memory is discarded too, so that memory and disk agree. The next
    /// request makes it again.
    /// </summary>
    /// <param name="hash">Its content hash.</param>
    public void Release(string hash)
    {
        if (_open.TryGetValue(hash, out var open)) Forget(hash, always: true);
        // Otherwise the disk space would not be freed.
        (open as IDisposable)?.Dispose();
        foreach (var source in _stretched.Keys.Where(s => s.Media == hash))
            if (_stretched.TryRemove(source, out var stretched)) stretched.Dispose();
    }

    /// <summary>Opens sounds again that were made again or had been replaced by silence.</summary>
    private void Forget(string hash, bool always = false)
    {
        if (!_states.TryRemove(hash, out _) && !always) return;
        // A page or job that is reading it continues: the file is closed when its last reader is collected.
        _open.TryRemove(hash, out _);
        _peaks.Remove(hash);
        Loudness.Forget();
        Fits.Forget();
        Interlocked.Increment(ref _renewals);
    }

    /// <summary>Counts how often a sound was opened again: anything rendered before may wrongly be silent.</summary>
    public long Renewals => Interlocked.Read(ref _renewals);

    /// <summary>Prepares all sounds of a show, several at a time, and analyses the fitted ones.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">One of them cannot be read.</exception>
    public async Task PrepareAllAsync(Show show, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        await PrepareWhatCanBeAsync(show, cancel);
        if (show.Sounds.Select(s => ProblemOf(s.Media)).FirstOrDefault(p => p is not null) is { } problem)
            throw new RuleException(problem.Says) { IsOfMachine = problem.IsOfMachine };
    }

    /// <summary>Prepares the readable sounds of a show. The others are silent until they can be read.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The problems of the others, by sound id.</returns>
    public async Task<IReadOnlyDictionary<string, string>> PrepareWhatCanBeAsync(Show show, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        await Parallel.ForEachAsync(
            show.Sounds.Where(s => _states.GetValueOrDefault(s.Media) is not Ready || !_derived.Has(Samples(s.Media))).DistinctBy(s => s.Media),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
            async (sound, token) =>
            {
                // Tried again from time to time: the file may be back, and the cause may have been low disk space.
                var known = ProblemOf(sound.Media);
                if (known is not null && Environment.TickCount64 - known.FoundAt < Math.Min(MostTriedAgainMs, (long)TriedAgainMs << Math.Min(known.Tries, 16))) return;
                try
                {
                    if (!File.Exists(_original(sound.Media))) throw new RuleException($"The file of {sound.Name} is missing. Add {sound.FileName} again.");
                    await PrepareAsync(sound.Media, sound.Name, null, token);
                }
                catch (Exception e) when (e is RuleException or IOException or UnauthorizedAccessException)
                {
                    // Checking for a missing file costs nothing.
                    var tries = File.Exists(_original(sound.Media)) && known is not null ? known.Tries + 1 : 0;
                    Forget(sound.Media);
                    var says = e is RuleException ? e.Message : $"The file of {sound.Name} cannot be read: {e.Message} The disk may be failing. Add {sound.FileName} again.";
                    _states[sound.Media] = new Unavailable(says, Environment.TickCount64, tries, e is RuleException { IsOfMachine: true });
                }
            });
        var problems = show.Sounds.Select(s => (s.Id, Problem: ProblemOf(s.Media))).Where(s => s.Problem is not null).ToDictionary(s => s.Id, s => s.Problem!.Says);
        foreach (var media in show.Cues.Where(c => c.Fit is not null && c.Span is not null && !problems.ContainsKey(c.SoundId)).Select(c => show.Sound(c.SoundId).Media).Distinct())
            await Fits.PieceAsync(media, cancel);
        await Loudness.PrepareAsync(DuckingSounds(show).Where(s => !problems.ContainsKey(s.Id)).Select(s => new SoundSource(s.Media, 1)), cancel);
        return problems;
    }

    /// <summary>The sounds that duck beds, and the sounds of those beds.</summary>
    private static IEnumerable<Sound> DuckingSounds(Show show)
    {
        var heard = show.Cues.Where(c => c.Span is not null).Select(c => c.SoundId).Distinct().Select(show.Sound).ToList();
        return heard.Exists(s => s.Kind.IsSpoken()) ? heard.Where(s => s.Kind != SoundKind.Spot) : [];
    }

    /// <summary>The musical analysis of sounds, and the results of recipes.</summary>
    public Fits Fits { get; }

    /// <summary>The loudness of sounds over time, and measurements of shows.</summary>
    public LoudnessTracks Loudness { get; }

    /// <summary>The analyses of sounds that a schedule needs.</summary>
    public Listened Listened { get; }

    /// <summary>Opens a prepared sound. An unavailable one is silent.</summary>
    /// <param name="hash">Its content hash.</param>
    public ISoundReader Open(string hash) => _open.GetOrAdd(hash, h => ProblemOf(h) is not null ? Silence : new PcmFile(_derived.PathOf(Samples(h))));

    /// <summary>Opens what a cue plays: a prepared sound at the cue's speed. What has not been computed yet is computed when it is read.</summary>
    public ISoundReader Open(SoundSource source) =>
        source.Cut is { } cut ? new CutReader(Open(source.Media), cut) : source.Speed == 1 ? Open(source.Media) : Stretched(source);

    /// <summary>Opens the result of a fit.</summary>
    /// <param name="fitted">The result.</param>
    /// <param name="hash">The content hash of the prepared sound.</param>
    /// <param name="inFrame">The first frame of the sound that is used.</param>
    public ISoundReader Open(Fitted fitted, string hash, long inFrame)
    {
        ArgumentNullException.ThrowIfNull(fitted);
        var source = new SoundSource(hash, fitted.Speed, fitted.Cut);
        return new FittedSound(Open(source), fitted, fitted.Cut is null ? source.Frame(inFrame) : 0);
    }

    /// <summary>Whether a sound was found to be unreadable, so that it is silent.</summary>
    /// <param name="hash">Its content hash.</param>
    public bool IsUnavailable(string hash) => ProblemOf(hash) is not null;

    /// <summary>Whether everything a cue plays has been computed.</summary>
    public bool IsReady(SoundSource source) => source.Speed == 1 || Stretched(source).IsReady();

    /// <summary>Computes everything a cue plays.</summary>
    /// <param name="source">The source.</param>
    /// <param name="from">The frame to start from.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels it; what is done is kept.</param>
    public Task PrepareAsync(SoundSource source, long from, IProgress<double>? progress, CancellationToken cancel) =>
        source.Speed == 1 ? Task.CompletedTask : Stretched(source).PrepareAsync(from, progress, cancel);

    /// <summary>The outline of a prepared sound.</summary>
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
            // Computed from the samples, which takes a second per hour of sound.
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

    /// <summary>The state of a sound; unknown if it has none.</summary>
    private abstract record State;

    /// <summary>It can be read.</summary>
    private sealed record Ready(Prepared Prepared) : State;

    /// <summary>Why it cannot be read, when that was found (in milliseconds of the system clock), how often it was tried, and whether the fault is of the machine.</summary>
    private sealed record Unavailable(string Says, long FoundAt, int Tries, bool IsOfMachine) : State;

    /// <summary>Replaces a sound that cannot be read.</summary>
    private sealed class SilentSound : ISoundReader
    {
        public long Frames => 0;

        public void Read(long frame, Span<float> destination) => destination.Clear();
    }

    private StretchedSound Stretched(SoundSource source)
    {
        if (_stretched.TryGetValue(source, out var known)) return known;
        // A reader that holds it can continue; nothing of it is being computed.
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
            // The sound of a video is at least as long as its pictures.
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
        // The samples are put in place last: if they exist, everything else does.
        var prepared = new Prepared(survey.End(format.SampleRate, format.Channels, missing, format.HasCover), format.Tags, pictures is null ? null : format.Video!.Figures, problem);
        await WholeFile.WriteAsync(_derived.PathOf(Outline(hash)), p => File.WriteAllBytesAsync(p, outline.Build().ToBytes(), cancel), isDerived: true);
        await WholeFile.WriteAsync(_derived.PathOf(Known(hash)), p => File.WriteAllBytesAsync(p, JsonSerializer.SerializeToUtf8Bytes(prepared), cancel), isDerived: true);
    }

    /// <summary>The length of a file's video, or why it cannot be used.</summary>
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

    /// <summary>The length of a video, and the declared length of its file, in frames.</summary>
    private sealed record Length(long Frames, long Claimed);

    private static async Task<bool> IsWhatItWasAsync(string path, string hash, CancellationToken cancel)
    {
        await using var file = File.OpenRead(path);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel)) == hash;
    }

    /// <summary>The cover picture of a sound as a PNG file; null if it has none.</summary>
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

    // The number is increased when the stored format changes, so that older files are made again.
    private static string Known(string hash) => $"sounds/{hash}.3.json";
}

/// <summary>A decoded sound.</summary>
/// <param name="Figures">Its measurements.</param>
/// <param name="Tags">The rights in its tags.</param>
/// <param name="Video">Its video; null if it has none that can be used.</param>
/// <param name="NoVideo">Why its video cannot be used; null if it can, or if there is none.</param>
public sealed record Prepared(SoundFigures Figures, Rights Tags, VideoFigures? Video = null, string? NoVideo = null)
{
    /// <summary>The file as a sound of a show: as a video if it has one, unless only its sound is wanted.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="hash">The content hash of its file.</param>
    /// <param name="fileName">The name of its file.</param>
    /// <param name="kind">Its kind; null to detect it.</param>
    /// <exception cref="RuleException">The file cannot be of that kind.</exception>
    public Sound ToSound(string id, string hash, string fileName, SoundKind? kind)
    {
        if (NoVideo is not null && kind is null or SoundKind.Video) throw new RuleException(NoVideo);
        return Sound.BroughtIn(id, hash, fileName, Figures, Tags, kind, Video);
    }
}
