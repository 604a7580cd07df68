using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// The musical analysis of sounds (<c>.music</c>, computed once for each file) and the results of recipes (cached while the process runs).
/// </summary>
/// <param name="derived">The derived files.</param>
/// <param name="open">Opens a prepared sound by its content hash.</param>
public sealed class Fits(DerivedFiles derived, Func<string, ISoundReader> open) : IDisposable
{
    /// <summary>The cache size in bytes. A prepared part of a sound holds its edits and tables, some megabytes; dragging an in or out point creates many.</summary>
    private const long MostBytes = 128_000_000;

    /// <summary>The approximate size of a result, in bytes.</summary>
    private const long FittedBytes = 4_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);

    /// <inheritdoc/>
    public void Dispose() => _kept.Dispose();

    /// <summary>Clears the cache: it holds readers of sounds, one of which has to be opened again.</summary>
    public void Forget() => _kept.Clear();

    /// <summary>Whether a sound has been analysed.</summary>
    /// <param name="media">Its content hash.</param>
    public bool Knows(string media) => _kept.TryGetValue(NameOf(media), out Piece? _) || derived.Has(NameOf(media));

    /// <summary>The analysis of a sound, computed if necessary.</summary>
    /// <param name="media">The content hash of a prepared sound.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    public async Task<Piece> PieceAsync(string media, CancellationToken cancel, IProgress<double>? progress = null)
    {
        if (_kept.TryGetValue(NameOf(media), out Piece? known)) return known!;
        var path = await derived.GetAsync(
            NameOf(media),
            async (partial, token) =>
            {
                var piece = await Task.Run(() => Piece.Of(open(media), progress, token), token);
                await File.WriteAllBytesAsync(partial, JsonSerializer.SerializeToUtf8Bytes(piece), token);
            },
            cancel);
        return Keep(media, await File.ReadAllBytesAsync(path, cancel));
    }

    /// <summary>The analysis of an analysed sound.</summary>
    private Piece Known(string media) =>
        _kept.TryGetValue(NameOf(media), out Piece? known) ? known! : Keep(media, File.ReadAllBytes(derived.PathOf(NameOf(media))));

    private Piece Keep(string media, byte[] written)
    {
        var piece = JsonSerializer.Deserialize<Piece>(written)!;
        return _kept.Keep(NameOf(media), piece, piece.Features.Halves.Length + piece.Beats.Count * sizeof(long));
    }

    /// <summary>The result of a cue's recipe.</summary>
    /// <param name="sound">The cue's sound.</param>
    /// <param name="cue">The cue.</param>
    /// <param name="lengthFrames">The length, in frames.</param>
    /// <exception cref="RuleException">The recipe fails for that length, or the sound has not been analysed with <see cref="PieceAsync"/>.</exception>
    public Fitted Of(Sound sound, Cue cue, long lengthFrames)
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(cue);
        if (!Knows(sound.Media)) throw new RuleException($"{sound.Name} has not been analysed yet.");
        var asked = new Asked(sound.Media, cue.InFrame, cue.OutFrame, cue.Fit!, lengthFrames);
        if (_kept.TryGetValue(asked, out Fitted? known)) return known!;
        return _kept.Keep(asked, Fitter(asked.Media, asked.FromFrame, asked.ToFrame).Fit(asked.Recipe, asked.LengthFrames), FittedBytes);
    }

    /// <summary>Fits the used part of a sound that has been analysed with <see cref="PieceAsync"/>.</summary>
    /// <param name="media">Its content hash.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public Fitter Fitter(string media, long fromFrame, long toFrame)
    {
        var part = (media, fromFrame, toFrame);
        var fitter = _kept.TryGetValue(part, out Fitter? known) ? known! : new(Known(media), open(media), fromFrame, toFrame);
        // It grows with what it computes, so its size is measured again each time.
        return _kept.Keep(part, fitter, fitter.Bytes);
    }

    // The number is increased when the stored format changes.
    private static string NameOf(string media) => $"sounds/{media}.5.music";

    private readonly record struct Asked(string Media, long FromFrame, long ToFrame, FitRecipe Recipe, long LengthFrames);
}
