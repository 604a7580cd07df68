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
    public static string Safe(string name) => Names.Short(Allowed(name), Longest).TrimEnd();

    /// <summary>A safe name for each, told apart by a number where two would be alike; a long one is cut before its ending.</summary>
    /// <param name="names">What they are known by, and their names.</param>
    public static Dictionary<string, string> Unique(IEnumerable<(string Id, string Name)> names)
    {
        ArgumentNullException.ThrowIfNull(names);
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        return names.ToDictionary(n => n.Id, n =>
        {
            var name = Allowed(n.Name);
            var ending = Names.Short(Path.GetExtension(name), Longest / 2);
            var own = Path.GetFileNameWithoutExtension(name);
            var unique = Names.Short(own, Longest - ending.Length).TrimEnd() + ending;
            for (var k = 2; !taken.Add(unique); k++) unique = Names.Short(own, Longest - $" {k}{ending}".Length).TrimEnd() + $" {k}{ending}";
            return unique;
        });
    }

    private static string Allowed(string name)
    {
        var plain = new string([.. Names.Plain(name).Select(c => char.IsControl(c) || Forbidden.Contains(c) ? ' ' : c)]).Trim(' ', '.');
        if (Reserved.Contains(plain.Split('.')[0], StringComparer.OrdinalIgnoreCase)) plain = "_" + plain;
        return plain.Length == 0 ? "show" : plain;
    }
}
