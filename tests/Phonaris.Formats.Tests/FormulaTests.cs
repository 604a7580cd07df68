using System.Xml.Linq;
using CsCheck;
using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Charts;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Tests;

/// <summary>The mathematics of shapes and charts: formulas of both standards, the pen, round scales.</summary>
public sealed class FormulaTests
{
    private static readonly XNamespace Draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0";

    [Theory]
    // A shape 400 wide and 300 high.
    [InlineData("val 7", 7), InlineData("*/ w 3 4", 300), InlineData("+- r 5 b", 105), InlineData("+/ w h 2", 350), InlineData("?: l 1 2", 2), InlineData("?: w hd2 2", 150)]
    [InlineData("abs -3", 3), InlineData("max w h", 400), InlineData("min w h", 300), InlineData("mod w h 0", 500), InlineData("pin 1 9 5", 5), InlineData("pin 1 0 5", 1), InlineData("sqrt 144", 12)]
    [InlineData("sin 10 5400000", 10), InlineData("cos 10 10800000", -10), InlineData("tan 10 2700000", 10), InlineData("at2 1 1", 2_700_000), InlineData("at2 -1 0", 10_800_000)]
    [InlineData("cat2 10 3 4", 6), InlineData("sat2 10 3 4", 8), InlineData("*/ 1 1 0", 0), InlineData("ssd8", 0), InlineData("val ssd8", 37.5), InlineData("val 3cd4", 16_200_000), InlineData("+- 1 2 3 4", 0)]
    public void Guides_follow_the_standard(string formula, double value)
    {
        var guides = new Guides(400, 300);
        guides.Add(new XElement("list", new XElement(Ooxml.A + "gd", new XAttribute("name", "x"), new XAttribute("fmla", formula))));
        Assert.Equal(value, guides["x"], 1e-6);
    }

    [Theory]
    [InlineData("1+2*3", 7), InlineData("(1+2)*3", 9), InlineData("-2*-3", 6), InlineData("8/2/2", 2), InlineData("1/0", 0), InlineData("1.5e1+.5", 15.5), InlineData("--3", 3)]
    [InlineData("$1 -$0", 20), InlineData("?other *2", 42), InlineData("width-left", 200), InlineData("if($0-11,1,if($0-10,2,3))", 3), InlineData("min(3,max(1,2))", 2), InlineData("sqrt(abs(-16))", 4)]
    [InlineData("atan2(1,1)*4", Math.PI), InlineData("sin(pi/2)+cos(0)+tan(0)+atan(0)", 2), InlineData("?itself+1", 2), InlineData("?none", 0), InlineData("what(3)", 0), InlineData("$9", 0), InlineData("", 0), InlineData("3)(", 3)]
    public void Equations_follow_the_standard(string formula, double value)
    {
        var geometry = new XElement(
            Draw + "enhanced-geometry", new XAttribute(Draw + "modifiers", "10 30"),
            Equation("x", formula), Equation("other", "7*3"), Equation("itself", "?itself+1"));
        Assert.Equal(value, new OdfFormulas(geometry, name => name switch { "width" => 200, "left" => 0, "pi" => Math.PI, _ => null })["?x"], 1e-9);
    }

    [Fact]
    public void Nested_formulas_always_terminate()
    {
        var deep = new XElement(Draw + "enhanced-geometry", Equation("x", new string('(', 100_000) + "1"), Enumerable.Range(0, 500).Select(i => Equation($"f{i}", $"?f{i + 1}+1")));
        var values = new OdfFormulas(deep, _ => null);
        Assert.Equal(0, values["?x"]);
        Assert.InRange(values["?f0"], 1, 500);
        Gen.String[Gen.Char["0123456789.+-*/()?$fxeabs, "], 0, 60].Sample(formula =>
            Assert.True(double.IsFinite(new OdfFormulas(new XElement(Draw + "enhanced-geometry", Equation("x", formula)), _ => 1)["?x"])));
    }

