using System.Text;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A presentation of ISO/IEC 26300 (OpenDocument), <c>.odp</c>.</summary>
internal sealed class OdpDeck : IDeckFormat
{
    public string Type => MediaTypes.Odp;

    // In the standard, the type is the first entry and not compressed, so its position is fixed.
    public bool Recognises(DeckFile file, ReadOnlySpan<byte> head) =>
        head.StartsWith("PK\x03\x04"u8) && head.IndexOf("mimetype"u8) == 30 && head.IndexOf(Encoding.ASCII.GetBytes(MediaTypes.Odp)) is > 0 and < 100;

    public Deck Read(DeckFile file)
    {
        using var package = new OdpPackage(file.Path, file.Name);
        if (package.Pages.Count == 0) throw new RuleException($"{file.Name} has no slides. Choose another deck.");
        if (package.Pages.Count > Core.Shows.Edits.AddSlides.MostSlides)
            throw new RuleException($"{file.Name} has {package.Pages.Count:N0} slides, but a show can have at most {Core.Shows.Edits.AddSlides.MostSlides:N0}.");
        List<DeckSlide> slides = [];
        List<DeckSound> sounds = [];
        foreach (var (page, number) in package.Pages.Select((p, i) => (p, i + 1)))
        {
            var timing = new OdpTiming(page);
            var properties = package.Chain("drawing-page", page.Get(Odf.Draw + "style-name")).Select(s => s.Element(Style + "drawing-page-properties")).OfType<XElement>().ToList();
            List<string> notUnderstood = [];
            sounds.AddRange(Sounds(page, properties, timing, number, package, notUnderstood.Add).Select(s => s with { Deck = file.Media }));
            var drawing = new OdpDrawing(package, page).Read();
            slides.Add(Slide(page, properties, timing, number, package, file) with
            {
                NotUnderstood = [.. notUnderstood, .. NotUnderstood(page, timing)],
                NotDrawn = drawing.NotDrawn,
                Fonts = [.. drawing.Fonts],
            });
        }
        return new([.. slides], [.. sounds]);
    }

    public IReadOnlyList<SlideDrawing> Draw(string path, IEnumerable<int> pages)
    {
        using var package = new OdpPackage(path, Path.GetFileName(path));
        return [.. pages.Select(page => new OdpDrawing(package, package.Pages[page - 1]).Read())];
    }

    private static DeckSlide Slide(XElement page, List<XElement> properties, OdpTiming timing, int number, OdpPackage package, DeckFile file)
    {
        var frames = page.Descendants().Where(e => e.Parent!.Name.Namespace == Odf.Draw && e.Name.Namespace == Odf.Draw && !e.Ancestors(Odf.Show + "notes").Any()).ToList();
        var title = frames.FirstOrDefault(f => f.Get(Odf.Show + "class") == "title");
        var heading = Names.Plain(Lines(title).Replace('\n', ' '));
        var text = Names.PlainLines(string.Join('\n', page.Elements().Where(e => e.Name != Odf.Show + "notes").Select(Lines).Where(l => l.Length > 0)));
        if (heading.Length == 0) heading = text.Length > 0 ? text.Split('\n')[0] : $"Slide {number}";
        var notes = Names.PlainLines(Lines(page.Element(Odf.Show + "notes")));
        var automatic = First(Odf.Show + "transition-type") == "automatic";
        var reveals = timing.Steps.Any(s => s.Reveals.Count > 0);
        var steps = timing.Steps.Select((s, k) => new DeckStep(k + 1, k == 0 ? "" : Label(s, page), k == 0 ? 0 : s.OffsetMs) { Reveals = reveals });
        var picture = new PictureSource(file.Media, MediaTypes.Odp, number, (int)Math.Round(package.Width), (int)Math.Round(package.Height));
        var effect = First(Smil + "type") is not null || First(Odf.Show + "transition-style") is { } style && style != "none";
        var duration = Time(First(Odf.Show + "transition-duration")) ?? First(Odf.Show + "transition-speed") switch { "slow" => TransitionSpeed.SlowMs, "fast" => TransitionSpeed.FastMs, _ => TransitionSpeed.MediumMs };
        return new(
            number, heading, text, notes, automatic ? Time(First(Odf.Show + "duration")) : null, First(Odf.Show + "visibility") == "hidden", [.. steps], null, picture,
            effect ? duration : 0);

        string? First(XName name) => properties.First(name);
    }

