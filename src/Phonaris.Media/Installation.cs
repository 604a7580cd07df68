namespace Phonaris.Media;

/// <summary>
/// The files shipped with the program: the client, the demo show and the sound catalogue. An installed program has them beside it; one that
/// was built from source finds them in the source tree above it.
/// </summary>
public static class Installation
{
    private static readonly Lazy<(string? Client, string? Demo)> Found = new(Find);

    /// <summary>The folder of the built client; null if it is not built.</summary>
    public static string? Client => Found.Value.Client;

    /// <summary>The folder of the built player; one that does not exist if it is not built.</summary>
    public static string Player => Path.Combine(Client ?? AppContext.BaseDirectory, "player");

    /// <summary>The folder of the demo show; null if there is none.</summary>
    public static string? Demo => Found.Value.Demo;

    /// <summary>The folder of the sound catalogue; null if there is none.</summary>
    public static string? Catalogue => Demo is { } demo ? Path.Combine(demo, "catalogue") : null;

    private static (string? Client, string? Demo) Find()
    {
        var beside = AppContext.BaseDirectory;
        if (Existing(Path.Combine(beside, "wwwroot")) is { } client) return (client, Existing(Path.Combine(beside, "demo")));
        for (var folder = new DirectoryInfo(beside); folder is not null; folder = folder.Parent)
            if (File.Exists(Path.Combine(folder.FullName, "Phonaris.slnx")))
                return (Existing(Path.Combine(folder.FullName, "src", "Phonaris.Web", "wwwroot")), Existing(Path.Combine(folder.FullName, "demo")));
        return (null, null);
    }

    private static string? Existing(string folder) => Directory.Exists(folder) ? folder : null;
}
