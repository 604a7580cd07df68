using System.Globalization;

namespace Phonaris.Media.Videos;

/// <summary>The ffmpeg filters that make any video upright, progressive, with square pixels and standard dynamic range.</summary>
internal static class VideoFilters
{
    /// <summary>How long before a moment decoding starts, in seconds, so that the picture still visible then is known.</summary>
    private const double LeadSeconds = 0.5;

    /// <summary>The tolerance for rounded times, in seconds.</summary>
    private const double Rounding = 0.0005;

    /// <summary>Deinterlaces pictures of two fields.</summary>
    public const string Whole = "bwdif=deint=interlaced";

    /// <summary>Maps high dynamic range to standard range with a curve that keeps midtones.</summary>
    public const string ToneDown = "zscale=t=linear:npl=100,format=gbrpf32le,zscale=p=bt709,tonemap=hable:desat=0,zscale=t=bt709:m=bt709:r=tv";

    /// <summary>Where decoding starts for pictures from a moment on, in seconds of the file.</summary>
    public static double SoughtFor(double seconds) => Math.Max(0, seconds - LeadSeconds);

    /// <summary>Pictures at a constant rate, each the one visible at its time. After the end of the file the last one stays.</summary>
    /// <param name="seconds">The time of the first, in seconds of the file; decoding starts at <see cref="SoughtFor"/>.</param>
    /// <param name="speed">The speed.</param>
    /// <param name="fps">Pictures per second.</param>
    public static string Even(double seconds, double speed, int fps) => string.Create(
        CultureInfo.InvariantCulture,
        $"setpts=PTS/{speed:0.######},tpad=stop=-1:stop_mode=clone,fps=fps={fps}:round=up:start_time={(seconds - SoughtFor(seconds) + Rounding) / speed:0.######},setpts=PTS-STARTPTS");

    /// <summary>Scaled, with the colours of a JPEG file: ITU-R BT.601, full range.</summary>
    public static string ScaledForJpeg(int width, int height) => $"scale={width}:{height}:flags=bicubic:out_color_matrix=bt601:out_range=pc,format=yuvj420p,setsar=1";

    /// <summary>Scaled, with the colours of ITU-R BT.709.</summary>
    public static string Scaled(int width, int height) => $"scale={width}:{height}:flags=bicubic:out_color_matrix=bt709:out_range=tv,setsar=1";
}