    [Fact]
    public void An_arc_is_on_its_ellipse_and_has_its_angle() =>
        Gen.Select(Gen.Double[1, 300], Gen.Double[1, 300], Gen.Double[-7, 7], Gen.Double[-6.2, 6.2]).Sample((rx, ry, start, sweep) =>
        {
            var pen = new Pen();
            pen.MoveTo(0, 0);
            pen.ArcTo(rx, ry, start, sweep);
            var on = Math.Atan2(rx * Math.Sin(start), ry * Math.Cos(start));
            var (cx, cy) = (-rx * Math.Cos(on), -ry * Math.Sin(on));
            // Both ends and the middle of each piece are on the ellipse, to a thousandth of the radius: a curve covers at most a quadrant.
            var from = pen.Moves[0];
            foreach (var move in pen.Moves.Skip(1))
            {
                Off(move.X, move.Y, 1e-6);
                Off((from.X + 3 * move.X1 + 3 * move.X2 + move.X) / 8, (from.Y + 3 * move.Y1 + 3 * move.Y2 + move.Y) / 8, 0.01);
                from = move;
            }
            // The direction from the centre to its end is the sum of both angles.
            var end = Math.Atan2(pen.At.Y - cy, pen.At.X - cx);
            Assert.Equal(1, Math.Cos(end - (start + sweep)), 1e-6);

            void Off(double x, double y, double most) => Assert.Equal(1, Math.Sqrt(Math.Pow((x - cx) / rx, 2) + Math.Pow((y - cy) / ry, 2)), most);
        });

    [Fact]
    public void Invalid_numbers_draw_nothing_and_an_arc_is_at_most_a_full_turn()
    {
        var pen = new Pen();
        pen.LineTo(1, 1);
        pen.LineTo(double.NaN, 3);
        pen.CurveTo(double.PositiveInfinity, 0, 0, 0, 1, 1);
        pen.ArcTo(10, 10, 0, double.NaN);
        Assert.Equal([PenMoveKind.Move, PenMoveKind.Line], pen.Moves.Select(m => m.Kind));
        pen.ArcTo(10, 10, 0, 1e15);
        Assert.Equal(4, pen.Moves.Count(m => m.Kind == PenMoveKind.Curve));
        Assert.Equal((1.0, 1.0), (Math.Round(pen.At.X, 6), Math.Round(pen.At.Y, 6)));
    }

    [Fact]
    public void A_scale_contains_all_values_and_has_round_marks() =>
        Gen.Select(Gen.Double[-1e6, 1e6].Array[1, 9], Gen.Bool).Sample((values, bars) =>
        {
            var scale = ChartScale.Of(bars ? values.Append(0) : values, new ChartAxis());
            var hair = 1e-6 * scale.Step;
            Assert.True(scale.Least <= values.Min() + hair && values.Max() <= scale.Most + hair && scale.Most > scale.Least);
            Assert.InRange(scale.Marks.Count, 2, 12);
            var power = Math.Pow(10, Math.Round(Math.Log10(scale.Step) - 0.5));
            Assert.Contains(Math.Round(scale.Step / power, 6), new[] { 1.0, 2, 5, 10, 0.1, 0.2, 0.5 });
            Assert.All(scale.Marks, m => Assert.Equal(0, Math.Abs(m / scale.Step - Math.Round(m / scale.Step)), 1e-6));
            Assert.Equal((0.0, 1.0), (scale.At(scale.Least), Math.Round(scale.At(scale.Marks[^1]), 9)));
        });

    [Fact]
    public void A_scale_keeps_valid_settings_of_the_file()
    {
        Assert.Equal(new ChartScale(10, 50, 20), ChartScale.Of([3, 70], new ChartAxis(Least: 10, Most: 50, Step: 20)));
        // So many marks would be a grey area, and a maximum below the minimum is invalid.
        Assert.InRange(ChartScale.Of([0, 1e9], new ChartAxis(Step: 1)).Marks.Count, 2, 12);
        Assert.True(ChartScale.Of([5], new ChartAxis(Least: 100)) is { Least: 100, Most: > 100 });
        Assert.Equal((0.0, 1.0), ChartScale.Of([], new ChartAxis()) is var empty ? (empty.Least, Math.Min(1, empty.Most)) : default);
        // Values close together are shown without 0.
        Assert.True(ChartScale.Of([1000, 1004], new ChartAxis()).Least > 900);
    }

    private static XElement Equation(string name, string formula) => new(Draw + "equation", new XAttribute(Draw + "name", name), new XAttribute(Draw + "formula", formula));
}
