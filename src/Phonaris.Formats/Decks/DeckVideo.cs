using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Formats.Decks;

/// <summary>How a video in a deck is shown.</summary>
/// <param name="X">Its left edge, as a share of the slide's width.</param>
/// <param name="Y">Its top edge, as a share of the slide's height.</param>
/// <param name="Width">Its width, as a share of the slide's.</param>
/// <param name="Height">Its height, as a share of the slide's.</param>
/// <param name="Crop">Its crop; null for none.</param>
/// <param name="LeadMs">The part trimmed at its beginning, in milliseconds.</param>
/// <param name="TailMs">The part trimmed at its end.</param>
/// <param name="Rounds">How often it loops; <see cref="Cue.FillSpan"/> until its slide ends.</param>
/// <param name="Muted">Whether it is muted.</param>
/// <param name="AtEnd">What is shown after its end.</param>
/// <param name="HiddenBefore">Whether it is hidden until it starts.</param>
public sealed record DeckVideo(
    double X, double Y, double Width, double Height, VideoCrop? Crop, long LeadMs, long TailMs, int Rounds, bool Muted, VideoEnd AtEnd, bool HiddenBefore)
{
    /// <summary>A cue of the video with these settings, within the limits of a show.</summary>
    internal Cue Shape(Cue cue, Sound sound)
    {
        var (from, to) = (Frames.FromMs(Math.Max(0, LeadMs)), sound.Frames - Frames.FromMs(Math.Max(0, TailMs)));
        var place = new VideoPlace(X, Y, Width, Height, VideoFitting.Inside, AtEnd, HiddenBefore, Crop);
        var shaped = cue with { Rounds = Rounds, Muted = Muted, Video = place.Problem() is null ? place : cue.Video };
        return to - from >= SetPart.LeastFrames ? shaped with { InFrame = from, OutFrame = to } : shaped;
    }
}
