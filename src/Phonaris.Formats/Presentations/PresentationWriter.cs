using System.Xml.Linq;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Formats.Decks.Presentations;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// Writes a deck with its sounds as a presentation file (ISO/IEC 29500, with the published extension for media). Slides from the show's first presentation file
/// are exported as such; all others as pictures.
/// </summary>
public sealed class PresentationWriter
{
    private readonly PresentationDeck _deck;
    private readonly PresentationParts _parts;
    private readonly string _own;
    private readonly bool _kept;
    private readonly IReadOnlySet<string> _sounds;
    private readonly List<string> _lost;
    private readonly Dictionary<string, OpcPart> _media = [];
    private readonly Lazy<List<(OpcPart Page, string Text)>> _words;

    private PresentationWriter(PresentationDeck deck, PresentationParts parts, string own, bool kept, IReadOnlySet<string> sounds, List<string> lost)
    {
        (_deck, _parts, _own, _kept, _sounds, _lost) = (deck, parts, own, kept, sounds, lost);
        _words = new(() => [.. parts.Pages.Select(p => (p, PptxDeck.Words(p.Read()).Text))]);
    }

    /// <summary>Writes the file.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="mediaPath">Returns the path of the file with a content hash.</param>
    /// <param name="sounds">The content hashes of the show's sounds: if the deck's slides contain them, they are replaced.</param>
    /// <param name="path">The file to write, which must not exist.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What could not be kept, as sentences.</returns>
    /// <exception cref="RuleException">The deck cannot be read.</exception>
    public static async Task<IReadOnlyList<string>> WriteAsync(
        PresentationDeck deck, Func<string, string> mediaPath, IReadOnlySet<string> sounds, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(deck);
        ArgumentNullException.ThrowIfNull(mediaPath);
        List<string> lost = [];
        var own = DeckOf(deck.Slides.Select(s => s.Slide), mediaPath);
        var opened = own.Length == 0 ? null : PresentationParts.Open(mediaPath(own), "The deck", lost.Add);
        var first = deck.Slides[0].Slide.Picture;
        using var parts = opened ?? PresentationParts.Blank((double)first.Width / first.Height);
        await new PresentationWriter(deck, parts, own, opened is not null, sounds, lost).WriteAsync(path, progress, cancel);
        return lost;
    }

