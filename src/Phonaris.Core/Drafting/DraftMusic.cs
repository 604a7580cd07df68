using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>What a draft knows of sounds from their analysis, by the content hash of their files.</summary>
/// <param name="Piece">A bed as music.</param>
/// <param name="Track">The loudness of a sound over time.</param>
/// <param name="Fitter">Fits a part of a bed.</param>
/// <param name="Listened">The same analysis, for schedules.</param>
public sealed record DraftMusic(Func<string, Piece> Piece, Func<string, LoudnessTrack> Track, Func<string, long, long, Fitter> Fitter, Listened Listened);
