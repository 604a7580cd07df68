namespace Phonaris.Web.Hosting;

/// <summary>Settings of the app, section <c>Phonaris</c>.</summary>
internal sealed class AppOptions
{
    /// <summary>The folder for all data; the user's data folder by default.</summary>
    public string? Data { get; set; }

    /// <summary>The folder of the demo show to add at startup; null for none.</summary>
    public string? Demo { get; set; }

    /// <summary>The folder of the sound catalogue that comes with the app; null for none.</summary>
    public string? Catalogue { get; set; }

    /// <summary>The port at which clickers join, on every address of the machine, while a run is open to them.</summary>
    public int ClickerPort { get; set; } = 5171;

    /// <summary>The limit for derived files, in bytes; by default 20 GB, or half of the free disk space if that is less.</summary>
    public long? DerivedBytes { get; set; }

    /// <summary>Host names besides localhost, such as that of a reverse proxy.</summary>
    public IReadOnlyList<string> Hosts { get; set; } = [];

    /// <summary>How many deck readers are kept ready; by default one per core, four at most.</summary>
    public int? Readers { get; set; }

    /// <summary>Whether the code path of an edit is compiled at startup.</summary>
    public bool WarmUp { get; set; } = true;

    /// <summary>Whether the catalogue is slow now and then, and fails now and then, as one on the other side of a network does.</summary>
    public bool MoodyCatalogue { get; set; }
}
