using System.Reflection;
using System.Text.RegularExpressions;
using NetArchTest.Rules;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Tests;

/// <summary>
/// The dependencies: Web, Tool → Exports, Storage; Exports → Formats, Media; all → Core, and within the core and the web layer by layer. A folder uses only
/// layers below its own, none on the same level and none above.
/// </summary>
public partial class AppHostTests
{
    /// <summary>The layers of the core, from the bottom.</summary>
    private static readonly string[][] Core =
    [
        ["Values"], // frames, decibels, lists that are values, what a rule says when it is broken
        ["Signal"], // sound that knows no show: fades, seams, cuts, envelopes, the limiter, loudness, true peak, peaks
        ["Music", "Drawings"], // beats and what is heard; what is on a slide, as plain shapes
        ["Shows"], // a show as it is kept, and the edits that change it
        ["Timing"], // running order and schedule: when and how each cue sounds
        ["Mixing"], // schedule and sound together: what is heard, what it looks like
        ["Fitting", "Levels", "Clearing"], // as long as wanted; as loud as it sounds; whether there is leave to use it
        ["Live", "Checking", "Matching"], // whatever the presenter does; what to say of a show; a changed deck
        ["Drafting"], // a first soundtrack, proposed
    ];

    /// <summary>The layers of the web, from the bottom. The files that compose the app are above them all, in no folder.</summary>
    private static readonly string[][] Web =
    [
        ["Hosting"], // where things are kept, what every answer says and what every request is held to
        ["Jobs", "Reading"], // long work; decks read in processes of their own
        ["Hearing"], // mixes in pieces, speeds worked out ahead
        ["Shows"], // shows, edits, views, versions
        ["Importing", "Fitting", "Levels", "Checking", "Exports", "Live"],
        ["Drafting"],
        ["Catalogue"],
        ["Clearing"],
    ];

    [Fact]
    public void The_core_depends_on_nothing_outside() =>
        AssertFree(Types.InAssembly(typeof(Show).Assembly), "Phonaris.Media", "Phonaris.Formats", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "CliWrap", "SkiaSharp");

    [Fact]
    public void Projects_depend_only_on_those_below()
    {
        AssertFree(Types.InAssembly(typeof(DerivedFiles).Assembly), "Phonaris.Formats", "Phonaris.Exports", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore");
        AssertFree(Types.InAssembly(typeof(ShowPackage).Assembly), "Phonaris.Media", "Phonaris.Exports", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "CliWrap");
        AssertFree(Types.InAssembly(typeof(Phonaris.Exports.Export).Assembly), "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "CliWrap");
        AssertFree(Types.InAssembly(typeof(ShowStore).Assembly), "Phonaris.Media", "Phonaris.Formats", "Phonaris.Exports", "Phonaris.Web", "Microsoft.AspNetCore", "CliWrap", "SkiaSharp");
    }

    [Fact]
    public void The_core_has_layers() => AssertFloors(typeof(Show).Assembly, "Phonaris.Core", Core);

    [Fact]
    public void The_web_has_layers() => AssertFloors(typeof(Program).Assembly, "Phonaris.Web", Web);

    /// <summary>
    /// A type used by others is found by its name: in a file with its name, or with the beginning or the end of it (<c>CueStart</c> in <c>Cue.cs</c>), or beside
    /// the type with which it is always used.
    /// </summary>
    [Fact]
    public void Each_type_is_in_the_file_of_its_name()
    {
        var files = Directory.EnumerateFiles(Path.Combine(Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/Migrations/", StringComparison.Ordinal))
            .Select(f => (Path: f, Name: Path.GetFileNameWithoutExtension(f), Text: Comment().Replace(File.ReadAllText(f), "")))
            .Select(f => (f.Path, f.Name, Types: Declared().Matches(f.Text).Select(m => m.Groups[1].Value).ToList(), Words: Word().Matches(f.Text).Select(m => m.Value).ToHashSet()))
            .ToList();
        Assert.NotEmpty(files);
        var nameless = files.Where(f => f.Types.Count > 0 && !f.Types.Contains(f.Name)).Select(f => $"{f.Path} has no {f.Name}");
        var strays =
            from file in files
            from type in file.Types
            where !type.StartsWith(file.Name, StringComparison.Ordinal) && !type.EndsWith(file.Name, StringComparison.Ordinal) && !file.Name.StartsWith(type, StringComparison.Ordinal)
            from other in files
            where other.Path != file.Path && other.Words.Contains(type) && !other.Words.Contains(file.Name)
            select $"{type} is in {file.Path}, and {other.Name} speaks of it without {file.Name}";
        Assert.Empty(nameless.Concat(strays));
    }

    private static void AssertFloors(Assembly assembly, string root, string[][] floors)
    {
        var namespaces = assembly.GetTypes().Select(t => t.Namespace).OfType<string>().Where(n => n.StartsWith(root + ".", StringComparison.Ordinal)).Select(n => n[(root.Length + 1)..].Split('.')[0]).Distinct();
        Assert.Equal(floors.SelectMany(f => f).Order(), namespaces.Order());
        for (var k = 0; k < floors.Length; k++)
            foreach (var folder in floors[k])
            {
                var others = floors[k..].SelectMany(f => f).Where(f => f != folder).Select(f => $"{root}.{f}").ToArray();
                if (others.Length > 0) AssertFree(Types.InAssembly(assembly).That().ResideInNamespace($"{root}.{folder}"), others);
            }
    }

    private static void AssertFree(PredicateList types, params string[] names) => AssertHeld(types.ShouldNot().HaveDependencyOnAny(names).GetResult());

    private static void AssertFree(Types types, params string[] names) => AssertHeld(types.ShouldNot().HaveDependencyOnAny(names).GetResult());

    private static void AssertHeld(NetArchTest.Rules.TestResult result) => Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Phonaris.slnx"))) folder = folder.Parent!;
        return folder.FullName;
    }

    [GeneratedRegex(@"^(?:public|internal)\s+(?:sealed |static |abstract |readonly |partial )*(?:record struct|record|class|struct|interface|enum|delegate [\w<>?\[\]]+)\s+(\w+)", RegexOptions.Multiline)]
    private static partial Regex Declared();

    [GeneratedRegex("//.*")]
    private static partial Regex Comment();

    [GeneratedRegex(@"\b[A-Za-z_]\w*\b")]
    private static partial Regex Word();
}
