using System.CommandLine;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Tool.Verbs;

/// <summary><c>new SHOW --deck FILE… [--hold SECONDS]</c>: creates a show package from a deck.</summary>
internal static class NewVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var deck = new Option<string[]>("--deck")
        {
            Description = "The deck: a presentation (pptx, odp), a PDF, or pictures.",
            Required = true,
            AllowMultipleArgumentsPerToken = true,
        };
        var hold = Arguments.Seconds("--hold", "The hold of each slide");
        var command = new Command("new", "Makes a show package from a deck.") { path, deck, hold };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var read = await workshop.ReadDeckAsync(parsed.GetValue(deck)!, cancel);
            var holdMs = parsed.GetValue(hold) is { } seconds ? Arguments.Ms(seconds, "--hold") : Slide.DefaultHoldMs;
            var to = parsed.GetValue(path)!;
            var show = Show.Empty(Names.FromFile(Path.GetFileName(to)));
            var slides = read.ToSlides(NewId.Next, holdMs);
            show = show.Apply(read.ToEdit(show, slides, 0, NewId.Next)).Show;
            foreach (var sound in read.Sounds) show = await workshop.TakeOverAsync(show, sound, slides, parsed.InvocationConfiguration.Error, cancel);
            using var held = await workshop.HoldAsync(to, cancel);
            await workshop.WriteAsync(show, to, cancel);
            return (new { show = to, slides = show.Slides.Count }, $"{to}: {show.Slides.Count} slides");
        });
        return command;
    }
}
