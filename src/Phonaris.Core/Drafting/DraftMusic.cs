using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>What a draft knows of sounds by having listened to them, by the content hash of their files.</summary>
/// <param name="Piece">What a bed is as music.</param>
/// <param name="Track">How loud a sound is along its course.</param>
/// <param name="Fitter">Fits a part of a bed, from a frame to the one after the last.</param>
/// <param name="Listened">The same, for schedules.</param>
public sealed record DraftMusic(Func<string, Piece> Piece, Func<string, LoudnessTrack> Track, Func<string, long, long, Fitter> Fitter, Listened Listened);
