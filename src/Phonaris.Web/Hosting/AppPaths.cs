namespace Phonaris.Web.Hosting;

/// <summary>The locations of stored data.</summary>
internal sealed class AppPaths(AppOptions options)
{
    public string Root { get; } = Path.GetFullPath(options.Data ?? Path.Combine(
        Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create), "phonaris"));

    public string Database => Path.Combine(Root, "phonaris.db");

    public string Backups => Path.Combine(Root, "backups");

    public string Held => Path.Combine(Root, "held");

    public string Files => Path.Combine(Root, "files");

    public string Derived => Path.Combine(Root, "derived");

    public string Uploads => Path.Combine(Root, "uploads");

    /// <summary>Temporary files that are moved elsewhere when complete.</summary>
    public string Work => Path.Combine(Root, "work");

    public string Exports => Path.Combine(Root, "exports");
}
