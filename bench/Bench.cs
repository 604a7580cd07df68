using System.Diagnostics;
using System.Globalization;
using Phonaris.Core.Shows;
using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Bench;

/// <summary>A working folder, a stopwatch, and the table of results.</summary>
internal sealed class Bench : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-bench");

    public Bench()
    {
        Files = new(PathOf("files"));
        Derived = new(PathOf("derived"));
        Sounds = new(Derived, Files.PathOf);
    }

    public bool AllReached { get; private set; } = true;

    public FileStore Files { get; }

    public DerivedFiles Derived { get; }

    public SoundLibrary Sounds { get; }

    public string PathOf(string name) => Path.Combine(_folder.FullName, name);

    /// <summary>The duration of some work in seconds.</summary>
    public static async Task<double> TimeAsync(Func<Task> work)
    {
        var watch = Stopwatch.StartNew();
        await work();
        return watch.Elapsed.TotalSeconds;
    }

    /// <summary>Runs ffmpeg as the peer; returns its duration in seconds.</summary>
    public static Task<double> FfmpegAsync(params string[] arguments) => TimeAsync(() => RunAsync("ffmpeg", ["-nostdin", "-v", "error", "-y", .. arguments]));

    /// <summary>A number given after the benchmark's name, such as <c>--seed 3</c>.</summary>
    public static int Option(string name, int usual)
    {
        var arguments = Environment.GetCommandLineArgs();
        return Array.IndexOf(arguments, $"--{name}") is >= 0 and var at && at + 1 < arguments.Length ? int.Parse(arguments[at + 1], CultureInfo.InvariantCulture) : usual;
    }

    /// <summary>Runs a program.</summary>
    public static Task RunAsync(string program, params string[] arguments) => RunInAsync(Environment.CurrentDirectory, program, arguments);

    /// <summary>Runs a program in a folder.</summary>
    public static async Task RunInAsync(string folder, string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { WorkingDirectory = folder })!;
        await process.WaitForExitAsync();
        if (process.ExitCode != 0) throw new InvalidOperationException($"The peer failed: {program} {string.Join(' ', arguments)}");
    }

    /// <summary>Downloads Debian packages; returns the folder of their files.</summary>
    public async Task<string> FetchAsync(params string[] packages)
    {
        var folder = Directory.CreateDirectory(PathOf("fetched")).FullName;
        await RunAsync("sh", "-c", $"cd '{folder}' && apt-get -q download {string.Join(' ', packages)} 2>/dev/null && for p in *.deb; do dpkg -x $p .; done");
        return folder;
    }

    /// <summary>Prints a ratio, and whether it reaches its goal.</summary>
    public void Report(string work, double ours, double theirs, double toReach)
    {
        var ratio = ours / theirs;
        AllReached &= ratio <= toReach;
        Console.WriteLine($"{work,-48} ours {ours,7:0.00} s  theirs {theirs,7:0.00} s  ratio {ratio:0.000}  to reach {toReach:0.00#}  {(ratio <= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints a time, and whether it reaches its goal, where there is no peer.</summary>
    public void ReportTime(string work, double seconds, double toReach)
    {
        AllReached &= seconds <= toReach;
        Console.WriteLine($"{work,-48} ours {seconds,7:0.000} s  to reach {toReach:0.000} s  {(seconds <= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints a size, and whether it reaches its goal, where there is no peer.</summary>
    public void ReportSize(string what, double bytes, double toReach)
    {
        AllReached &= bytes <= toReach;
        Console.WriteLine($"{what,-48} ours {bytes / 1000,7:0.0} kB  to reach {toReach / 1000:0} kB  {(bytes <= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints a figure and the peer's, and whether it is at most a share of that.</summary>
    public void ReportShare(string what, double ours, double theirs, double toReach)
    {
        AllReached &= ours / theirs <= toReach;
        Console.WriteLine($"{what,-48} ours {ours,7:0.0}    theirs {theirs,7:0.0}    ratio {ours / theirs:0.000}  to reach {toReach:0.00}  {(ours / theirs <= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints a figure that must be below a limit.</summary>
    public void ReportWorst(string what, double figure, double toReach)
    {
        AllReached &= figure <= toReach;
        Console.WriteLine($"{what,-48} ours {figure,7:0.0}    to reach {toReach:0}  {(figure <= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints a figure that must not be below a limit.</summary>
    public void ReportLeast(string what, double figure, double toReach)
    {
        AllReached &= figure >= toReach;
        Console.WriteLine($"{what,-48} ours {figure,7:0.0}    to reach {toReach:0}  {(figure >= toReach ? "reached" : "MISSED")}");
    }

    /// <summary>Prints this process's peak memory since <see cref="ForgetMemory"/>.</summary>
    public void ReportMemory(string work, int mostMb)
    {
        var line = File.ReadLines("/proc/self/status").First(l => l.StartsWith("VmHWM", StringComparison.Ordinal));
        var mb = double.Parse(line.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1]) / 1024;
        AllReached &= mb <= mostMb;
        Console.WriteLine($"{work,-48} most memory {mb:0} MB  to reach {mostMb} MB  {(mb <= mostMb ? "reached" : "MISSED")}");
    }

    /// <summary>Starts watching memory again: frees what is unused and resets the kernel's peak.</summary>
    public static void ForgetMemory()
    {
        GC.Collect(2, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        File.WriteAllText("/proc/self/clear_refs", "5");
    }

    /// <summary>Stores and prepares a WAV of made-up music; returns the sound and the path of the file.</summary>
    public async Task<(Sound Sound, string Path)> MusicAsync(string id, int seconds, int hertz)
    {
        var path = PathOf($"{id}.wav");
        await FfmpegAsync(
            "-f", "lavfi", "-i", $"aevalsrc=0.2*sin({hertz}*2*PI*t)*(0.6+0.4*sin(3*t))|0.2*sin({hertz + 3}*2*PI*t)*(0.6+0.4*cos(2*t)):s=48000:d={seconds}",
            "-c:a", "pcm_f32le", path);
        return (await KeepSoundAsync(id, path), path);
    }

    /// <summary>Stores and prepares a sound file.</summary>
    public async Task<Sound> KeepSoundAsync(string id, string path)
    {
        var hash = await KeepAsync(path);
        var prepared = await Sounds.PrepareAsync(hash, id, null, CancellationToken.None);
        return Sound.BroughtIn(id, hash, Path.GetFileName(path), prepared.Figures, prepared.Tags, SoundKind.Bed);
    }

    /// <summary>Stores a file; returns its content hash.</summary>
    public async Task<string> KeepAsync(string path)
    {
        await using var file = File.OpenRead(path);
        return await Files.PutAsync(file, long.MaxValue, () => throw new InvalidOperationException(), CancellationToken.None);
    }

    public void Dispose()
    {
        Sounds.Dispose();
        _folder.Delete(recursive: true);
    }
}
