using System.CommandLine;
using System.Globalization;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Exports;

namespace Phonaris.Tool.Verbs;

/// <summary>
/// <c>export SHOW --to FILE [--slides 2-5] [--size 1920x1080] [--fps 30] [--cue ID] [--for clock|hand] [--sheet times|run|music] [--stems bands|cues]</c>: the format follows the extension of the file;
/// <c>--stems</c> writes a folder of WAV files.
/// </summary>
internal static class ExportVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var to = new Option<string>("--to") { Description = $"The file to write. Its extension sets the format: {Endings}. With --stems, a folder.", Required = true };
        var slides = new Option<string>("--slides") { Description = "Only these slides, written as in place --span.", DefaultValueFactory = _ => "" };
        var size = new Option<string>("--size") { Description = "The size of the film in pixels.", DefaultValueFactory = _ => "1920x1080" };
        var fps = new Option<int>("--fps") { Description = "Frames per second.", DefaultValueFactory = _ => 30 };
        var cue = new Option<string?>("--cue") { Description = "Only the sound of this cue, by id, fitted as in the show." };
        var shownBy = new Option<string?>("--for") { Description = "How a pptx or a player advances: by the clock or by hand. If omitted, as the show is shown." };
        shownBy.AcceptOnlyFromAmong("clock", "hand");
        var sheet = new Option<string?>("--sheet") { Description = "The sheet to write as csv or html: times, the run sheet (run) or the music used (music). If omitted, a csv has the times and an html the player." };
        sheet.AcceptOnlyFromAmong("times", "run", "music");
        var stems = new Option<string?>("--stems") { Description = "Write one stem for each band or each cue." };
        stems.AcceptOnlyFromAmong("bands", "cues");
        var command = new Command("export", "Exports a show as film, sound, timeline, presentation, player, sheet or package.") { path, to, slides, size, fps, cue, shownBy, sheet, stems };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var file = parsed.GetValue(to)!;
            var stemsBy = parsed.GetValue(stems);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var form = stemsBy is null ? FormOf(file, parsed.GetValue(sheet), parsed.GetValue(shownBy) ?? (show.Showing.ByItself ? "clock" : "hand")) : null;
            if (Misplaced(form, parsed.GetValue(cue) is not null, parsed.GetValue(shownBy) is not null, parsed.GetValue(slides)!.Length > 0) is { } misplaced) throw new RuleException(misplaced);
            await workshop.Sounds.PrepareAllAsync(show, cancel);
            var (width, height) = SizeOf(parsed.GetValue(size)!);
            var export = Export.Of(TimedShow.Of(show, workshop.Sounds.Listened), parsed.GetValue(slides)!, new(width, height, parsed.GetValue(fps), parsed.GetValue(cue), parsed.GetValue(shownBy) is { } by ? by == "hand" : null));
            var frames = export.EndFrame - export.StartFrame;
            if (form is null)
            {
                var files = await ExportForms.WriteStemsAsync(stemsBy == "cues" ? ExportFormat.CueStems : ExportFormat.BandStems, export, workshop.ExportTools, file, cancel);
                return (new { folder = file, frames, files }, $"{file}: {string.Join(", ", files)}, each {Wording.Time(frames)}");
            }
            var lost = await form.WriteAsync(export, workshop.ExportTools, file, null, cancel);
            var bytes = new FileInfo(file).Length;
            return (new { file, frames, bytes, lost }, string.Join('\n', [$"{file}, {Wording.Time(frames)}, {bytes / 1e6:0.0} MB", .. lost]));
        });
        return command;
    }

    private static string Endings => string.Join(", ", ExportForms.All.Select(f => f.Ending[1..]).Distinct());

    private static IExportForm FormOf(string file, string? sheet, string shownBy)
    {
        var ending = Path.GetExtension(file).ToLowerInvariant();
        var forms = ExportForms.All.Where(f => f.Ending == ending).ToList();
        var named = sheet ?? (ending is ".zip" or ".html" ? "player" : "times");
        return forms.Find(f => forms.Count == 1 || f.Format == ExportFormat.Phonaris || Is(f, named) || Is(f, ending.TrimStart('.') + shownBy))
            ?? throw new RuleException(forms.Count > 0 ? $"That sheet cannot be written as {ending[1..]}. Use html." : $"{file} has no known extension. Use {Endings}.");
    }

    /// <summary>The error for an option that does not apply to this format; null for none.</summary>
    private static string? Misplaced(IExportForm? form, bool cue, bool shownBy, bool slides) =>
        cue && form?.MediaType.StartsWith("audio/", StringComparison.Ordinal) != true ? "--cue works only with sound files: wav, flac, mp3, opus, m4a."
        : shownBy && form?.Format is not (ExportFormat.PptxClock or ExportFormat.PptxHand or ExportFormat.PlayerZip or ExportFormat.PlayerHtml) ? "--for works only with a pptx or a player."
        : slides && form?.Format == ExportFormat.Phonaris ? "A package always has the whole show. Omit --slides."
        : null;

    private static bool Is(IExportForm form, string named) => $"{form.Format}".StartsWith(named, StringComparison.OrdinalIgnoreCase);

    private static (int Width, int Height) SizeOf(string size)
    {
        var parts = size.Split('x');
        return parts.Length == 2
            && int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var width)
            && int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var height)
            ? (width, height)
            : throw new RuleException($"--size must be written like 1920x1080, not {size}.", "size");
    }
}
