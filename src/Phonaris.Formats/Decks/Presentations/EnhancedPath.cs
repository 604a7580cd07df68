using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The shape defined by an enhanced path (OpenDocument 1.2, part 1, 19.145 <c>draw:enhanced-path</c>).</summary>
internal sealed class EnhancedPath
{
    private const double UsualSide = 21_600, HundredthsOfMmPerPoint = 2540 / 72.0;

    private readonly OdfFormulas _values;
    private readonly (double Left, double Top, double Width, double Height) _view;
    private readonly List<OutlinePart> _parts = [];
    private Pen _pen = new();
    private bool _filled = true, _stroked = true;

    private EnhancedPath(XElement geometry, double width, double height)
    {
        double[] view = [.. (geometry.Get(SvgCompatible + "viewBox") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(w => double.TryParse(w, CultureInfo.InvariantCulture, out var v) ? v : 0)];
        var (logWidth, logHeight) = (width * HundredthsOfMmPerPoint, height * HundredthsOfMmPerPoint);
        _view = view.Length == 4
            ? (view[0], view[1], view[2] > 0 ? view[2] : logWidth, view[3] > 0 ? view[3] : logHeight)
            : (0, 0, UsualSide, UsualSide);
        _values = new(geometry, name => name switch
        {
            "left" => _view.Left,
            "top" => _view.Top,
            "right" => _view.Left + _view.Width,
            "bottom" => _view.Top + _view.Height,
            "width" => _view.Width,
            "height" => _view.Height,
            "logwidth" => logWidth,
            "logheight" => logHeight,
            "hasstroke" or "hasfill" => 1,
            "pi" => Math.PI,
            _ => null,
        });
    }

    /// <summary>The shape; null if the geometry has no path.</summary>
    /// <param name="geometry">The shape's enhanced geometry.</param>
    /// <param name="width">The shape's width in points.</param>
    /// <param name="height">Its height in points.</param>
    public static Outline? Of(XElement? geometry, double width, double height)
    {
        if (geometry?.Get(Draw + "enhanced-path") is not { Length: > 0 } path || width <= 0 || height <= 0) return null;
        var form = new EnhancedPath(geometry, width, height);
        form.Follow(path);
        if (form._parts.Count == 0) return null;
        var (left, top, across, down) = form._view;
        // The first of several text areas.
        double[] area = [.. (geometry.Get(Draw + "text-areas") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(4).Select(w => form._values[w])];
        return new(across, down, [.. form._parts])
        {
            Room = area.Length == 4 && area[2] > area[0] && area[3] > area[1] ? new TextRoom(area[0] - left, area[1] - top, area[2] - left, area[3] - top) : null,
        };
    }

    private void Follow(string path)
    {
        _pen = NewPen();
        var command = 'M';
        List<double> given = [];
        foreach (var word in Words(path))
        {
            if (char.IsLetter(word[0]))
            {
                command = word[0];
                given.Clear();
                if (Needs(command) == 0) Do(command, given);
                continue;
            }
            given.Add(_values[word]);
            if (Needs(command) is not (> 0 and var needs) || given.Count < needs) continue;
            Do(command, given);
            given.Clear();
            // Further points after a move are lines; elliptical quadrants alternate between starting horizontally and vertically.
            command = command switch { 'M' => 'L', 'X' => 'Y', 'Y' => 'X', _ => command };
        }
        EndPart();
    }

    /// <summary>The commands, numbers and references of a path; commands need no space before numbers.</summary>
    private static IEnumerable<string> Words(string path)
    {
        for (var at = 0; at < path.Length;)
        {
            var from = at;
            if (path[at] is '?' or '$')
            {
                at++;
                while (at < path.Length && (char.IsLetterOrDigit(path[at]) || path[at] == '_')) at++;
            }
            else if (char.IsDigit(path[at]) || path[at] is '-' or '+' or '.')
            {
                at++;
                while (at < path.Length && (char.IsDigit(path[at]) || path[at] is '.' or 'e' || path[at] is '-' && path[at - 1] == 'e')) at++;
            }
            else
            {
                at++;
                if (!char.IsLetter(path[from])) continue;
            }
            yield return path[from..at];
        }
    }

    private static int Needs(char command) => command switch
    {
        'M' or 'L' or 'X' or 'Y' => 2,
        'C' or 'T' or 'U' => 6,
        'Q' or 'G' => 4,
        'A' or 'B' or 'W' or 'V' => 8,
        _ => 0,
    };

    private void Do(char command, List<double> p)
    {
        switch (command)
        {
            case 'M': _pen.MoveTo(p[0], p[1]); break;
            case 'L': _pen.LineTo(p[0], p[1]); break;
            case 'C': _pen.CurveTo(p[0], p[1], p[2], p[3], p[4], p[5]); break;
            case 'Q': _pen.QuadTo(p[0], p[1], p[2], p[3]); break;
            case 'T' or 'U': Ellipse(p, command == 'U'); break;
            case 'A' or 'B': Arc(p, clockwise: false, lift: command == 'B'); break;
            case 'W' or 'V': Arc(p, clockwise: true, lift: command == 'V'); break;
            case 'X': Quadrant(p, alongX: true); break;
            case 'Y': Quadrant(p, alongX: false); break;
            case 'G': _pen.ArcTo(p[0], p[1], Degrees(p[2]), Degrees(p[3])); break;
            case 'Z': _pen.Close(); break;
            case 'F': _filled = false; break;
            case 'S': _stroked = false; break;
            case 'N': EndPart(); break;
        }
    }

    /// <summary>An elliptical arc around a point, from one angle to another.</summary>
    private void Ellipse(List<double> p, bool lift)
    {
        var (from, to) = (Degrees(p[4]), Degrees(p[5]));
        var begin = (X: p[0] + p[2] * Math.Cos(from), Y: p[1] + p[3] * Math.Sin(from));
        if (lift) _pen.MoveTo(begin.X, begin.Y);
        else _pen.LineTo(begin.X, begin.Y);
        // In the standard, angles are those of a circle stretched to the ellipse.
        var sweep = p[5] - p[4];
        if (Math.Abs(sweep) >= 360) _pen.ArcTo(p[2], p[3], Seen(from), Math.Sign(sweep) * 2 * Math.PI);
        else _pen.ArcTo(p[2], p[3], Seen(from), Forward(Seen(to) - Seen(from), sweep >= 0));

        double Seen(double angle) => Math.Atan2(p[3] * Math.Sin(angle), p[2] * Math.Cos(angle));
    }

    /// <summary>An arc of the ellipse in a box, between the directions from its centre to two points.</summary>
    private void Arc(List<double> p, bool clockwise, bool lift)
    {
        var (cx, cy, rx, ry) = ((p[0] + p[2]) / 2, (p[1] + p[3]) / 2, Math.Abs(p[2] - p[0]) / 2, Math.Abs(p[3] - p[1]) / 2);
        if (rx <= 0 || ry <= 0) return;
        var (from, to) = (Math.Atan2(p[5] - cy, p[4] - cx), Math.Atan2(p[7] - cy, p[6] - cx));
        var on = Math.Atan2(rx * Math.Sin(from), ry * Math.Cos(from));
        var begin = (X: cx + rx * Math.Cos(on), Y: cy + ry * Math.Sin(on));
        if (lift) _pen.MoveTo(begin.X, begin.Y);
        else _pen.LineTo(begin.X, begin.Y);
        _pen.ArcTo(rx, ry, from, Forward(to - from, clockwise));
    }

    /// <summary>An elliptical quadrant to a point, starting along one axis.</summary>
    private void Quadrant(List<double> p, bool alongX)
    {
        var ((x0, y0), (x, y)) = (_pen.At, (p[0], p[1]));
        const double reach = 0.5522847498;
        if (alongX) _pen.CurveTo(x0 + (x - x0) * reach, y0, x, y - (y - y0) * reach, x, y);
        else _pen.CurveTo(x0, y0 + (y - y0) * reach, x - (x - x0) * reach, y, x, y);
    }

    private void EndPart()
    {
        if (_pen.Moves is { Count: > 0 } moves) _parts.Add(new(moves, _filled ? PartFill.Plain : PartFill.None, _stroked));
        (_pen, _filled, _stroked) = (NewPen(), true, true);
    }

    private Pen NewPen() => new(1, 1, _view.Left, _view.Top);

    private static double Degrees(double angle) => angle * Math.PI / 180;

    /// <summary>The angle swept in one direction: more than zero, at most a full turn.</summary>
    private static double Forward(double angle, bool clockwise)
    {
        while (clockwise && angle <= 1e-9) angle += 2 * Math.PI;
        while (!clockwise && angle >= -1e-9) angle -= 2 * Math.PI;
        return angle;
    }
}
