using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using System.Text.Json;
using Phonaris.Core;
using Phonaris.Core.Audio;
using Phonaris.Core.Shows;

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
    private readonly ConcurrentDictionary<string, PeakPyramid> _peaks = new();

    /// <summary>Makes a sound ready, decoding it when it has not been, and gives its figures.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="name">What to call it in messages.</param>
    /// <param name="progress">Told the fraction decoded.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It is not a sound that can be read.</exception>
    public async Task<SoundFigures> PrepareAsync(string hash, string name, IProgress<double>? progress, CancellationToken cancel)
    {
        var samples = await derived.GetAsync(Samples(hash), (partial, token) => DecodeAsync(hash, name, partial, progress, token), cancel);
        try
        {
            return JsonSerializer.Deserialize<SoundFigures>(await File.ReadAllBytesAsync(derived.PathOf(Figures(hash)), cancel))!;
        }
        catch (FileNotFoundException)
        {
            // Whatever took the figures away, the samples are of no use without them.
            File.Delete(samples);
            return await PrepareAsync(hash, name, progress, cancel);
        }
    }

    /// <summary>Makes all sounds of a show ready, several at a time.</summary>
    /// <param name="sounds">The sounds.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">One of them cannot be read.</exception>
    public Task PrepareAllAsync(IEnumerable<Sound> sounds, CancellationToken cancel) => Parallel.ForEachAsync(
        sounds.Where(s => !derived.Has(Samples(s.Media))),
        new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
        async (sound, token) => await PrepareAsync(sound.Media, sound.Name, null, token));

    /// <summary>Opens a sound that was made ready.</summary>
    /// <param name="hash">Its content hash.</param>
    public ISoundReader Open(string hash) => _open.GetOrAdd(hash, h => new PcmFile(derived.PathOf(Samples(h))));

    /// <summary>The outline of a sound that was made ready.</summary>
    /// <param name="hash">Its content hash.</param>
    public PeakPyramid Peaks(string hash) =>
        _peaks.GetOrAdd(hash, h => PeakPyramid.FromBytes(File.ReadAllBytes(derived.PathOf(Outline(h)))));

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var file in _open.Values) file.Dispose();
    }

    private async Task DecodeAsync(string hash, string name, string partial, IProgress<double>? progress, CancellationToken cancel)
    {
        var path = original(hash);
        var format = await SoundDecoder.ProbeAsync(path, name, cancel);
        var (outline, loudness) = (new PeakPyramid.Builder(), new LoudnessMeter());
        long frames;
        await using (var file = new FileStream(partial, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 20))
        {
            frames = await SoundDecoder.DecodeAsync(path, name, format, Take, progress, cancel);

            void Take(ReadOnlySpan<float> samples)
            {
                file.Write(MemoryMarshal.AsBytes(samples));
                outline.Add(samples);
                loudness.Add(samples);
            }
        }
        // The samples come last into place: where they are, the rest is.
        var figures = new SoundFigures(frames, format.SampleRate, format.Channels, loudness.IntegratedLufs(), loudness.LoudestLufs());
        await WholeFile.WriteAsync(derived.PathOf(Outline(hash)), p => File.WriteAllBytesAsync(p, outline.Build().ToBytes(), cancel));
        await WholeFile.WriteAsync(derived.PathOf(Figures(hash)), p => File.WriteAllBytesAsync(p, JsonSerializer.SerializeToUtf8Bytes(figures), cancel));
    }

    private static string Samples(string hash) => $"sounds/{hash}.f32";

    private static string Outline(string hash) => $"sounds/{hash}.peaks";

    private static string Figures(string hash) => $"sounds/{hash}.json";
}

/// <summary>What is known of a sound once it is decoded.</summary>
/// <param name="Frames">Its length in frames at 48 kHz.</param>
/// <param name="SampleRate">The file's own rate, frames a second.</param>
/// <param name="Channels">The file's own channels.</param>
/// <param name="LoudnessLufs">Its integrated loudness in LUFS, or null when it has none.</param>
/// <param name="LoudestLufs">The loudness of its loudest 400 ms in LUFS, or null.</param>
public sealed record SoundFigures(long Frames, int SampleRate, int Channels, double? LoudnessLufs, double? LoudestLufs);
