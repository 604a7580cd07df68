using System.Diagnostics;
using System.Text.RegularExpressions;

namespace Phonaris.Bench;

/// <summary>
/// Whether the core's tests find changes of the core: operators chosen at random are changed one at a time (&lt; to &lt;=, + to -, Min to Max), and the tests run
/// until one fails. It works on a clone of the last commit and leaves the source unchanged. Stryker.NET was tried first: it
/// runs all tests for each change, which takes over a minute, and does not stop at the first failure.
/// </summary>
internal static partial class MutantsBench
{
    private const int Count = 100, Seed = 14, LeastFound = 80;

    private const string CoreFolder = "src/Phonaris.Core", Built = "artifacts/bin/Phonaris.Core/release/Phonaris.Core.dll";

    /// <summary>The tests of the core, and those of its drawings, which are in the tests of media.</summary>
    private const string CoreTests = "Phonaris.Core.Tests", DrawingTests = "Phonaris.Formats.Tests";

    /// <summary>Each operator and its replacement.</summary>
    private static readonly Dictionary<string, string> Changes = new()
    {
        [" < "] = " <= ",
        [" <= "] = " < ",
        [" > "] = " >= ",
        [" >= "] = " > ",
        [" == "] = " != ",
        [" != "] = " == ",
        [" + "] = " - ",
        [" - "] = " + ",
        [" * "] = " / ",
        [" / "] = " * ",
        [" && "] = " || ",
        [" || "] = " && ",
        [" += "] = " -= ",
        [" -= "] = " += ",
        ["++"] = "--",
        ["Math.Min("] = "Math.Max(",
        ["Math.Max("] = "Math.Min(",
        ["Math.Floor("] = "Math.Ceiling(",
        ["Math.Ceiling("] = "Math.Floor(",
    };

    /// <summary>Takes <c>--seed</c> and <c>--count</c>.</summary>
    public static async Task RunAsync(Bench bench)
    {
        var clone = bench.PathOf("clone");
        await Bench.RunAsync("git", "clone", "-q", ".", clone);
        foreach (var tests in (string[])[DrawingTests, CoreTests]) await Bench.RunInAsync(clone, "dotnet", "build", $"tests/{tests}", "-c", "Release", "-v", "q", "--nologo");
        var usual = await Bench.TimeAsync(async () =>
        {
            foreach (var tests in (string[])[DrawingTests, CoreTests])
                if (await IsFoundAsync(clone, tests, TimeSpan.FromHours(1))) throw new InvalidOperationException($"{tests} fail without any change.");
        });
        var (tried, found) = (0, 0);
        var places = Places(Path.Combine(clone, CoreFolder));
        new Random(Bench.Option("seed", Seed)).Shuffle(places);
        foreach (var place in places)
        {
            if (tried == Bench.Option("count", Count)) break;
            var text = await File.ReadAllTextAsync(place.Path);
            var (before, after) = (text.Substring(place.At, place.Length), Changes[text.Substring(place.At, place.Length)]);
            await File.WriteAllTextAsync(place.Path, string.Concat(text.AsSpan(0, place.At), after, text.AsSpan(place.At + place.Length)));
            // Some cannot be changed: strings have no minus.
            if (await CompilesAsync(clone))
            {
                tried++;
                var tests = place.Path.Contains("/Drawings/", StringComparison.Ordinal) ? DrawingTests : CoreTests;
                File.Copy(Path.Combine(clone, Built), Path.Combine(clone, FolderOf(tests), Path.GetFileName(Built)), overwrite: true);
                var isFound = await IsFoundAsync(clone, tests, TimeSpan.FromSeconds(60 + 5 * usual));
                if (isFound) found++;
                Console.WriteLine($"{tried,3} {(isFound ? "found" : "NOT FOUND")}  {Path.GetRelativePath(Path.Combine(clone, CoreFolder), place.Path)}:{text.AsSpan(0, place.At).Count('\n') + 1}  {before.Trim()} to {after.Trim()}");
            }
            await File.WriteAllTextAsync(place.Path, text);
        }
        Console.WriteLine($"{tried} changes, {found} found");
        bench.ReportLeast("found, of a hundred", 100.0 * found / tried, LeastFound);
    }

    /// <summary>The positions of operators in the core's code, in order.</summary>
    private static Place[] Places(string core) =>
    [
        .. from path in Directory.EnumerateFiles(core, "*.cs", SearchOption.AllDirectories).Order(StringComparer.Ordinal)
           let text = File.ReadAllText(path)
           from match in OperatorPattern().Matches(text)
           let line = text[(text.LastIndexOf('\n', match.Index) + 1)..match.Index]
           // Not in comments or strings.
           where !line.Contains("//", StringComparison.Ordinal) && line.Count(c => c == '"') % 2 == 0
           select new Place(path, match.Index, match.Length),
    ];

    private static async Task<bool> CompilesAsync(string clone) =>
        await EndAsync(clone, TimeSpan.FromMinutes(10), "build", CoreFolder, "-c", "Release", "--no-restore", "-v", "q", "--nologo", "-p:RunAnalyzers=false", "-p:TreatWarningsAsErrors=false") == 0;

    /// <summary>Whether a test fails; tests that do not end count as failed.</summary>
    private static async Task<bool> IsFoundAsync(string clone, string tests, TimeSpan patience) =>
        await EndAsync(clone, patience, Path.Combine(FolderOf(tests), $"{tests}.dll"), "--progress", "off", "--stop-on-fail", "on") != 0;

    private static string FolderOf(string tests) => $"artifacts/bin/{tests}/release";

    /// <summary>The exit code of dotnet; null after a timeout.</summary>
    private static async Task<int?> EndAsync(string folder, TimeSpan patience, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", arguments) { WorkingDirectory = folder, RedirectStandardOutput = true, RedirectStandardError = true })!;
        using var end = new CancellationTokenSource(patience);
        try
        {
            await Task.WhenAll(process.StandardOutput.ReadToEndAsync(end.Token), process.StandardError.ReadToEndAsync(end.Token), process.WaitForExitAsync(end.Token));
            return process.ExitCode;
        }
        catch (OperationCanceledException)
        {
            process.Kill(entireProcessTree: true);
            return null;
        }
    }

    [GeneratedRegex(@" ([<>+*/-]|<=|>=|==|!=|&&|\|\||[+-]=) |\+\+|Math\.(Min|Max|Ceiling|Floor)\(")]
    private static partial Regex OperatorPattern();

    private sealed record Place(string Path, int At, int Length);
}
