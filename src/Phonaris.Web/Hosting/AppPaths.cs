using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>The locations of stored data.</summary>
internal sealed class AppPaths(AppOptions options)
{
    private const string Name = "phonaris";

    /// <summary>The data folder (XDG Base Directory Specification); the demo has its own.</summary>
    public string Root { get; } = Path.GetFullPath(options.Data ?? Path.Combine(UserFolders.Data, FolderOf(options)));

    /// <summary>The cache folder. A data folder that is set holds everything, as a volume of a container does.</summary>
    private readonly string _cache = options.Cache is { } cache ? Path.GetFullPath(cache)
        : options.Data is { } data ? Path.GetFullPath(data)
        : Path.Combine(UserFolders.Cache, FolderOf(options));

    /// <summary>The locations by settings that are given as arguments, and those of the environment and the settings file.</summary>
    public static AppPaths Of(string[] args) => new(Settings.Read(args));

    public string Database => Path.Combine(Root, "phonaris.db");

    public string Backups => Path.Combine(Root, "backups");

    public string Held => Path.Combine(Root, "held");

    public string Files => Path.Combine(Root, "files");

    public string Derived => Path.Combine(_cache, "derived");

    /// <summary>Where derived files were before they had a cache folder.</summary>
    public string DerivedInData => Path.Combine(Root, "derived");

    /// <summary>Where the command line had its cache before that had a folder of its own.</summary>
    public string ToolInData => Path.Combine(Root, "tool");

    public string Uploads => Path.Combine(Root, "uploads");

    /// <summary>Temporary files that are moved elsewhere when complete.</summary>
    public string Work => Path.Combine(Root, "work");

    public string Exports => Path.Combine(Root, "exports");

    /// <summary>The key that lets a browser in.</summary>
    public string Key => Path.Combine(Root, "key");

    /// <summary>The address of the running app, with its key.</summary>
    public string Address => Path.Combine(Root, "address");

    private static string FolderOf(AppOptions options) => options.Demo is null ? Name : $"{Name}-demo";
}
