using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using System.Text.Json;
using Phonaris.Core;
using Phonaris.Core.Audio;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// The sounds as the engine reads them. A file is decoded and analysed once, by its content hash, and kept: samples
/// (<c>.f32</c>), outline (<c>.peaks</c>) and figures (<c>.json</c>).
/// </summary>
/// <param name="derived">Where the decoded files are kept.</param>
/// <param name="original">Gives the path of the file of a content hash.</param>
public sealed class SoundLibrary(DerivedFiles derived, Func<string, string> original) : IDisposable
{
    private readonly ConcurrentDictionary<string, PcmFile> _open = new();
    private readonly ConcurrentDictionary<SoundSource, StretchedSound> _stretched = new();
    private readonly ConcurrentDictionary<string, PeakPyramid> _peaks = new();

    /// <summary>Makes a sound ready, decoding it when it has not been, and gives its figures.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="name">What to call it in messages.</param>
    /// <param name="progress">Told the fraction decoded.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It is not a sound that can be read.</exception>
    public async Task<Prepared> PrepareAsync(string hash, string name, IProgress<double>? progress, CancellationToken cancel)
    {
        var samples = await derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
        try
        {
            return JsonSerializer.Deserialize<Prepared>(await File.ReadAllBytesAsync(derived.PathOf(Known(hash)), cancel))!;
        }
        catch (FileNotFoundException)
        {
            // Whatever took the figures away, the samples are of no use without them.
            File.Delete(samples);
            return await PrepareAsync(hash, name, progress, cancel);
        }
    }

    /// <summary>Makes all sounds of a show ready, several at a time, and works out what is to be known of those that are fitted.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">One of them cannot be read.</exception>
    public async Task PrepareAllAsync(Show show, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        await Parallel.ForEachAsync(
            show.Sounds.Where(s => !derived.Has(Samples(s.Media))),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
            async (sound, token) => await PrepareAsync(sound.Media, sound.Name, null, token));
        foreach (var media in show.Cues.Where(c => c.Fit is not null && c.Span is not null).Select(c => show.Sound(c.SoundId).Media).Distinct())
            await Fits.PieceAsync(media, cancel);
    }

    /// <summary>What is known of sounds as music, and what recipes come to.</summary>
    public Fits Fits => field ??= new(derived, Open);

    /// <summary>Opens a sound that was made ready.</summary>
    /// <param name="hash">Its content hash.</param>
    public ISoundReader Open(string hash) => _open.GetOrAdd(hash, h => new PcmFile(derived.PathOf(Samples(h))));

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
    /// <param name="progress">Told the fraction done.</param>
    /// <param name="cancel">Stops it; what is done is kept.</param>
    public Task PrepareAsync(SoundSource source, long from, IProgress<double>? progress, CancellationToken cancel) =>
        source.Speed == 1 ? Task.CompletedTask : Stretched(source).PrepareAsync(from, progress, cancel);

    /// <summary>The outline of a sound that was made ready.</summary>
    /// <param name="hash">Its content hash.</param>
    public PeakPyramid Peaks(string hash) =>
        _peaks.GetOrAdd(hash, h => PeakPyramid.FromBytes(File.ReadAllBytes(derived.PathOf(Outline(h)))));

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var file in _open.Values) file.Dispose();
        foreach (var sound in _stretched.Values) sound.Dispose();
    }

    private StretchedSound Stretched(SoundSource source) => _stretched.GetOrAdd(source, s => new(Open(s.Media), s, derived));

    private async Task DecodeAsync(string hash, string name, string partial, IProgress<double>? progress, CancellationToken cancel)
    {
        var path = original(hash);
        var format = await SoundDecoder.ProbeAsync(path, name, cancel);
        var (outline, survey) = (new PeakPyramid.Builder(), new SoundSurvey());
        Decoded decoded;
        await using (var file = new FileStream(partial, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 20))
        {
            decoded = await SoundDecoder.DecodeAsync(path, name, format, Take, progress, cancel);

            void Take(ReadOnlySpan<float> samples)
            {
                file.Write(MemoryMarshal.AsBytes(samples));
                outline.Add(samples);
                survey.Add(samples);
            }
        }
        // The samples come last into place: where they are, the rest is.
        var prepared = new Prepared(survey.End(format.SampleRate, format.Channels, decoded.MissingFrames, format.HasCover), format.Tags);
        await WholeFile.WriteAsync(derived.PathOf(Outline(hash)), p => File.WriteAllBytesAsync(p, outline.Build().ToBytes(), cancel));
        await WholeFile.WriteAsync(derived.PathOf(Known(hash)), p => File.WriteAllBytesAsync(p, JsonSerializer.SerializeToUtf8Bytes(prepared), cancel));
    }

    /// <summary>The cover picture of a sound as a PNG file, or null when it has none.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<string?> CoverAsync(string hash, CancellationToken cancel)
    {
        if (!(await PrepareAsync(hash, hash, null, cancel)).Figures.HasCover) return null;
        try
        {
            return await derived.GetAsync($"sounds/{hash}.png", (partial, token) => SoundDecoder.CoverAsync(original(hash), partial, token), cancel);
        }
        catch (MediaToolException)
        {
            return null;
        }
    }

    private static string Samples(string hash) => $"sounds/{hash}.f32";

    private static string Outline(string hash) => $"sounds/{hash}.peaks";

    // The number goes up with what is kept there, so that what an older version kept is made again.
    private static string Known(string hash) => $"sounds/{hash}.2.json";
}

/// <summary>What is known of a sound once it is decoded.</summary>
/// <param name="Figures">What was measured.</param>
/// <param name="Tags">What its tags say of whose it is.</param>
public sealed record Prepared(SoundFigures Figures, Rights Tags);
