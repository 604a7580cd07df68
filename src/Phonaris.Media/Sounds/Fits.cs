using System.Collections.Concurrent;
using System.Text.Json;
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
public sealed class Fits(DerivedFiles derived, Func<string, ISoundReader> open)
{
    /// <summary>Results kept: as many as a slider passes over.</summary>
    private const int Most = 400;

    /// <summary>Prepared parts of sounds kept: each holds its joins and tables, some megabytes, and a dragged in or out makes many.</summary>
    private const int MostFitters = 12;

    private readonly ConcurrentDictionary<string, Piece> _pieces = new();
    private readonly ConcurrentDictionary<(string, long, long), Fitter> _fitters = new();
    private readonly ConcurrentDictionary<Asked, Lazy<Fitted>> _fitted = new();

    /// <summary>Whether a sound has been listened to.</summary>
    /// <param name="media">Its content hash.</param>
    public bool Knows(string media) => _pieces.ContainsKey(media) || derived.Has(NameOf(media));

    /// <summary>What is known of a sound as music, worked out when it has not been.</summary>
    /// <param name="media">Its content hash; it was made ready.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="progress">Told the fraction done.</param>
    public async Task<Piece> PieceAsync(string media, CancellationToken cancel, IProgress<double>? progress = null)
    {
        if (_pieces.TryGetValue(media, out var known)) return known;
        var path = await derived.GetAsync(
            NameOf(media),
            async (partial, token) =>
            {
                var piece = await Task.Run(() => Piece.Of(open(media), progress, token), token);
                await File.WriteAllBytesAsync(partial, JsonSerializer.SerializeToUtf8Bytes(piece), token);
            },
            cancel);
        return _pieces[media] = JsonSerializer.Deserialize<Piece>(await File.ReadAllBytesAsync(path, cancel))!;
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
        if (!_pieces.ContainsKey(sound.Media)) throw new RuleException($"{sound.Name} has not been listened to yet.");
        if (_fitted.Count > Most) _fitted.Clear();
        return _fitted.GetOrAdd(
            new(sound.Media, cue.InFrame, cue.OutFrame, cue.Fit!, lengthFrames),
            asked => new(() => Fitter(asked.Media, asked.FromFrame, asked.ToFrame).Fit(asked.Recipe, asked.LengthFrames))).Value;
    }

    /// <summary>Fits the used part of a sound, of which <see cref="PieceAsync"/> has been asked.</summary>
    /// <param name="media">Its content hash.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public Fitter Fitter(string media, long fromFrame, long toFrame)
    {
        if (_fitters.Count > MostFitters) _fitters.Clear();
        return _fitters.GetOrAdd((media, fromFrame, toFrame), key => new(_pieces[key.Item1], open(key.Item1), key.Item2, key.Item3));
    }

    // The number goes up with what is kept there.
    private static string NameOf(string media) => $"sounds/{media}.1.music";

    private readonly record struct Asked(string Media, long FromFrame, long ToFrame, FitRecipe Recipe, long LengthFrames);
}
