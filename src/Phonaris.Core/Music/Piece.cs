using Phonaris.Core.Signal;

namespace Phonaris.Core.Music;

/// <summary>The analysis of a piece of music: its beats, its bars, and its features over time. Computed once for a sound.</summary>
/// <param name="Frames">Its length in frames at 48 kHz.</param>
/// <param name="TempoBpm">Its median tempo, in beats per minute.</param>
/// <param name="Confidence">The confidence in the beats, 0 to 1; below <see cref="LeastConfidence"/> there is hardly a beat.</param>
/// <param name="Beats">The frames of its beats, at least 0.</param>
/// <param name="BeatsPerBar">The number of beats in a bar, 3 or 4.</param>
/// <param name="FirstDownbeat">The index of the beat that begins the first whole bar, from 0.</param>
/// <param name="Features">Its features over time.</param>
/// <param name="IsSilent">Whether it is silent.</param>
public sealed record Piece(long Frames, double TempoBpm, double Confidence, ValueList<long> Beats, int BeatsPerBar, int FirstDownbeat, FeatureTrack Features, bool IsSilent)
{
    /// <summary>Below this confidence the beats are little more than an even grid near some onsets.</summary>
    public const double LeastConfidence = 0.15;

    /// <summary>Above this confidence, nine in ten beats are right (<c>./phonaris bench beats</c>).</summary>
    public const double SureConfidence = 0.7;

    /// <summary>The share of the work that is the first spectra and what is computed from them.</summary>
    private const double MelShare = 0.75;

    private const int MelBands = 40, NoteBands = 60, LowestC = 36;

    /// <summary>Whether its beats are almost certainly right.</summary>
    public bool IsSure => Confidence > SureConfidence;

    /// <summary>Whether it has a reliable beat.</summary>
    public bool HasBeat => Confidence >= LeastConfidence;

    /// <summary>Its beginning, its beats and its end, in frames.</summary>
    public IReadOnlyList<long> Bounds => BoundsOf(Beats, Frames);

    /// <summary>Analyses a piece: in about a hundredth of its length, on all cores.</summary>
    /// <param name="sound">The piece.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels the analysis.</param>
    public static Piece Of(ISoundReader sound, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(sound);
        var mel = Spectra.Of(sound, Framing.Fine, Band.Mel(MelBands, 40, 10_000, Framing.Fine), f => progress?.Report(f * MelShare), cancel);
        var onsets = OnsetStrength.Of(mel, MelBands, MelBands);
        var tempo = Tempo.Of(onsets.Values);
        var places = BeatTracker.Track(onsets.Values, tempo.Periods);
        if (tempo.CanDouble && BeatTracker.Halves(onsets.Values, places) >= tempo.HalvesToDouble)
        {
            // The onsets between the beats were beats too.
            tempo = tempo.Doubled();
            places = BeatTracker.Track(onsets.Values, tempo.Periods);
        }
        if (tempo.CanHalve && BeatTracker.Played(onsets.Values, places) < tempo.LeastPlayedShare)
        {
            // Most beats had no onset, so every other one is a subdivision of slow music.
            tempo = tempo.Halved();
            places = BeatTracker.Track(onsets.Values, tempo.Periods);
        }
        var late = BeatTracker.Late(onsets.Values, places);
        var beats = places
            .Select(b => (long)Math.Round((b - late) * Framing.Fine.HopFrames))
            .Where(b => b >= 0 && b < sound.Frames)
            .ToValueList();
        var notes = Spectra.Of(sound, Framing.Slow, Band.Semitones(LowestC, NoteBands, Framing.Slow), f => progress?.Report(MelShare + f * (1 - MelShare)), cancel);
        var bounds = BoundsOf(beats, sound.Frames);
        var (perBar, phase) = beats.Count > 8 && mel.Count > 20
            ? Bars.Of(Bars.Accents(beats, mel, StretchFeatures.Of(mel, MelBands, notes, NoteBands, bounds).AsSpan((beats[0] > 0 ? 1 : 0) * StretchFeatures.Size)))
            : (4, 0);
        return new(
            sound.Frames, tempo.Bpm, Trust.Of(tempo, onsets, BeatTracker.Between(OnsetStrength.Of(mel, MelBands, Trust.LowBands).Values, places)), beats, perBar, phase,
            FeatureTrack.Of(sound.Frames, stretches => StretchFeatures.Of(mel, MelBands, notes, NoteBands, stretches)),
            mel.Power.AsSpan().IndexOfAnyExceptInRange(0f, 1e-9f) < 0);
    }

    private static List<long> BoundsOf(IReadOnlyList<long> beats, long frames) => [.. beats.Where(b => b > 0).Prepend(0), frames];
}
