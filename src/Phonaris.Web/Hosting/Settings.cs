using Microsoft.Extensions.Configuration.Memory;
using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>
/// The settings of the app. Each can be given, from the weakest to the strongest, in <c>phonaris.json</c> in the user's configuration folder
/// (XDG Base Directory Specification), as an environment variable, or as an option of the command line.
/// </summary>
public static class Settings
{
    /// <summary>The settings users can give; docs/install.md has them as a table.</summary>
    public static IReadOnlyList<Setting> All { get; } =
    [
        new("port", "The port of the app.", "5170"),
        new("listen", "The address to listen on. Other machines can connect to any other than the default.", "127.0.0.1"),
        new("data", "The folder of shows and their files.", "$XDG_DATA_HOME/phonaris, for the demo phonaris-demo"),
        new("cache", "The folder of files that can be made again.", "$XDG_CACHE_HOME/phonaris, or in a data folder that is set"),
        new("hosts", "Host names besides localhost, separated by commas.", ""),
        new("proxy", "Addresses of reverse proxies whose forwarded headers are trusted, separated by commas: 127.0.0.1 for one on this machine.", ""),
        new("clicker-port", "The port for clickers.", "5171"),
        new("clicker-address", "The address of this machine for phones, if it differs from those of its network, as in a container.", ""),
        new("key", "on or off: whether a browser needs the key in the printed address.", "on"),
        new("open", "on or off: whether the browser is opened at the start.", "on"),
    ];

    /// <summary>The file of settings.</summary>
    public static string File => Path.Combine(UserFolders.Settings, "phonaris.json");

    /// <summary>Adds the settings file, the environment variables and the options to a configuration, section <c>Phonaris</c>.</summary>
    /// <param name="configuration">The configuration.</param>
    /// <param name="args">The arguments of the command line, as <c>--Phonaris:Port=5180</c>.</param>
    /// <exception cref="RuleException">The settings file cannot be read, or has an unknown setting.</exception>
    internal static void AddTo(IConfigurationBuilder configuration, string[] args)
    {
        if (Environment.GetFolderPath(Environment.SpecialFolder.UserProfile) is { Length: > 0 }) configuration.Add(new MemoryConfigurationSource { InitialData = FromFile(File) });
        configuration.Add(new MemoryConfigurationSource
        {
            InitialData = All.Select(s => KeyValuePair.Create(s.Key, Environment.GetEnvironmentVariable(s.Variable))).Where(s => !string.IsNullOrEmpty(s.Value)),
        });
        configuration.AddCommandLine(args);
    }

    /// <summary>The settings of the file, the environment and the options.</summary>
    /// <exception cref="RuleException">The settings file cannot be read, or has an unknown setting.</exception>
    internal static AppOptions Read(string[] args)
    {
        var configuration = new ConfigurationBuilder();
        AddTo(configuration, args);
        return configuration.Build().GetSection("Phonaris").Get<AppOptions>() ?? new();
    }

    private static List<KeyValuePair<string, string?>> FromFile(string path)
    {
        if (!System.IO.File.Exists(path)) return [];
        IConfigurationRoot file;
        try
        {
            file = new ConfigurationBuilder().AddJsonFile(path).Build();
        }
        catch (Exception e) when (e is InvalidDataException or IOException or UnauthorizedAccessException)
        {
            throw new RuleException($"{path} cannot be read: {(e.InnerException ?? e).Message}");
        }
        return [.. file.GetChildren().Select(entry =>
            All.FirstOrDefault(s => s.Name.Equals(entry.Key, StringComparison.OrdinalIgnoreCase)) is { } setting
                ? KeyValuePair.Create(setting.Key, entry.Value)
                : throw new RuleException($"{path} has an unknown setting “{entry.Key}”. Use {string.Join(", ", All.Select(s => s.Name))}."))];
    }
}

/// <summary>A setting.</summary>
/// <param name="Name">Its name in the settings file; as an option it is <c>--name</c>.</param>
/// <param name="What">What it sets.</param>
/// <param name="Default">Its default, for the documentation; empty for none.</param>
public sealed record Setting(string Name, string What, string Default)
{
    /// <summary>The environment variable, such as <c>PHONARIS_CLICKER_PORT</c>.</summary>
    public string Variable => $"PHONARIS_{Name.ToUpperInvariant().Replace('-', '_')}";

    /// <summary>Its key in the configuration, such as <c>Phonaris:ClickerPort</c>.</summary>
    public string Key => $"Phonaris:{string.Concat(Name.Split('-').Select(word => char.ToUpperInvariant(word[0]) + word[1..]))}";
}
