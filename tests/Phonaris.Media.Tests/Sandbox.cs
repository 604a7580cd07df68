using System.Diagnostics;
using System.Security.Cryptography;
using Phonaris.Core.Shows;
using Phonaris.Made;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using SkiaSharp;

namespace Phonaris.Media.Tests;

/// <summary>A folder with real files, made by real programs, and the services that use them.</summary>
public sealed class Sandbox : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-media");

    public Sandbox()
    {
        Derived = new(PathOf("derived"));
        Sounds = new(Derived, PathOf);
        Pictures = new(Derived, PathOf, new PagePainter((_, _, _) => throw new NotSupportedException()));
        Videos = new(Derived, PathOf);
        Films = new(Derived, Pictures, Sounds, PathOf);
    }

    public DerivedFiles Derived { get; }

    public SoundLibrary Sounds { get; }

    public SlidePictures Pictures { get; }

    public VideoPictures Videos { get; }

    public FilmExporter Films { get; }

    public string PathOf(string name) => Path.Combine(_folder.FullName, name);

    /// <summary>Runs a program and returns its output.</summary>
    public static string Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        var output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return output;
    }

    /// <summary>Makes a file with ffmpeg and returns its path.</summary>
    public string Make(string name, params string[] arguments)
    {
        Run("ffmpeg", ["-nostdin", "-v", "error", "-y", .. arguments, PathOf(name)]);
        return PathOf(name);
    }

    /// <summary>Makes a sound file, stores it by its content hash, and returns the prepared sound.</summary>
    public async Task<Sound> SoundAsync(string id, string path, SoundKind kind = SoundKind.Bed)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(await File.ReadAllBytesAsync(path)));
        File.Copy(path, PathOf(hash), overwrite: true);
        var prepared = await Sounds.PrepareAsync(hash, id, null, CancellationToken.None);
        return prepared.ToSound(id, hash, Path.GetFileName(path), kind);
    }

    /// <summary>A slide with a picture of one colour.</summary>
    public Slide Slide(string id, SKColor color, long holdMs, long dissolveMs = 0)
    {
        var name = $"picture-{(uint)color:x8}";
        if (!File.Exists(PathOf(name))) PlainPicture.Write(PathOf(name), color, 320, 180);
        var transition = dissolveMs > 0 ? Transition.Dissolve(dissolveMs) : Transition.Cut;
        return new(id, $"Slide {id}", "", "", new(name, MediaTypes.Png, 1, 320, 180), holdMs, transition, false, Step.Whole(id));
    }

    /// <summary>A file's sound as ffmpeg decodes it, 48 kHz stereo.</summary>
    public static float[] Decode(string path)
    {
        using var process = Process.Start(new ProcessStartInfo(
            "ffmpeg", ["-nostdin", "-v", "error", "-i", path, "-map", "0:a", "-f", "f32le", "-ar", "48000", "-ac", "2", "pipe:1"])
        { RedirectStandardOutput = true })!;
        using var bytes = new MemoryStream();
        process.StandardOutput.BaseStream.CopyTo(bytes);
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        var samples = new float[bytes.Length / 4];
        Buffer.BlockCopy(bytes.ToArray(), 0, samples, 0, samples.Length * 4);
        return samples;
    }

    public void Dispose()
    {
        Sounds.Dispose();
        _folder.Delete(recursive: true);
    }
}