    /// <summary>The content hash of the presentation file whose slides are exported as such: the first that slides came from; empty if none did.</summary>
    /// <param name="slides">The slides of the show.</param>
    /// <param name="mediaPath">Returns the path of the file with a content hash.</param>
    public static string DeckOf(IEnumerable<Slide> slides, Func<string, string> mediaPath)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(mediaPath);
        var others = new HashSet<string> { "" };
        foreach (var slide in slides)
        {
            if (IsPresentation(slide.Picture)) return slide.Picture.Media;
            // The picture may come from another file.
            if (others.Add(slide.Deck) && DeckFormats.TypeOf(mediaPath(slide.Deck)) == MediaTypes.Pptx) return slide.Deck;
        }
        return "";
    }

    private static bool IsPresentation(PictureSource picture) => picture.Type == MediaTypes.Pptx;

    private async Task WriteAsync(string path, IProgress<double>? progress, CancellationToken cancel)
    {
        List<OpcPart> slides = [];
        var pictured = new List<int>();
        foreach (var (handed, n) in _deck.Slides.Select((s, n) => (s, n)))
        {
            cancel.ThrowIfCancellationRequested();
            var picture = handed.Slide.Picture;
            if (picture.Media != _own && picture.Type is MediaTypes.Pptx or MediaTypes.Odp) pictured.Add(n + 1);
            slides.Add(PageOf(handed.Slide) is { } page ? OwnSlide(page, handed, n, slides) : await PictureSlideAsync(handed, cancel));
            Finish(slides[n], handed);
            progress?.Report(0.5 * (n + 1) / _deck.Slides.Count);
        }
        if (pictured.Count > 0) _lost.Add($"{(pictured.Count == 1 ? $"Slide {pictured[0]} comes from another deck, so it is" : $"Slides {string.Join(", ", pictured)} come from another deck, so they are")} exported as {(pictured.Count == 1 ? "a picture" : "pictures")}.");
        _parts.Arrange(slides, _deck.Sections, _lost.Add);
        if (!_deck.ByHand) _parts.RunByClock(_deck.Loops);
        _parts.Package.Write(path, progress.Part(0.5, 0.5), cancel);
    }

    /// <summary>The deck's slide that a slide of the show came from; null if none. If its picture was replaced from another file, its text identifies it.</summary>
    private OpcPart? PageOf(Slide slide)
    {
        if (!_kept) return null;
        if (slide.Picture.Media == _own) return _parts.Pages.ElementAtOrDefault(slide.Picture.Page - 1);
        if (slide.Deck != _own || slide.Text.Length == 0) return null;
        var alike = _words.Value.Where(w => w.Text == slide.Text).ToList();
        return alike.Count == 1 ? alike[0].Page : null;
    }

    private OpcPart OwnSlide(OpcPart page, PresentationSlide handed, int n, List<OpcPart> earlier)
    {
        // The same page twice: a copy of the original.
        var part = earlier.Contains(page) ? _parts.CopyOf(page) : page;
        var slide = part.Edit();
        var timeline = new SlideTimeline(slide);
        var own = OwnMoments(handed, new(slide), timeline);
        var before = OwnMedia.TakeOut(_parts.Package, part, timeline, _sounds, sentence => _lost.Add($"Slide {n + 1}: {sentence}"));
        AddVideos(part, timeline, handed, own, new(0, 0, _parts.Size.Width, _parts.Size.Height), before);
        foreach (var (_, shape) in before) OwnMedia.TakeOff(part, shape);
        AddSounds(part, timeline, handed, own);
        return part;
    }

    /// <summary>The show's steps that correspond to steps of the deck's slide: identified by their pictures.</summary>
    private static Moments OwnMoments(PresentationSlide handed, PptxTiming timing, SlideTimeline timeline)
    {
        var found = new Moments([], []);
        var (steps, clicks) = (handed.Slide.Steps, timeline.Clicks);
        var waiting = 0;
        for (var of = 1; of < timing.Steps.Count; of++)
        {
            var step = steps.FindIndex(s => IsPresentation(s.Picture ?? handed.Slide.Picture) && s.Picture?.Step == of + 1);
            // A step without a picture, or with one of another file, by its position.
            if (step < 0 && steps.Count == timing.Steps.Count && steps[of].Picture is not { Type: MediaTypes.Pptx }) step = of;
            if (timing.Steps[of].OffsetMs is { } at) found.Clock[step] = at;
            else if (waiting < clicks.Count) found.Clicks[step] = clicks[waiting++];
        }
        // Steps that the show no longer has.
        found.Clicks.Remove(-1);
        found.Clock.Remove(-1);
        return found;
    }

    private async Task<OpcPart> PictureSlideAsync(PresentationSlide handed, CancellationToken cancel)
    {
        var part = _parts.NewSlide();
        var source = handed.Slide.Picture;
        var (width, height) = _parts.Size;
        var (across, down) = ((double)width / source.Width, (double)height / source.Height);
        var scale = source.Fills ? Math.Max(across, down) : Math.Min(across, down);
        var (w, h) = (Math.Min(width, (long)(source.Width * scale)), Math.Min(height, (long)(source.Height * scale)));
        var place = new SlideShapes.Place((width - w) / 2, (height - h) / 2, w, h);
        var cropped = ((1 - w / (source.Width * scale)) / 2, (1 - h / (source.Height * scale)) / 2);
        // The title is for screen readers and search; the picture covers it.
        var title = part.Edit().Descendants(P + "sp").First();
        title.Descendants(A + "t").First().Value = handed.Slide.Title;
        var box = title.Descendants(A + "xfrm").First();
        box.Element(A + "off")!.SetAttributeValue("x", place.X);
        box.Element(A + "off")!.SetAttributeValue("y", place.Y);
        box.Element(A + "ext")!.SetAttributeValue("cx", place.Width);
        box.Element(A + "ext")!.SetAttributeValue("cy", place.Height / 8);
        var timeline = new SlideTimeline(part.Edit());
        var moments = new Moments([], []);
        var shapes = new SlideShapes(part);
        foreach (var (step, file) in await handed.Pictures(cancel))
        {
            var text = handed.Slide.Text.Length > 0 ? handed.Slide.Text : handed.Slide.Title;
            var shape = shapes.AddPicture($"Picture {step + 1}", step == 0 ? text : handed.Slide.Steps[step].Label, Media("image", file), place, cropped is ( < 1e-4, < 1e-4) ? default : cropped);
            if (step > 0) timeline.Appear(moments.Click(step, timeline), shape);
        }
        var (left, top) = (place.X - (long)(cropped.Item1 * source.Width * scale), place.Y - (long)(cropped.Item2 * source.Height * scale));
        AddVideos(part, timeline, handed, moments, new(left, top, (long)(source.Width * scale), (long)(source.Height * scale)), []);
        AddSounds(part, timeline, handed, moments);
        return part;
    }

    /// <summary>Adds the videos of a slide.</summary>
    /// <param name="part">The slide.</param>
    /// <param name="timeline">Its timeline.</param>
    /// <param name="handed">Its contents.</param>
    /// <param name="moments">Its steps.</param>
    /// <param name="area">The area of its picture.</param>
    /// <param name="before">The shapes whose layers the videos take, by the content hash of their originals.</param>
    private void AddVideos(OpcPart part, SlideTimeline timeline, PresentationSlide handed, Moments moments, SlideShapes.Place area, IReadOnlyList<(string Media, XElement Shape)> before)
    {
        foreach (var video in handed.Videos)
        {
            var box = video.Box;
            var place = new SlideShapes.Place(
                area.X + (long)(box.X * area.Width), area.Y + (long)(box.Y * area.Height), Math.Max(1, (long)(box.Width * area.Width)), Math.Max(1, (long)(box.Height * area.Height)));
            var shape = new SlideShapes(part).AddVideo(
                video, Media(Plain(video.Name), video.Path, ".mp4"), Media("still", video.Still), place, before.FirstOrDefault(b => b.Media == video.Media).Shape?.AncestorsAndSelf().First(e => e.Parent?.Name == P + "spTree"));
            Begin(timeline, moments, shape, video.Step, video.DelayMs, video.LengthMs);
            timeline.Video(shape, video);
        }
    }

    /// <summary>Starts a sound or a video: with the slide, with a step, or by a click on it.</summary>
    private static void Begin(SlideTimeline timeline, Moments moments, string shape, int? with, long delayMs, long lengthMs)
    {
        if (with is not { } step) timeline.PlayOnClickOf(shape);
        else if (step == 0 || moments.Clock.ContainsKey(step)) timeline.PlayWithSlide(shape, delayMs + moments.Clock.GetValueOrDefault(step), lengthMs);
        else timeline.PlayWithClick(moments.Click(step, timeline), shape, delayMs, lengthMs);
    }

    /// <summary>Adds the sounds of a slide, and times its steps if nobody clicks.</summary>
    private void AddSounds(OpcPart part, SlideTimeline timeline, PresentationSlide handed, Moments moments)
    {
        var beside = 0;
        foreach (var sound in handed.Sounds)
        {
            var shape = new SlideShapes(part).AddSound(
                sound.Name, sound.Description, Media(Plain(sound.Name), sound.Path), Media("sign", sound.Place?.Path ?? _deck.Sign), sound.Place is { } place ? On(place.Spot) : Beside(beside++));
            Begin(timeline, moments, shape, sound.Step, sound.DelayMs, sound.LengthMs);
            timeline.Sound(shape, sound.Across, sound.Loops, sound.Place is not null);
        }
        timeline.Tidy();
        if (_deck.ByHand) return;
        var planned = moments.Clicks.ToDictionary(c => c.Value, c => handed.StepsMs[c.Key]);
        // Reveals without a step in the show appear with the step before.
        long at = 0;
        timeline.RunByClock(timeline.Clicks.Select(c => (c, at = planned.GetValueOrDefault(c, at))));
    }

    private void Finish(OpcPart part, PresentationSlide handed)
    {
        var slide = handed.Slide;
        _parts.SetNotes(part, slide.Notes);
        var xml = part.Read();
        if (xml.Says("show", otherwise: true) == slide.Hidden) part.Edit().SetAttributeValue("show", slide.Hidden ? "0" : null);
        TransitionMarkup.Set(part, slide.Transition, _deck.ByHand ? null : slide.HoldMs);
    }

    /// <summary>A file as a part, shared by all its uses.</summary>
    private OpcPart Media(string kind, string path, string? named = null)
    {
        if (_media.TryGetValue(path, out var there)) return there;
        var ending = named ?? Path.GetExtension(path);
        return _media[path] = _parts.Package.Add($"/ppt/media/{kind}{{0}}{ending}", TypeOf(ending), () => File.OpenRead(path));
    }

    /// <summary>A name that is valid in an address: readers show it as the name of the sound.</summary>
    private static string Plain(string name)
    {
        var plain = string.Join('-', new string([.. name.Select(c => char.IsAsciiLetterOrDigit(c) ? char.ToLowerInvariant(c) : ' ')]).Split(' ', StringSplitOptions.RemoveEmptyEntries));
        return plain.Length > 0 ? $"{plain}-" : "sound-";
    }

    private static string TypeOf(string ending) => ending switch
    {
        ".m4a" => "audio/mp4",
        ".wav" => "audio/x-wav",
        ".mp4" => "video/mp4",
        ".jpg" => "image/jpeg",
        _ => "image/png",
    };

    /// <summary>Beside the slide, invisible in the show.</summary>
    private SlideShapes.Place Beside(long n)
    {
        var side = _parts.Size.Height / 12;
        return new(-side * 5 / 4, side * 5 / 4 * n, side, side);
    }

    private SlideShapes.Place On(Hotspot spot)
    {
        var side = (long)(spot.Size * _parts.Size.Width);
        return new((long)(spot.X * _parts.Size.Width) - side / 2, (long)(spot.Y * _parts.Size.Height) - side / 2, side, side);
    }

    /// <summary>The steps of a slide, by their index in the show: the group of each, which waits for a click or starts by the clock.</summary>
    private sealed record Moments(Dictionary<int, XElement> Clicks, Dictionary<int, long> Clock)
    {
        /// <summary>The group that waits for the click of a step, created if necessary.</summary>
        public XElement Click(int step, SlideTimeline timeline)
        {
            if (Clicks.TryGetValue(step, out var there)) return there;
            return Clicks[step] = timeline.AddClick(Clicks.Where(c => c.Key < step).OrderBy(c => c.Key).Select(c => c.Value).LastOrDefault());
        }
    }
}
