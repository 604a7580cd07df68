using Phonaris.Core.Shows;
using Phonaris.Formats;

namespace Phonaris.Exports.Forms;

/// <summary>The show as a package: all of it, or without the sounds that no cue on a slide uses.</summary>
internal sealed class PackageForm(ExportFormat format, bool all) : ExportForm(format, ".phonaris", "application/vnd.phonaris.show+zip")
{
    public override ExportCost About(Export export, ExportTools tools)
    {
        var show = all ? export.Timed.Show : export.Timed.Show.WithoutUnused();
        var bytes = ShowFiles.Of(show).Sum(m => tools.BytesOf(m));
        return new(bytes, bytes / 100e6);
    }

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var show = all ? export.Timed.Show : export.Timed.Show.WithoutUnused();
        ValueList<string> missing = [];
        await Written.FileAsync(path, async partial => missing = await ShowPackage.WriteAsync(show, partial, tools.MediaPath, progress, cancel));
        return [.. missing.Select(hash => show.Sounds.FirstOrDefault(s => s.Media == hash) is { } sound ? $"The file of {sound.Name} is missing, so it is not in the package." : "The file of a slide's picture is missing, so it is not in the package.")];
    }
}
