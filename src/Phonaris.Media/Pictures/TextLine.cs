using Phonaris.Core.Drawings;

namespace Phonaris.Media.Pictures;

/// <summary>A line of a paragraph. Its pieces are in reading order until it is closed, and then in visual order from left to right.</summary>
/// <param name="paragraph">Its paragraph.</param>
/// <param name="margin">The margin on its starting side.</param>
internal sealed class TextLine(Paragraph paragraph, double margin)
{
    private readonly List<TextPiece> _pieces = [];

    public IReadOnlyList<TextPiece> Pieces => _pieces;

    /// <summary>The bullet.</summary>
    public TextPiece? Bullet { get; private set; }

    public double BulletAt { get; private set; }

    public double Margin { get; private set; } = margin;

    public Align Align => paragraph.Align;

    public bool RightToLeft => paragraph.RightToLeft;

    /// <summary>Whether its paragraph is visible.</summary>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    public bool IsThere(int step) => Presence.At(step, paragraph.FromStep, paragraph.ToStep);

    /// <summary>Its width, without trailing spaces once it is closed.</summary>
    public double Width { get; private set; }

    public double Ascent { get; private set; }

    public double Height { get; private set; }

    /// <summary>The space above it.</summary>
    public double Before { get; set; }

    /// <summary>The space below it.</summary>
    public double After { get; set; }

    /// <summary>Whether it is the last of its paragraph, or ends with a manual line break.</summary>
    public bool Ends { get; private set; }

    /// <summary>The picture used as bullet.</summary>
    public PicturePaint? BulletPicture { get; private set; }

    /// <summary>Adds a bullet.</summary>
    public void Lead(TextPiece bullet, PicturePaint? picture)
    {
        const double gap = 2;
        (Bullet, BulletPicture, BulletAt) = (bullet, picture, paragraph.Margin + paragraph.Indent);
        Margin = Math.Max(paragraph.Margin, BulletAt + bullet.Width + gap);
    }

    /// <summary>Adds a piece; a tab extends to its tab stop.</summary>
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

    /// <summary>Closes the line.</summary>
    /// <param name="run">The format that determines the height of an empty line.</param>
    /// <param name="scale">The scale of lengths.</param>
    /// <param name="ends">Whether it is the last of its paragraph, or ends with a manual line break.</param>
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
        // Four fifths of an exact line height are above the baseline.
        (Ascent, Height) = paragraph.LineHeight is { } set
            ? (set * scale * 0.8, set * scale)
            : (ascent * paragraph.LineSpacing, height * paragraph.LineSpacing);
        TextFlow.Reorder(_pieces, p => p.Level);
    }
}
