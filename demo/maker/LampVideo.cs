using System.Diagnostics;
using System.Runtime.InteropServices;
using SkiaSharp;

namespace Phonaris.Demo;

/// <summary>The demo's video: a moth that flies round a lamp, its back to the light. Its end goes over into its beginning.</summary>
internal static class LampVideo
{
    private const int Side = 480, Fps = 25, Seconds = 8, Circles = 3, BeatsPerSecond = 6;

    private static readonly SKColor Ground = SKColor.Parse("#3A2617"), Wing = SKColor.Parse("#E2A15B"), Body = SKColor.Parse("#2B1A10"), Eye = SKColor.Parse("#F6EBD0");

    /// <summary>Writes it as H.264 with AAC in MP4.</summary>
    /// <param name="to">The file.</param>
    public static void Write(string to)
    {
        var sound = Path.ChangeExtension(Path.GetTempFileName(), ".f32");
        File.WriteAllBytes(sound, MemoryMarshal.AsBytes(Flutter().Samples.AsSpan()));
        using var ffmpeg = Process.Start(new ProcessStartInfo("ffmpeg", [
            "-v", "error", "-f", "rawvideo", "-pix_fmt", "rgba", "-s", $"{Side}x{Side}", "-framerate", $"{Fps}", "-i", "pipe:0", "-f", "f32le", "-ar", "48000", "-ac", "2", "-i", sound,
            "-vf", "scale=out_color_matrix=bt709:out_range=tv", "-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709",
            "-c:v", "libx264", "-preset", "slow", "-crf", "21", "-g", $"{Fps}", "-pix_fmt", "yuv420p", "-c:a", "aac", "-b:a", "96k", "-shortest", "-movflags", "+faststart", "-bitexact", "-y", to])
        { RedirectStandardInput = true })!;
        using var bitmap = new SKBitmap(new SKImageInfo(Side, Side, SKColorType.Rgba8888, SKAlphaType.Opaque));
        for (var n = 0; n < Seconds * Fps; n++)
        {
            using (var canvas = new SKCanvas(bitmap)) Draw(canvas, n / (double)(Seconds * Fps));
            ffmpeg.StandardInput.BaseStream.Write(bitmap.GetPixelSpan());
        }
        ffmpeg.StandardInput.Close();
        ffmpeg.WaitForExit();
        File.Delete(sound);
        if (ffmpeg.ExitCode != 0) throw new InvalidOperationException($"ffmpeg could not write {to}.");
    }

    /// <param name="canvas">Where to.</param>
    /// <param name="at">How far it has come, 0 to 1.</param>
    private static void Draw(SKCanvas canvas, double at)
    {
        canvas.Clear(Ground);
        const float middle = Side / 2f;
        var flicker = 1 + 0.03f * (float)Math.Sin(Math.Tau * at * 23);
        using (var glow = new SKPaint { IsAntialias = true, Shader = SKShader.CreateRadialGradient(new(middle, middle), middle * flicker, [SKColor.Parse("#F7D28C").WithAlpha(200), Ground.WithAlpha(0)], SKShaderTileMode.Clamp) })
            canvas.DrawCircle(middle, middle, middle * flicker, glow);
        using (var lamp = new SKPaint { IsAntialias = true, Color = SKColor.Parse("#FFF3D0") }) canvas.DrawRoundRect(middle - 22, middle - 34, 44, 68, 16, 16, lamp);
        using (var frame = new SKPaint { IsAntialias = true, Color = Body, Style = SKPaintStyle.Stroke, StrokeWidth = 7 })
        {
            canvas.DrawRoundRect(middle - 22, middle - 34, 44, 68, 16, 16, frame);
            canvas.DrawArc(new(middle - 14, middle - 62, middle + 14, middle - 30), 180, 180, false, frame);
        }
        var angle = Math.Tau * Circles * at;
        var away = 150 + 28 * Math.Sin(Math.Tau * 2 * at);
        canvas.Translate(middle + (float)(away * Math.Cos(angle)), middle + (float)(away * Math.Sin(angle)));
        // Its head points along its way, its back to the lamp.
        canvas.RotateDegrees((float)(angle * 180 / Math.PI) + 180);
        canvas.Scale(0.42f);
        Moth(canvas, 0.3f + 0.7f * (float)Math.Abs(Math.Sin(Math.PI * BeatsPerSecond * Seconds * at)));
    }

    private static void Moth(SKCanvas canvas, float open)
    {
        using var fore = SKPath.ParseSvgPathData("M0 -10 C60 -130 200 -150 215 -80 C220 -20 120 30 10 30Z");
        using var hind = SKPath.ParseSvgPathData("M5 25 C80 30 140 70 110 120 C80 150 20 110 0 50Z");
        using var feelers = SKPath.ParseSvgPathData("M-4 -50 C-20 -90 -50 -100 -62 -96 M4 -50 C20 -90 50 -100 62 -96");
        using var wing = new SKPaint { IsAntialias = true, Color = Wing };
        using var paler = new SKPaint { IsAntialias = true, Color = Wing.WithAlpha(210) };
        using var body = new SKPaint { IsAntialias = true, Color = Body };
        using var eye = new SKPaint { IsAntialias = true, Color = Eye };
        using var line = new SKPaint { IsAntialias = true, Color = Body, Style = SKPaintStyle.Stroke, StrokeWidth = 5, StrokeCap = SKStrokeCap.Round };
        foreach (var side in new[] { 1, -1 })
        {
            canvas.Save();
            canvas.Scale(side * open, 1);
            canvas.DrawPath(fore, wing);
            canvas.DrawPath(hind, paler);
            canvas.DrawCircle(130, -70, 20, body);
            canvas.DrawCircle(130, -70, 9, eye);
            canvas.Restore();
        }
        canvas.DrawOval(0, 20, 15, 72, body);
        canvas.DrawPath(feelers, line);
    }

    /// <summary>Its wings, louder where it comes near.</summary>
    private static Synth Flutter()
    {
        var piece = new Synth(Seconds, seed: 61);
        piece.Noise(0, Seconds, 0.3, t => (0.6 - 0.25 * Math.Sin(Math.Tau * 2 * t / Seconds)) * Math.Pow(Math.Abs(Math.Sin(Math.PI * BeatsPerSecond * t)), 3), 0.1);
        return piece.Finish(0.4);
    }
}
