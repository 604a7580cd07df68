using System.CommandLine;
using Phonaris.Media.Pictures;

namespace Phonaris.Tool.Verbs;

/// <summary><c>deck FILE [--pictures FOLDER]</c>: what the reader finds in a deck, and the pictures of its slides.</summary>
internal static class DeckVerb
{
    private const int Width = 1280;

    public static Command Make()
    {
        var file = Arguments.File();
        var pictures = new Option<string>("--pictures") { Description = "A folder to put the slides' pictures in, as PNG 1280 pixels wide." };
        var command = new Command("deck", "Prints what a deck holds.") { file, pictures };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var deck = await workshop.ReadDeckAsync([parsed.GetValue(file)!], cancel);
            if (parsed.GetValue(pictures) is { } folder) await WritePicturesAsync(workshop.Pictures, deck, folder, cancel);
            var slides = deck.Slides.Select(s => new { s.Number, s.Title, s.Text, s.Notes, s.HoldMs, s.Hidden, s.Steps, s.Section });
            return (
                new { slides, Sounds = deck.Sounds.Select(s => new { s.Name, s.FirstSlide, s.LastSlide, s.Loop, s.LevelDb, s.Start, s.Step, s.DelayMs }), deck.NotUnderstood },
                string.Join('\n', deck.Slides.Select(s => $"{s.Number,4}  {s.Title}").Concat(deck.NotUnderstood)));
        });
        return command;
    }

    private static async Task WritePicturesAsync(
        SlidePictures pictures, Formats.Decks.Deck deck, string folder, CancellationToken cancel)
    {
        await pictures.PrepareAsync([.. deck.Slides.Select(s => s.Picture)], Width, null, cancel);
        Directory.CreateDirectory(folder);
        foreach (var slide in deck.Slides)
            File.Copy(await pictures.PngAsync(slide.Picture, Width, cancel), Path.Combine(folder, $"{slide.Number:0000}.png"), overwrite: true);
    }
}
