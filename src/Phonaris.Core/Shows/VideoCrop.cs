namespace Phonaris.Core.Shows;

/// <summary>What is cropped at the edges of a video, as fractions of its width and height.</summary>
/// <param name="Left">At the left.</param>
/// <param name="Top">Above.</param>
/// <param name="Right">At the right.</param>
/// <param name="Bottom">Below.</param>
public sealed record VideoCrop(double Left, double Top, double Right, double Bottom)
{
    /// <summary>The most that two opposite edges can crop together.</summary>
    public const double Most = 0.95;

    /// <summary>No cropping.</summary>
    internal static VideoCrop None { get; } = new(0, 0, 0, 0);
}
