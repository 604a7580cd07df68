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

    /// <summary>Whether the catalogue is slow now and then, and fails now and then, as one on the other side of a network does.</summary>
    public bool MoodyCatalogue { get; set; }
}

/// <summary>Where things are kept.</summary>
internal sealed class AppPaths(AppOptions options)
{
    public string Root { get; } = options.Data ?? Path.Combine(
        Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create), "phonaris");

    public string Database => Path.Combine(Root, "phonaris.db");

    public string Held => Path.Combine(Root, "held");

    public string Files => Path.Combine(Root, "files");

    public string Derived => Path.Combine(Root, "derived");

    public string Uploads => Path.Combine(Root, "uploads");

    /// <summary>What is being made and goes elsewhere when it is done.</summary>
    public string Work => Path.Combine(Root, "work");

    public string Exports => Path.Combine(Root, "exports");
}
