using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// What is known of sounds as music (<c>.music</c>, worked out once for a file) and what recipes come to (kept while the process runs).
/// </summary>
/// <param name="derived">Where it is kept.</param>
/// <param name="open">Opens a sound that was made ready, by its content hash.</param>
public sealed class Fits(DerivedFiles derived, Func<string, ISoundReader> open) : IDisposable
{
    /// <summary>How much is kept in memory, in bytes. A prepared part of a sound holds its joins and tables, some megabytes, and a dragged in or out makes many.</summary>
    private const long MostBytes = 128_000_000;

    /// <summary>About what a result holds, in bytes.</summary>
    private const long FittedBytes = 4_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);

    /// <inheritdoc/>
    public void Dispose() => _kept.Dispose();

    /// <summary>Forgets what was worked out: it holds readers of sounds, one of which has to be opened again.</summary>
    public void Forget() => _kept.Clear();

    /// <summary>Whether a sound has been listened to.</summary>
    /// <param name="media">Its content hash.</param>
    public bool Knows(string media) => _kept.TryGetValue(NameOf(media), out Piece? _) || derived.Has(NameOf(media));

    /// <summary>What is known of a sound as music, worked out when it has not been.</summary>
    /// <param name="media">Its content hash; it was made ready.</param>
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

    /// <summary>What is known of a sound that was listened to.</summary>
    private Piece Known(string media) =>
        _kept.TryGetValue(NameOf(media), out Piece? known) ? known! : Keep(media, File.ReadAllBytes(derived.PathOf(NameOf(media))));

    private Piece Keep(string media, byte[] written)
    {
        var piece = JsonSerializer.Deserialize<Piece>(written)!;
        return _kept.Keep(NameOf(media), piece, piece.Features.Halves.Length + piece.Beats.Count * sizeof(long));
    }

    /// <summary>What a cue's recipe comes to.</summary>
    /// <param name="sound">The cue's sound.</param>
    /// <param name="cue">The cue.</param>
    /// <param name="lengthFrames">The length, in frames.</param>
    /// <exception cref="RuleException">The recipe does not do for that length, or <see cref="PieceAsync"/> has not been asked of the sound.</exception>
    public Fitted Of(Sound sound, Cue cue, long lengthFrames)
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(cue);
        if (!Knows(sound.Media)) throw new RuleException($"{sound.Name} has not been analysed yet.");
        var asked = new Asked(sound.Media, cue.InFrame, cue.OutFrame, cue.Fit!, lengthFrames);
        if (_kept.TryGetValue(asked, out Fitted? known)) return known!;
        return _kept.Keep(asked, Fitter(asked.Media, asked.FromFrame, asked.ToFrame).Fit(asked.Recipe, asked.LengthFrames), FittedBytes);
    }

    /// <summary>Fits the used part of a sound, of which <see cref="PieceAsync"/> has been asked.</summary>
    /// <param name="media">Its content hash.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public Fitter Fitter(string media, long fromFrame, long toFrame)
    {
        var part = (media, fromFrame, toFrame);
        var fitter = _kept.TryGetValue(part, out Fitter? known) ? known! : new(Known(media), open(media), fromFrame, toFrame);
        // It keeps what it works out, and is weighed again each time.
        return _kept.Keep(part, fitter, fitter.Bytes);
    }

    // The number goes up with what is kept there.
    private static string NameOf(string media) => $"sounds/{media}.5.music";

    private readonly record struct Asked(string Media, long FromFrame, long ToFrame, FitRecipe Recipe, long LengthFrames);
}
