namespace Phonaris.Web.Hosting;

/// <summary>Settings of the app, section <c>Phonaris</c>; those that users can give are listed in <see cref="Settings"/>.</summary>
internal sealed class AppOptions
{
    /// <summary>The port of the app.</summary>
    public int Port { get; set; } = 5170;

    /// <summary>The IP address to listen on.</summary>
    public string Listen { get; set; } = "127.0.0.1";

    /// <summary>The folder for all data; the user's data folder by default.</summary>
    public string? Data { get; set; }

    /// <summary>The folder for files that can be made again; the user's cache folder by default, or within <see cref="Data"/> if that is set.</summary>
    public string? Cache { get; set; }

    /// <summary>The folder of the demo show to add at startup; null for none.</summary>
    public string? Demo { get; set; }

    /// <summary>The folder of the sound catalogue that comes with the app; null for none.</summary>
    public string? Catalogue { get; set; }

    /// <summary>The port at which clickers join, on every address of the machine, while a run is open to them.</summary>
    public int ClickerPort { get; set; } = 5171;

    /// <summary>The address of this machine for clickers; by default those of its network.</summary>
    public string? ClickerAddress { get; set; }

    /// <summary>The limit for derived files, in bytes; by default 20 GB, or half of the free disk space if that is less.</summary>
    public long? DerivedBytes { get; set; }

    /// <summary>Host names besides localhost, such as that of a reverse proxy, separated by commas.</summary>
    public string Hosts { get; set; } = "";

    /// <summary>Addresses of reverse proxies whose forwarded headers are trusted, separated by commas; empty for none.</summary>
    public string Proxy { get; set; } = "";

    /// <summary><c>off</c> to let in every browser on this machine, not only those that were given the key.</summary>
    public string Key { get; set; } = "on";

    /// <summary><c>off</c> not to open the browser.</summary>
    public string Open { get; set; } = "on";

    /// <summary>How many deck readers are kept ready; by default one per core, four at most.</summary>
    public int? Readers { get; set; }

    /// <summary>Whether the code path of an edit is compiled at startup.</summary>
    public bool WarmUp { get; set; } = true;

    /// <summary>Whether the catalogue is slow now and then, and fails now and then, as one on the other side of a network does.</summary>
    public bool MoodyCatalogue { get; set; }

    /// <summary>The entries of a setting that is a list.</summary>
    public static IEnumerable<string> Entries(string list) => list.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
}
