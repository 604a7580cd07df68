using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Shows;

/// <summary>Draws cards.</summary>
public static class Cards
{
    /// <summary>A card's width in points.</summary>
    public const int Width = 960;

    /// <summary>A card's height in points.</summary>
    public const int Height = 540;

    private const uint Paper = 0xFFFAF6EC, Ink = 0xFF1E2B2A, Quiet = 0xFF5C6663, Dark = 0xFF12181A, Warm = 0xFFD9772B;
    private const string HeadingFont = "Bricolage Grotesque", TextFont = "Atkinson Hyperlegible Next";

    /// <summary>A slide that is a card, with the usual hold.</summary>
    /// <param name="id">The slide's id.</param>
    /// <param name="card">The card's content.</param>
    public static Slide Slide(string id, Card card)
    {
        ArgumentNullException.ThrowIfNull(card);
        return new(id, card.Heading, "", "", PictureSource.Of(card), Shows.Slide.DefaultHoldMs, Transition.Cut, Hidden: false, Step.Whole(id));
    }

    private static readonly ConditionalWeakTable<Card, PictureSource> Drawings = [];

    /// <summary>The slides of a show with the content of their cards computed; pictures are drawn from these.</summary>
    public static Show WithCardsDrawn(this Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Slides.All(s => s.Picture.Card is null)) return show;
        return show with { Slides = [.. show.Slides.Select(s => s with { Picture = Drawn(show, s.Picture) })] };
    }

    /// <summary>For a card, a picture with its content computed and an id that depends on it; a picture of a file is returned unchanged.</summary>
    public static PictureSource Drawn(Show show, PictureSource picture)
    {
        ArgumentNullException.ThrowIfNull(picture);
        if (picture.Card is not { } card) return picture;
        // Other cards depend on nothing else in the show.
        return card.Kind != CardKind.Credits ? Drawings.GetValue(card, c => Draw(show, picture)) : Draw(show, picture);
    }

    private static PictureSource Draw(Show show, PictureSource picture)
    {
        var card = picture.Card!;
        var lines = card.Kind == CardKind.Credits ? Credits.Of(show) : [];
        var identity = $"{card} {string.Join('\n', lines)}";
        return picture with
        {
            Media = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(identity))),
            Drawing = card.Kind switch { CardKind.Title => Title(card), CardKind.Credits => Listed(card, lines), _ => new(Width, Height, new SolidPaint(Dark), [], 1, []) },
        };
    }

    /// <summary>Checks that a card can be drawn; the picture of a file always can.</summary>
    /// <exception cref="RuleException">It is too long.</exception>
    internal static void Validate(PictureSource picture)
    {
        if (picture.Card is not { } card) return;
        if (card.Heading.Length > RenameShow.LongestTitle) throw new RuleException($"A card's heading can have at most {RenameShow.LongestTitle} characters.", "heading");
        if (card.Text.Length > Card.LongestText) throw new RuleException($"A card's text can have at most {Card.LongestText:N0} characters.", "text");
    }

    private static SlideDrawing Title(Card card) => Draw(
        Text(80, 130, 200, card.Heading, 56, Ink, HeadingFont, Anchor.Bottom),
        Rule(355),
        Text(80, 375, 90, card.Text, 26, Quiet, TextFont, Anchor.Top));

    private static SlideDrawing Listed(Card card, IReadOnlyList<string> lines) => Draw(
        Text(80, 50, 70, card.Heading, 38, Ink, HeadingFont, Anchor.Bottom),
        Rule(130),
        Text(80, 150, 310, lines.Count > 0 ? string.Join('\n', lines) : "No sounds are placed on the slides yet.", 20, Ink, TextFont, Anchor.Top),
        Text(80, 465, 45, card.Text, 18, Quiet, TextFont, Anchor.Top));

    private static SlideDrawing Draw(params DrawnShape[] shapes) => new(Width, Height, new SolidPaint(Paper), [.. shapes], 1, []);

    private static DrawnShape Rule(double y) => new(new(80, y, 90, 6), Outlines.Rectangle, new SolidPaint(Warm), null, null);

    private static DrawnShape Text(double x, double y, double height, string text, double size, uint color, string font, Anchor anchor) => new(
        new(x, y, Width - 2 * x, height), Outlines.Rectangle, null, null,
        new([.. text.Split('\n').Select(line => new Paragraph(
                [new TextRun(line, size, color, font, Bold: font == HeadingFont)], Align.Left, 0, 0, null, 0, size * 0.35, 1))],
            0, 0, 0, 0, anchor, Wraps: true, Shrinks: true));
}
