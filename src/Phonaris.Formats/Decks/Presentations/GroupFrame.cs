using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>How a group transforms its shapes: from its inner coordinates into its box, with mirroring and rotation.</summary>
/// <param name="Box">The box of the group.</param>
/// <param name="X">The left of its inner coordinates.</param>
/// <param name="Y">The top of its inner coordinates.</param>
/// <param name="Width">The width of its inner coordinates.</param>
/// <param name="Height">The height of its inner coordinates.</param>
internal readonly record struct GroupFrame(Box Box, double X, double Y, double Width, double Height)
{
    /// <summary>The transform of a group; identity if it has none.</summary>
    public static GroupFrame Of(XElement? place)
    {
        var (offset, extent) = (place?.Element(A + "off"), place?.Element(A + "ext"));
        var (innerOffset, innerExtent) = (place?.Element(A + "chOff"), place?.Element(A + "chExt"));
        var box = new Box(
            offset.Points("x") ?? 0, offset.Points("y") ?? 0, extent.Points("cx") ?? 1, extent.Points("cy") ?? 1,
            (place.Number("rot") ?? 0) / 60_000.0, place.Says("flipH"), place.Says("flipV"));
        return new(
            box, innerOffset.Points("x") ?? box.X, innerOffset.Points("y") ?? box.Y, Positive(innerExtent.Points("cx"), box.Width), Positive(innerExtent.Points("cy"), box.Height));

        static double Positive(double? value, double otherwise) => value is > 0 ? value.Value : otherwise > 0 ? otherwise : 1;
    }

    /// <summary>A shape's box on the slide.</summary>
    /// <param name="box">Its box in the innermost group.</param>
    /// <param name="groups">Its groups, the innermost first.</param>
    public static Box Map(Box box, IReadOnlyList<GroupFrame> groups)
    {
        foreach (var group in groups) box = group.Map(box);
        return box;
    }

    private Box Map(Box box)
    {
        var (sx, sy) = (Box.Width / Width, Box.Height / Height);
        var (w, h) = (box.Width * sx, box.Height * sy);
        var (cx, cy) = (Box.X + (box.X + box.Width / 2 - X) * sx, Box.Y + (box.Y + box.Height / 2 - Y) * sy);
        var (gx, gy) = (Box.X + Box.Width / 2, Box.Y + Box.Height / 2);
        var turn = box.Turn;
        if (Box.FlipX) (cx, turn) = (2 * gx - cx, -turn);
        if (Box.FlipY) (cy, turn) = (2 * gy - cy, -turn);
        var angle = Box.Turn * Math.PI / 180;
        var (dx, dy) = (cx - gx, cy - gy);
        (cx, cy) = (gx + dx * Math.Cos(angle) - dy * Math.Sin(angle), gy + dx * Math.Sin(angle) + dy * Math.Cos(angle));
        return new(cx - w / 2, cy - h / 2, w, h, turn + Box.Turn, box.FlipX ^ Box.FlipX, box.FlipY ^ Box.FlipY);
    }
}
