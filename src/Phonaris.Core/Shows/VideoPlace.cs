namespace Phonaris.Core.Shows;

/// <summary>
/// The position of a video on the slides of its cue, and its appearance. Positions and lengths are fractions of the slide's picture, from its upper left
/// corner; what extends beyond the slide is clipped.
/// </summary>
/// <param name="X">The left edge.</param>
/// <param name="Y">The upper edge.</param>
/// <param name="Width">The width.</param>
/// <param name="Height">The height.</param>
/// <param name="Fitting">How it is fitted to its box, with its proportions kept.</param>
/// <param name="AtEnd">What is shown after it has ended, while its slides stay.</param>
/// <param name="HiddenBefore">Whether it is hidden until it starts; otherwise its first frame is shown.</param>
/// <param name="Crop">What is cropped before it is fitted; null for nothing.</param>
public sealed record VideoPlace(
    double X, double Y, double Width, double Height, VideoFitting Fitting = VideoFitting.Inside, VideoEnd AtEnd = VideoEnd.KeepsLast,
    bool HiddenBefore = false, VideoCrop? Crop = null)
{
    /// <summary>The least width and height.</summary>
    public const double LeastSide = 0.02;

    /// <summary>The greatest width and height.</summary>
    public const double GreatestSide = 4;

    /// <summary>The greatest part of the slide that a video takes by default.</summary>
    private const double UsualShare = 0.6;

    /// <summary>The whole slide, filled.</summary>
    public static VideoPlace Whole { get; } = new(0, 0, 1, 1, VideoFitting.Filling);

    /// <summary>The default position of a video: centred, as large as the limit allows, with its own proportions.</summary>
    /// <param name="video">The video.</param>
    /// <param name="slide">The picture of the slide.</param>
    public static VideoPlace For(VideoFigures video, PictureSource slide)
    {
        ArgumentNullException.ThrowIfNull(video);
        ArgumentNullException.ThrowIfNull(slide);
        // Its height relative to its width, in fractions of the slide.
        var tall = (double)video.Height / video.Width * slide.Width / slide.Height;
        var width = Math.Clamp(Math.Min(UsualShare, UsualShare / tall), LeastSide, GreatestSide);
        var height = Math.Clamp(width * tall, LeastSide, GreatestSide);
        return new((1 - width) / 2, (1 - height) / 2, width, height);
    }

    /// <summary>
    /// Where the picture is drawn and which part of it is visible, in any unit. The part is stretched evenly onto the box.
    /// </summary>
    /// <param name="video">The video.</param>
    /// <param name="slideWidth">The width of the slide's picture.</param>
    /// <param name="slideHeight">The height of the slide's picture, in the same unit.</param>
    public VideoBox BoxOf(VideoFigures video, double slideWidth, double slideHeight)
    {
        ArgumentNullException.ThrowIfNull(video);
        var crop = Crop ?? VideoCrop.None;
        var (width, height) = (video.Width * (1 - crop.Left - crop.Right), video.Height * (1 - crop.Top - crop.Bottom));
        var (placeWidth, placeHeight) = (Width * slideWidth, Height * slideHeight);
        var (byWidth, byHeight) = (placeWidth / width, placeHeight / height);
        var scale = Fitting == VideoFitting.Inside ? Math.Min(byWidth, byHeight) : Math.Max(byWidth, byHeight);
        var (seenWidth, seenHeight) = (Math.Min(placeWidth, width * scale), Math.Min(placeHeight, height * scale));
        // The visible part is centred in what remains after cropping.
        var (partWidth, partHeight) = (seenWidth / scale / video.Width, seenHeight / scale / video.Height);
        return new(
            X * slideWidth + (placeWidth - seenWidth) / 2, Y * slideHeight + (placeHeight - seenHeight) / 2, seenWidth, seenHeight,
            crop.Left + (1 - crop.Left - crop.Right - partWidth) / 2, crop.Top + (1 - crop.Top - crop.Bottom - partHeight) / 2, partWidth, partHeight);
    }

    /// <summary>The same in fractions of a slide's picture.</summary>
    /// <param name="video">The video.</param>
    /// <param name="slide">The picture.</param>
    public VideoBox BoxOn(VideoFigures video, PictureSource slide)
    {
        ArgumentNullException.ThrowIfNull(slide);
        var box = BoxOf(video, slide.Width, slide.Height);
        return box with { X = box.X / slide.Width, Y = box.Y / slide.Height, Width = box.Width / slide.Width, Height = box.Height / slide.Height };
    }

    /// <summary>Checks that a cue of a sound can have a position.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal static void Validate(Sound sound, VideoPlace? place)
    {
        if (sound.Video is null != place is null)
            throw new RuleException(place is null ? $"{sound.Name} is a video and needs a position on its slides." : $"{sound.Name} is a sound, so it cannot have a position on a slide.", "video");
        if (place?.Problem() is { } problem) throw new RuleException(problem, "video");
    }

    /// <summary>Why a video cannot be placed there, as a sentence; null when it can.</summary>
    public string? Problem()
    {
        if (this is not { Width: >= LeastSide and <= GreatestSide, Height: >= LeastSide and <= GreatestSide }) return "A video must be 2% to 400% as wide and as high as its slide.";
        // Written so that NaN fails too.
        if (!(X < 1 && Y < 1 && X + Width > 0 && Y + Height > 0)) return "At least part of a video must be on its slide.";
        return Crop is not { } crop || crop is { Left: >= 0, Top: >= 0, Right: >= 0, Bottom: >= 0 } && crop.Left + crop.Right <= VideoCrop.Most && crop.Top + crop.Bottom <= VideoCrop.Most
            ? null : "A crop must leave at least 5% of a video's width and height.";
    }
}

/// <summary>How a video is fitted to its box, with its proportions kept.</summary>
public enum VideoFitting
{
    /// <summary>All of it is visible, inside the box.</summary>
    Inside,

    /// <summary>It fills the box; the rest is clipped.</summary>
    Filling,
}
