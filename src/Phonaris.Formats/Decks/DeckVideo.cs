using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Formats.Decks;

/// <summary>How a video that is already in a deck is seen.</summary>
/// <param name="X">Its left edge, as a share of the slide's width.</param>
/// <param name="Y">Its upper edge, as a share of the slide's height.</param>
/// <param name="Width">Its width, as a share of the slide's.</param>
/// <param name="Height">Its height, as a share of the slide's.</param>
/// <param name="Crop">What is cut off it at its edges; null for nothing.</param>
/// <param name="LeadMs">What is left out at its beginning, in milliseconds.</param>
/// <param name="TailMs">What is left out at its end.</param>
/// <param name="Rounds">How often it loops; <see cref="Cue.FillSpan"/> for as long as its slide stays.</param>
/// <param name="Muted">Whether it keeps silent.</param>
/// <param name="AtEnd">What is seen once it is over.</param>
/// <param name="HiddenBefore">Whether nothing is seen until it starts.</param>
public sealed record DeckVideo(
    double X, double Y, double Width, double Height, VideoCrop? Crop, long LeadMs, long TailMs, int Rounds, bool Muted, VideoEnd AtEnd, bool HiddenBefore)
{
    /// <summary>A cue of the video with its settings, as far as they can be met.</summary>
    internal Cue Shape(Cue cue, Sound sound)
    {
        var (from, to) = (Frames.FromMs(Math.Max(0, LeadMs)), sound.Frames - Frames.FromMs(Math.Max(0, TailMs)));
        var place = new VideoPlace(X, Y, Width, Height, VideoFitting.Inside, AtEnd, HiddenBefore, Crop);
        var shaped = cue with { Rounds = Rounds, Muted = Muted, Video = place.Problem() is null ? place : cue.Video };
        return to - from >= SetPart.LeastFrames ? shaped with { InFrame = from, OutFrame = to } : shaped;
    }
}
