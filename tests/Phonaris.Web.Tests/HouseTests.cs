using NetArchTest.Rules;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Tests;

/// <summary>Arrows point one way: Web, Tool → Formats, Media, Storage → Core.</summary>
public class HouseTests
{
    [Fact]
    public void The_core_knows_of_nothing_outside_it() =>
        AssertFree(typeof(Show), "Phonaris.Media", "Phonaris.Formats", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "CliWrap", "SkiaSharp");

    [Fact]
    public void Formats_media_and_storage_know_only_the_core()
    {
        AssertFree(typeof(DerivedFiles), "Phonaris.Formats", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore");
        AssertFree(typeof(ShowPackage), "Phonaris.Media", "Phonaris.Storage", "Phonaris.Web", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "CliWrap");
        AssertFree(typeof(ShowStore), "Phonaris.Media", "Phonaris.Formats", "Phonaris.Web", "Microsoft.AspNetCore", "CliWrap", "SkiaSharp");
    }

    private static void AssertFree(Type within, params string[] names)
    {
        var result = Types.InAssembly(within.Assembly).ShouldNot().HaveDependencyOnAny(names).GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
