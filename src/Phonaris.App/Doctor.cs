using System.Net;
using System.Net.Sockets;
using Phonaris.Media;
using Phonaris.Media.Pictures;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.App;

/// <summary>Examines this machine.</summary>
internal static class Doctor
{
    private const long LittleSpace = 2_000_000_000;

    private static readonly (string Program, string Option)[] Versions = [("ffmpeg", "-version"), ("pdftoppm", "-v")];

    /// <summary>Examines programs, fonts, disk, data and ports.</summary>
    /// <param name="settings">Settings as <c>--Phonaris:Data=/shows</c>.</param>
    /// <param name="cancel">Cancels it.</param>
    public static async Task<IReadOnlyList<DoctorLine>> ExamineAsync(string[] settings, CancellationToken cancel)
    {
        List<DoctorLine> lines = [];
        foreach (var (program, option) in Versions)
            if (await MediaPrograms.VersionAsync(program, option, cancel) is { } version) lines.Add(DoctorLine.Fine("programs", version));
        AddMissing("programs", await MediaPrograms.MissingAsync(cancel), "Every encoder, filter and program is installed.");
        AddMissing("fonts", FontCoverage.Missing(), $"There are fonts for {FontCoverage.Count} scripts.");
        var (options, paths) = (Settings.Read(settings), AppPaths.Of(settings));
        lines.Add(Data(paths));
        lines.Add(Space(paths));
        lines.Add(Backup(paths));
        using var running = await RunningApp.FindAsync(paths, cancel);
        var runs = running is not null;
        lines.Add(Port("port", options.Port, runs, "the app cannot start", "phonaris serve --port 5180"));
        lines.Add(Port("clicker port", options.ClickerPort, runs, "clickers use another port, which a firewall may block", "phonaris serve --clicker-port 5181"));
        lines.Add(Audio());
        return lines;

        void AddMissing(string about, IReadOnlyList<MissingPart> missing, string otherwise) =>
            lines.AddRange(missing.Count == 0 ? [DoctorLine.Fine(about, otherwise)] : missing.Select(m => new DoctorLine(about, m.What, m.Cost, m.Mend)));
    }

    private static DoctorLine Data(AppPaths paths)
    {
        var folder = NearestExisting(paths.Root);
        try
        {
            var probe = Path.Combine(folder, $".phonaris-{Guid.NewGuid():N}");
            File.WriteAllText(probe, "");
            File.Delete(probe);
            return DoctorLine.Fine("data", folder == paths.Root ? $"The data folder is {paths.Root}." : $"The data folder will be {paths.Root}.");
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return new("data", $"The data folder {paths.Root} cannot be written", "the app cannot start", "phonaris serve --data FOLDER");
        }
    }

    private static DoctorLine Space(AppPaths paths)
    {
        var free = Room.Free(NearestExisting(paths.Root));
        return free is null or >= LittleSpace
            ? DoctorLine.Fine("disk", $"{free / 1e9 ?? 0:0.0} GB are free for data.")
            : new("disk", $"Only {free / 1e9:0.0} GB are free for data", "imports and exports may fail", $"df -h {paths.Root}");
    }

    private static DoctorLine Backup(AppPaths paths) => !File.Exists(paths.Database)
        ? DoctorLine.Fine("backup", "There are no shows yet.")
        : new Backups(paths.Backups, paths.Database, TimeProvider.System).NewestWhole() is { } copy
            ? DoctorLine.Fine("backup", $"The newest copy of the database was made {Backups.MadeAt(copy):yyyy-MM-dd HH:mm} UTC.")
            : DoctorLine.Fine("backup", "There is no copy of the database yet. One is made every day.");

    private static DoctorLine Port(string about, int port, bool appRuns, string cost, string mend)
    {
        using var probe = new TcpListener(IPAddress.Loopback, port);
        try
        {
            probe.Start();
            return DoctorLine.Fine(about, $"Port {port} is free.");
        }
        catch (SocketException)
        {
            return appRuns ? DoctorLine.Fine(about, $"Port {port} is in use while Phonaris runs.") : new(about, $"Port {port} is in use by another program", cost, mend);
        }
    }

    private static DoctorLine Audio()
    {
        const string cards = "/proc/asound/cards";
        var found = File.Exists(cards) && !File.ReadAllText(cards).Contains("no soundcards", StringComparison.Ordinal);
        return DoctorLine.Fine("audio", found ? "An audio device was found." : "No audio device was found. Only browsers on other machines play sound.");
    }

    private static string NearestExisting(string folder)
    {
        while (!Directory.Exists(folder)) folder = Path.GetDirectoryName(folder)!;
        return folder;
    }
}

/// <summary>A line of the examination.</summary>
/// <param name="About">What it is about.</param>
/// <param name="What">What was found; with a cost, a clause without its full stop.</param>
/// <param name="Cost">What does not work; null if all is well.</param>
/// <param name="Mend">The command that mends it; null if all is well.</param>
internal sealed record DoctorLine(string About, string What, string? Cost, string? Mend)
{
    public static DoctorLine Fine(string about, string what) => new(about, what, null, null);

    public override string ToString() => Cost is null ? $"ok       {About,-13} {What}" : $"missing  {About,-13} {What}, so {Cost}.\n                       {Mend}";
}