    private static string Label(SlideStep step, XElement page)
    {
        foreach (var reveal in step.Reveals)
        {
            var shape = page.Descendants().FirstOrDefault(e => Id(e) == reveal.ShapeId);
            var text = shape?.Name == Odf.Text + "p" ? Line(shape) : Lines(shape);
            if (text.Trim().Length == 0) text = shape.Get(Odf.Draw + "name") ?? "";
            if (text.Trim().Length > 0) return Names.Plain(text.Replace('\n', ' ').Trim());
        }
        return "";
    }

    private static IEnumerable<DeckSound> Sounds(
        XElement page, List<XElement> properties, OdpTiming timing, int number, OdpPackage package, Action<string> notUnderstood)
    {
        var plugins = page.Descendants(Odf.Draw + "plugin").Select(p => (Address: p.Get(Link + "href"), Plays: timing.PlaysWith(Id(p.Parent!)), Loop: Says(p, "Loop"), Video: IsSound(p) ? null : Video(p, package)));
        var played = page.Descendants(Anim + "audio").Select(a => (Address: a.Get(Link + "href"), Plays: ((int Step, long DelayMs)?)(1, 0), Loop: a.Get(Smil + "repeatCount") == "indefinite", Video: (DeckVideo?)null));
        var coming = properties.Elements(Odf.Show + "sound").Take(1).Select(s => (Address: s.Get(Link + "href"), Plays: ((int Step, long DelayMs)?)(1, 0), Loop: false, Video: (DeckVideo?)null));
        foreach (var (address, plays, loop, video) in plugins.Concat(played).Concat(coming))
        {
            if (address is null || !package.Has(address))
            {
                notUnderstood($"a {(video is null ? "sound" : "video")} is stored outside the file and was not imported");
                continue;
            }
            var part = OdpPackage.Inside(address);
            yield return new(Path.GetFileName(part), number, number, loop, 0, plays?.Step switch { null => "hand", 1 => "with", _ => "step" }, plays?.Step > 1 ? plays?.Step : null) { Part = part, DelayMs = plays?.DelayMs ?? 0, Video = video };
        }
    }

    /// <summary>The ids of an element that its timing may use.</summary>
    internal static string? Id(XElement element) =>
        element.Get(Odf.Draw + "id") ?? element.Get(XNamespace.Xml + "id") ?? element.Get(Odf.Text + "id");

    private static bool IsSound(XElement plugin)
    {
        var type = plugin.Get(Odf.Draw + "mime-type") ?? "";
        var ending = Path.GetExtension(plugin.Get(Link + "href") ?? "").ToLowerInvariant();
        return type.StartsWith("audio/", StringComparison.Ordinal) || DeckSound.Endings.Contains(ending);
    }

    /// <summary>How a video is shown: the position and parameters of its frame.</summary>
    private static DeckVideo Video(XElement plugin, OdpPackage package)
    {
        var frame = plugin.Parent!;
        double Share(XName name, double of, double otherwise) => Math.Round((frame.Length(name) ?? otherwise * of) / of, 6);
        return new(
            Share(SvgCompatible + "x", package.Width, 0), Share(SvgCompatible + "y", package.Height, 0), Share(SvgCompatible + "width", package.Width, 1), Share(SvgCompatible + "height", package.Height, 1),
            null, 0, 0, Says(plugin, "Loop") ? Cue.FillSpan : 1, Says(plugin, "Mute"), VideoEnd.KeepsLast, HiddenBefore: false);
    }

    private static bool Says(XElement plugin, string name) =>
        plugin.Elements(Odf.Draw + "param").Any(p => p.Get(Odf.Draw + "name")?.Equals(name, StringComparison.OrdinalIgnoreCase) == true && p.Get(Odf.Draw + "value") == "true");

    private static IEnumerable<string> NotUnderstood(XElement page, OdpTiming timing)
    {
        if (page.Descendants(Anim + "animateMotion").Any()) yield return "a motion path is left out";
        if (timing.NotUnderstood is { } told) yield return told;
    }
}
