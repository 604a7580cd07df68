using Phonaris.Core.Shows;

namespace Phonaris.Formats;

/// <summary>Names for exported files: plain, safe on every file system, all different.</summary>
public static class FileNames
{
    private const int Longest = 120;

    // Characters that some file systems do not allow.
    private const string Forbidden = "<>:\"/\\|?*";

    // Device names reserved on some systems, with any extension.
    private static readonly string[] Reserved = ["con", "prn", "aux", "nul", .. Enumerable.Range(1, 9).SelectMany(n => (string[])[$"com{n}", $"lpt{n}"])];

    /// <summary>A name without characters that are not allowed.</summary>
    /// <param name="name">The name, with or without an extension.</param>
    public static string Safe(string name) => Names.Short(Allowed(name), Longest).TrimEnd();

    /// <summary>A safe name for each, with a number where two would be the same. Long names are cut before their extension.</summary>
    /// <param name="names">Their ids and names.</param>
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
