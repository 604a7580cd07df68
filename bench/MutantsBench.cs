using System.Text.Json;
using System.Text.RegularExpressions;

namespace Phonaris.Bench;

/// <summary>
/// Whether the core's tests find what is changed in the core: on lines taken at random, each operator is changed (&lt; to &lt;=, + to -, Min to Max), one at a
/// time, by Stryker.NET. It works on a clone of the last commit and leaves the tree as it is.
/// </summary>
internal static partial class MutantsBench
{
    private const string Version = "5.1.0";
    private const int Lines = 60, Seed = 14, LeastFound = 80;

    /// <summary>Kinds of changes that are not of an operator.</summary>
    private static readonly string[] Others =
        ["block", "boolean", "checked", "collectionexpression", "conditional", "initializer", "linq", "nullcoalescing", "regex", "statement", "string", "stringmethod"];

    /// <summary>Takes <c>--seed</c> and <c>--lines</c>.</summary>
    public static async Task RunAsync(Bench bench)
    {
        var (clone, tools) = (bench.PathOf("clone"), bench.PathOf("tools"));
        await Bench.RunAsync("git", "clone", "-q", ".", clone);
        await Bench.RunAsync("dotnet", "tool", "install", "dotnet-stryker", "--version", Version, "--tool-path", tools, "-v", "q");
        var (config, output) = (bench.PathOf("mutants.json"), bench.PathOf("mutants"));
        await File.WriteAllTextAsync(config, JsonSerializer.Serialize(new Dictionary<string, object>
        {
            ["stryker-config"] = new Dictionary<string, object>
            {
                ["project"] = "Phonaris.Core.csproj",
                ["configuration"] = "Release",
                ["test-runner"] = "mtp",
                ["coverage-analysis"] = "off",
                ["concurrency"] = Environment.ProcessorCount,
                ["additional-timeout"] = 60_000,
                ["mutate"] = Picked(Path.Combine(clone, "src/Phonaris.Core"), Bench.Option("lines", Lines), new Random(Bench.Option("seed", Seed))),
                ["ignore-mutations"] = Others,
                ["reporters"] = (string[])["json"],
            },
        }));
        await Bench.RunInAsync(Path.Combine(clone, "tests/Phonaris.Core.Tests"), Path.Combine(tools, "dotnet-stryker"), "-f", config, "-O", output, "-V", "error", "--skip-version-check");
        await ReportAsync(bench, Path.Combine(output, "reports/mutation-report.json"));
    }

    /// <summary>Lines with operators in them, as Stryker has them: the file, and from which character to which.</summary>
    private static List<string> Picked(string core, int count, Random random)
    {
        List<(string File, int From, int To)> lines = [];
        foreach (var path in Directory.EnumerateFiles(core, "*.cs", SearchOption.AllDirectories).Order(StringComparer.Ordinal))
        {
            var at = 0;
            foreach (var line in File.ReadAllText(path).Split('\n'))
            {
                if (OperatorPattern().IsMatch(line) && !line.TrimStart().StartsWith('/')) lines.Add((Path.GetRelativePath(core, path), at, at + line.Length));
                at += line.Length + 1;
            }
        }
        return [.. random.GetItems(lines.ToArray(), count).GroupBy(l => l.File).Select(f => f.Key + string.Concat(f.Distinct().Select(l => $"{{{l.From}..{l.To}}}")))];
    }

    private static async Task ReportAsync(Bench bench, string path)
    {
        using var report = JsonDocument.Parse(await File.ReadAllTextAsync(path));
        var mutants = report.RootElement.GetProperty("files").EnumerateObject()
            .SelectMany(f => f.Value.GetProperty("mutants").EnumerateArray().Select(m => new Mutant(
                f.Name, m.GetProperty("location").GetProperty("start").GetProperty("line").GetInt32(), m.GetProperty("status").GetString()!, m.GetProperty("replacement").GetString()!)))
            .Where(m => m.Status is "Killed" or "Timeout" or "Survived" or "NoCoverage").ToList();
        foreach (var mutant in mutants.Where(m => !m.IsFound)) Console.WriteLine($"not found: {Path.GetRelativePath(bench.PathOf("clone"), mutant.File)}:{mutant.Line}: {mutant.Replacement}");
        var found = mutants.Count(m => m.IsFound);
        Console.WriteLine($"{mutants.Count} changes, {found} found, {mutants.Count(m => m.Status is "Timeout")} of them by never ending");
        bench.ReportLeast("found, of a hundred", 100.0 * found / mutants.Count, LeastFound);
    }

    [GeneratedRegex(@" ([<>+*/-]|<=|>=|==|!=|&&|\|\||[+-]=) |Math\.(Min|Max|Ceiling|Floor)|\+\+|--")]
    private static partial Regex OperatorPattern();

    private sealed record Mutant(string File, int Line, string Status, string Replacement)
    {
        public bool IsFound => Status is "Killed" or "Timeout";
    }
}
