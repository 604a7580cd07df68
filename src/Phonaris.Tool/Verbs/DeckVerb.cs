using System.CommandLine;
using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;

namespace Phonaris.Tool.Verbs;

/// <summary><c>deck FILE [--pictures FOLDER] [--sheet PNG]</c>: the contents of a deck, and the pictures of its slides.</summary>
internal static class DeckVerb
{
    private const int Width = 1280;

    public static Command Make()
    {
        var file = Arguments.File();
        var pictures = new Option<string>("--pictures") { Description = "A folder for the pictures of the slides, as PNG 1280 pixels wide." };
        var sheet = new Option<string>("--sheet") { Description = "A PNG file with an overview of all slides." };
        var command = new Command("deck", "Prints the contents of a deck.") { file, pictures, sheet };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var deck = await workshop.ReadDeckAsync([parsed.GetValue(file)!], cancel);
            if (parsed.GetValue(pictures) is { } folder) await WritePicturesAsync(workshop.Pictures, deck, folder, cancel);
            if (parsed.GetValue(sheet) is { } to) await WriteSheetAsync(workshop.Pictures, deck, to, cancel);
            var slides = deck.Slides.Select(s => new { s.Number, s.Title, s.Text, s.Notes, s.HoldMs, s.Hidden, s.Steps, s.Section });
            List<object> videos = [];
            foreach (var found in deck.Sounds.Where(s => s.Video is not null))
            {
                var video = found.Video!;
                videos.Add(new
                {
                    found.Name,
                    Slide = found.FirstSlide,
                    At = new[] { video.X, video.Y, video.Width, video.Height },
                    InMs = video.LeadMs,
                    OutMs = video.TailMs > 0 ? await LengthMsAsync(workshop, found, cancel) - video.TailMs : null,
                    found.Loop,
                    found.LevelDb,
                    video.Muted,
                    found.Start,
                    found.Step,
                    found.DelayMs,
                });
            }
            var doubts = DeckWarnings.Of(deck.NotDrawn, deck.Fonts);
            return (
                new { slides, Sounds = deck.Sounds.Where(s => s.Video is null).Select(s => new { s.Name, s.FirstSlide, s.LastSlide, s.Loop, s.LevelDb, s.Start, s.Step, s.DelayMs }), videos, Fonts = DeckFonts.Of(deck.Fonts).Select(f => new { f.Named, f.Used }), NotUnderstood = deck.NotUnderstood.Concat(deck.NotDrawn) },
                string.Join('\n', deck.Slides.Select(s => $"{s.Number,4}  {s.Title}").Concat(deck.NotUnderstood).Concat(doubts.Warnings).Concat(doubts.Offer is { } offer ? [offer] : [])));
        });
        return command;
    }

    /// <summary>The length of a deck's video; null when it cannot be read.</summary>
    private static async Task<long?> LengthMsAsync(Workshop workshop, DeckSound found, CancellationToken cancel)
    {
        try
        {
            return (await workshop.ReadFromDeckAsync(found, cancel)).Frames / Frames.PerMs;
        }
        catch (RuleException)
        {
            return null;
        }
    }

    private static async Task WritePicturesAsync(
        SlidePictures pictures, Deck deck, string folder, CancellationToken cancel)
    {
        await pictures.PrepareAsync([.. deck.Slides.Select(s => s.Picture)], Width, null, cancel);
        Directory.CreateDirectory(folder);
        foreach (var slide in deck.Slides)
            File.Copy(await pictures.PngAsync(slide.Picture, Width, cancel), Path.Combine(folder, $"{slide.Number:0000}.png"), overwrite: true);
    }

    private static async Task WriteSheetAsync(SlidePictures pictures, Deck deck, string to, CancellationToken cancel)
    {
        var width = ContactSheet.WidthFor(deck.Slides.Count);
        await pictures.PrepareAsync([.. deck.Slides.Select(s => s.Picture)], width, null, cancel);
        List<(int, string)> slides = [];
        foreach (var slide in deck.Slides) slides.Add((slide.Number, await pictures.PngAsync(slide.Picture, width, cancel)));
        await File.WriteAllBytesAsync(to, ContactSheet.Png(slides), cancel);
    }
}
