using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Exports.Presentations;
using Phonaris.Formats.Presentations;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Forms;

/// <summary>The deck with its sounds, as a presentation file: self-running as in the film, or for a presenter.</summary>
internal sealed class PresentationForm(ExportFormat format, bool byHand) : ExportForm(format, ".pptx", MediaTypes.Pptx)
{
    /// <summary>The width of slides that become pictures, in pixels.</summary>
    private const int PictureWidth = 1920;

    /// <summary>The typical size of one.</summary>
    private const long PictureBytes = 120_000;

    /// <summary>The largest typical size of a slide's picture, in bytes.</summary>
    private const long MostPictureBytes = 3_000_000;

    // Sounds are encoded or, when they loop, stored unchanged; plus the deck, and pictures of slides that are not the deck's own.
    public override long MostBytes(Export export) => base.MostBytes(export) + SlidesOf(export).Count * MostPictureBytes;

    public override ExportCost About(Export export, ExportTools tools)
    {
        var all = (byHand ? HandSounds.Of(export) : ClockSounds.Of(export)).Sounds;
        var sounds = all.Where(s => s.Video is null).DistinctBy(s => s.FileName).ToList();
        var videos = all.Where(s => s.Video is not null).Select(s => VideosOnSlides.About(s.Sound, s.Video!, tools)).Distinct().ToList();
        var own = PresentationWriter.DeckOf(SlidesOf(export), tools.MediaPath);
        var pictures = SlidesOf(export).Where(s => s.Deck != own || s.Deck.Length == 0).Sum(s => s.Steps.Count(k => k.Picture is not null) + 1);
        return new(
            (own.Length > 0 ? tools.BytesOf(own) : 0) + pictures * PictureBytes + (long)sounds.Sum(s => (s.To - s.From) * (s.Format == SoundFileFormat.M4a ? 0.6 : 4)) + videos.Sum(v => v.Bytes),
            0.1 * pictures + sounds.Sum(s => 0.15 + 0.02 * (s.To - s.From) / Frames.PerSecond) + videos.Sum(v => v.Seconds));
    }

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ValueList<string> lost = [];
        await Written.FileAsync(path, async partial =>
        {
            var (sounds, unsaid) = byHand ? HandSounds.Of(export) : ClockSounds.Of(export);
            await tools.Derived.GetAllAsync(sounds.Where(s => s.Video is null).Select(s => (s.FileName, Make(s))), progress.Part(0, 0.4), cancel);
            var videos = await VideosOnSlides.OfAsync(export, sounds, tools, progress.Part(0.4, 0.3), cancel);
            var deck = await DeckAsync(export, tools, [.. sounds.Where(s => s.Video is null)], videos.Placed, cancel);
            var unkept = await PresentationWriter.WriteAsync(deck, tools.MediaPath, export.Timed.Show.Sounds.Select(s => s.Media).ToHashSet(), partial, progress.Part(0.7, 0.3), cancel);
            lost = [.. unsaid, .. videos.Lost, .. unkept];
        });
        return lost;

        Func<string, CancellationToken, Task> Make(SoundOnSlides sound) => (to, token) => sound.WriteAsync(tools, to, token);
    }

    private async Task<PresentationDeck> DeckAsync(Export export, ExportTools tools, IReadOnlyList<SoundOnSlides> sounds, ILookup<int, PresentationVideo> videos, CancellationToken cancel)
    {
        var show = export.Timed.Show;
        var (slides, drawn) = (SlidesOf(export), show.WithCardsDrawn());
        var from = show.SlideIndex(slides[0].Id);
        var handed = new List<PresentationSlide>();
        foreach (var (slide, n) in slides.Select((s, n) => (s, n)))
        {
            var own = new List<PresentationSound>();
            foreach (var sound in sounds.Where(s => s.First == from + n)) own.Add(await HandedAsync(sound, tools, cancel));
            handed.Add(new(slide, [.. RunningOrder.StepsMs(slide)], token => PicturesAsync(drawn.Slides[from + n], tools, token), own) { Videos = [.. videos[from + n]] });
        }
        var sections = show.Sections.Select(s => (First: Math.Max(0, show.SlideIndex(s.First) - from), s.Name)).Where(s => s.First < slides.Count).GroupBy(s => s.First, (first, at) => (first, at.Last().Name)).ToList();
        var sign = Hotspot.New("A sound") with { Symbol = HotspotSymbol.Wave };
        return new(handed, sections, byHand, Loops: show.Loops(), await tools.Pictures.SpotAsync(sign, cancel));
    }

    private static async Task<PresentationSound> HandedAsync(SoundOnSlides sound, ExportTools tools, CancellationToken cancel) => new(
        sound.Sound.Name, sound.Spot?.Alternative ?? $"{sound.Sound.Name}, a sound", tools.Derived.PathOf(sound.FileName), (sound.To - sound.From) / Frames.PerMs, sound.Last - sound.First + 1, sound.Loops, sound.Step, sound.DelayMs,
        sound.Spot is { } spot ? new(spot, await tools.Pictures.SpotAsync(spot, cancel)) : null);

    /// <summary>The pictures of a slide, step by step.</summary>
    private static async Task<IReadOnlyList<(int Step, string Path)>> PicturesAsync(Slide slide, ExportTools tools, CancellationToken cancel)
    {
        List<(int, string)> pictures = [(0, await tools.Pictures.ScreenAsync(slide.PictureAt(1), PictureWidth, cancel))];
        for (var k = 1; k < slide.Steps.Count; k++)
            if (slide.Steps[k].Picture is { } picture) pictures.Add((k, await tools.Pictures.ScreenAsync(picture, PictureWidth, cancel)));
        return pictures;
    }

    /// <summary>The exported slides, including hidden ones between them.</summary>
    private static List<Slide> SlidesOf(Export export)
    {
        var show = export.Timed.Show;
        var all = export.Slides.Count == export.Timed.Order.Slides.Count;
        return [.. all ? show.Slides : show.Slides.Skip(export.Slides[0].Index).Take(export.Slides[^1].Index - export.Slides[0].Index + 1)];
    }
}
