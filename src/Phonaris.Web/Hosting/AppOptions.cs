namespace Phonaris.Web.Hosting;

/// <summary>Settings of the app, section <c>Phonaris</c>.</summary>
internal sealed class AppOptions
{
    /// <summary>The folder everything is kept in; the user's data folder when left out.</summary>
    public string? Data { get; set; }

    /// <summary>The folder of the demo show, to be put in at the start; null for none.</summary>
    public string? Demo { get; set; }

    /// <summary>The folder of the sound catalogue that ships with the app; null for none.</summary>
    public string? Catalogue { get; set; }

    /// <summary>The port at which clickers join, on every address of the machine, while a run is open to them.</summary>
    public int ClickerPort { get; set; } = 5171;

    /// <summary>How much derived files may take up, in bytes; 20 GB, and half of what the disk has to give, when left out.</summary>
    public long? DerivedBytes { get; set; }

    /// <summary>Names beside localhost under which the app answers, such as that of a reverse proxy.</summary>
    public IReadOnlyList<string> Hosts { get; set; } = [];

    /// <summary>How many processes that read decks are kept ready; as many as there are cores, four at most, when left out.</summary>
    public int? Readers { get; set; }

    /// <summary>Whether what an edit goes through is compiled at the start, before there is one.</summary>
    public bool WarmUp { get; set; } = true;

    /// <summary>Whether the catalogue is slow now and then, and fails now and then, as one on the other side of a network does.</summary>
    public bool MoodyCatalogue { get; set; }
}
