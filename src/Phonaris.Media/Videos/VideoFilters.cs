using System.Globalization;

namespace Phonaris.Media.Videos;

/// <summary>What ffmpeg is told to make the pictures of any video upright, full, of square pixels and of an ordinary range.</summary>
internal static class VideoFilters
{
    /// <summary>Decoding begins so long before, that the picture which is still seen then is known, in seconds.</summary>
    private const double LeadSeconds = 0.5;

    /// <summary>Times are rounded: this much later is the same picture, in seconds.</summary>
    private const double Rounding = 0.0005;

    /// <summary>Two half pictures that were taken one after the other become whole ones.</summary>
    public const string Whole = "bwdif=deint=interlaced";

    /// <summary>High dynamic range, brought down to what a screen shows by a curve that leaves the middle as it is.</summary>
    public const string ToneDown = "zscale=t=linear:npl=100,format=gbrpf32le,zscale=p=bt709,tonemap=hable:desat=0,zscale=t=bt709:m=bt709:r=tv";

    /// <summary>Where decoding begins for pictures from a moment on, in seconds of the file.</summary>
    public static double SoughtFor(double seconds) => Math.Max(0, seconds - LeadSeconds);

    /// <summary>Pictures at an even rate, each the one that is seen at its moment; of a file that ends before, the last one stays.</summary>
    /// <param name="seconds">The moment of the first, in seconds of the file, decoding having begun at <see cref="SoughtFor"/>.</param>
    /// <param name="speed">How fast the file is gone through.</param>
    /// <param name="fps">How many a second.</param>
    public static string Even(double seconds, double speed, int fps) => string.Create(
        CultureInfo.InvariantCulture,
        $"setpts=PTS/{speed:0.######},tpad=stop=-1:stop_mode=clone,fps=fps={fps}:round=up:start_time={(seconds - SoughtFor(seconds) + Rounding) / speed:0.######},setpts=PTS-STARTPTS");

    /// <summary>Scaled to a size, colours as a JPEG file has them: ITU-R BT.601, full range.</summary>
    public static string ScaledForJpeg(int width, int height) => $"scale={width}:{height}:flags=bicubic:out_color_matrix=bt601:out_range=pc,format=yuvj420p,setsar=1";

    /// <summary>Scaled to a size, colours as ITU-R BT.709 has them.</summary>
    public static string Scaled(int width, int height) => $"scale={width}:{height}:flags=bicubic:out_color_matrix=bt709:out_range=tv,setsar=1";
}
