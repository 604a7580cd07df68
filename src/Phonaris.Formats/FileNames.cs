using Phonaris.Core.Shows;

namespace Phonaris.Formats;

/// <summary>Names for files that are made: plain, safe on every disk, no two alike.</summary>
public static class FileNames
{
    private const int Longest = 120;

    // What one disk or another does not allow in a name.
    private const string Forbidden = "<>:\"/\\|?*";

    /// <summary>A name without what a disk does not allow.</summary>
    /// <param name="name">The name, with or without an ending.</param>
    public static string Safe(string name)
    {
        var plain = new string([.. Names.Plain(name).Select(c => char.IsControl(c) || Forbidden.Contains(c) ? ' ' : c)]).Trim(' ', '.');
        return plain.Length == 0 ? "show" : plain.Length > Longest ? plain[..Longest].TrimEnd() : plain;
    }

    /// <summary>A safe name for each, told apart by a number where two would be alike.</summary>
    /// <param name="names">What they are known by, and their names.</param>
    public static Dictionary<string, string> Unique(IEnumerable<(string Id, string Name)> names)
    {
        ArgumentNullException.ThrowIfNull(names);
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        return names.ToDictionary(n => n.Id, n =>
        {
            var (own, ending) = (Safe(Path.GetFileNameWithoutExtension(n.Name)), Path.GetExtension(Safe(n.Name)));
            var name = own + ending;
            for (var k = 2; !taken.Add(name); k++) name = $"{own} {k}{ending}";
            return name;
        });
    }
}
