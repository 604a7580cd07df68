using Phonaris.Core.Shows;

namespace Phonaris.Formats;

/// <summary>Names for files that are made: plain, safe on every disk, no two alike.</summary>
public static class FileNames
{
    private const int Longest = 120;

    // What one disk or another does not allow in a name.
    private const string Forbidden = "<>:\"/\\|?*";

    // Names of devices on one system, whatever their ending.
    private static readonly string[] Reserved = ["con", "prn", "aux", "nul", .. Enumerable.Range(1, 9).SelectMany(n => (string[])[$"com{n}", $"lpt{n}"])];

    /// <summary>A name without what a disk does not allow.</summary>
    /// <param name="name">The name, with or without an ending.</param>
    public static string Safe(string name)
    {
        var plain = new string([.. Names.Plain(name).Select(c => char.IsControl(c) || Forbidden.Contains(c) ? ' ' : c)]).Trim(' ', '.');
        if (Reserved.Contains(plain.Split('.')[0], StringComparer.OrdinalIgnoreCase)) plain = "_" + plain;
        return plain.Length == 0 ? "show" : Names.Short(plain, Longest).TrimEnd();
    }

    /// <summary>A safe name for each, told apart by a number where two would be alike.</summary>
    /// <param name="names">What they are known by, and their names.</param>
    public static Dictionary<string, string> Unique(IEnumerable<(string Id, string Name)> names)
    {
        ArgumentNullException.ThrowIfNull(names);
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        return names.ToDictionary(n => n.Id, n =>
        {
            // The ending first: a long name is cut before it.
            var ending = Path.GetExtension(n.Name);
            var own = Names.Short(Safe(Path.GetFileNameWithoutExtension(n.Name)), Longest - ending.Length);
            var name = own + ending;
            for (var k = 2; !taken.Add(name); k++) name = $"{own} {k}{ending}";
            return name;
        });
    }
}
