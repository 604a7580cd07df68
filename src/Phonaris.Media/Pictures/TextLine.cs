using Phonaris.Core.Drawings;

namespace Phonaris.Media.Pictures;

/// <summary>A line of a paragraph, its pieces in the order they are read until it is closed, and then as they are seen from left to right.</summary>
/// <param name="paragraph">Whose line it is.</param>
/// <param name="margin">Where it begins, from the side it begins at.</param>
internal sealed class TextLine(Paragraph paragraph, double margin)
{
    private readonly List<TextPiece> _pieces = [];

    public IReadOnlyList<TextPiece> Pieces => _pieces;

    /// <summary>What stands before it.</summary>
    public TextPiece? Bullet { get; private set; }

    public double BulletAt { get; private set; }

    public double Margin { get; private set; } = margin;

    public Align Align => paragraph.Align;

    public bool RightToLeft => paragraph.RightToLeft;

    /// <summary>Whether its paragraph is there.</summary>
    /// <param name="step">How many steps are taken; 0 for all.</param>
    public bool IsThere(int step) => Presence.At(step, paragraph.FromStep, paragraph.ToStep);

    /// <summary>How wide it is, without blanks at its end once it is closed.</summary>
    public double Width { get; private set; }

    public double Ascent { get; private set; }

    public double Height { get; private set; }

    /// <summary>Room above it.</summary>
    public double Before { get; set; }

    /// <summary>Room below it.</summary>
    public double After { get; set; }

    /// <summary>Whether it is the last of its paragraph, or broken by hand.</summary>
    public bool Ends { get; private set; }

    /// <summary>The picture that stands there instead.</summary>
    public PicturePaint? BulletPicture { get; private set; }

    /// <summary>Puts a bullet before it.</summary>
    public void Lead(TextPiece bullet, PicturePaint? picture)
    {
        const double gap = 2;
        (Bullet, BulletPicture, BulletAt) = (bullet, picture, paragraph.Margin + paragraph.Indent);
        Margin = Math.Max(paragraph.Margin, BulletAt + bullet.Width + gap);
    }

    /// <summary>Adds a piece; a tabulator reaches to where the next one stands.</summary>
    public void Add(TextPiece piece, double scale)
    {
        if (piece.IsTab)
        {
            var at = Margin + Width;
            var stop = paragraph.Tabs.Select(t => t * scale).FirstOrDefault(t => t > at + 0.1);
            if (stop == 0) stop = (Math.Floor(at / Paragraph.UsualTab + 1e-6) + 1) * Paragraph.UsualTab;
            piece.Width = stop - at;
        }
        _pieces.Add(piece);
        Width += piece.Width;
    }

    /// <summary>Ends it.</summary>
    /// <param name="run">The looks that tell how high it is where nothing is in it.</param>
    /// <param name="scale">What lengths are multiplied by.</param>
    /// <param name="ends">Whether it is the last of its paragraph, or broken by hand.</param>
    public void Close(TextRun run, double scale, bool ends)
    {
        Ends = ends;
        while (_pieces is [.., { IsSpace: true } last])
        {
            Width -= last.Width;
            _pieces.RemoveAt(_pieces.Count - 1);
        }
        var (ascent, height) = _pieces.Count > 0
            ? (_pieces.Max(p => p.Ascent), _pieces.Max(p => p.Ascent) + _pieces.Max(p => p.Height - p.Ascent))
            : TextPiece.HeightOf(run, scale);
        // Of a distance that is set, four fifths lie above the baseline.
        (Ascent, Height) = paragraph.LineHeight is { } set
            ? (set * scale * 0.8, set * scale)
            : (ascent * paragraph.LineSpacing, height * paragraph.LineSpacing);
        TextFlow.Reorder(_pieces, p => p.Level);
    }
}
