using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>A chart with the values stored in a deck.</summary>
/// <param name="Title">The title above it; null for none.</param>
/// <param name="Plots">Its plots, drawn over each other from back to front.</param>
/// <param name="Categories">The category names.</param>
/// <param name="Names">The axis of the categories, or the x axis of a scatter chart.</param>
/// <param name="Values">The value axes, by the plots that use them.</param>
/// <param name="Legend">The position of the legend: r, l, t or b; null for none.</param>
/// <param name="LegendText">The format of the legend's text.</param>
/// <param name="Text">The format of all other text.</param>
internal sealed record Chart(
    TextRun? Title, IReadOnlyList<ChartPlot> Plots, IReadOnlyList<string> Categories, ChartAxis Names, IReadOnlyList<ChartAxis> Values, string? Legend, TextRun LegendText, TextRun Text)
{
    /// <summary>The most series of a chart, and points of a series, that are read: on a slide more could not be told apart.</summary>
    public const int MostSeries = 100, MostPoints = 4000;

    /// <summary>The default size of text, in points.</summary>
    public const double UsualSize = 10;
}

/// <summary>Series drawn in the same way.</summary>
/// <param name="Kind">The kind of drawing.</param>
/// <param name="Grouping">How the series are stacked.</param>
/// <param name="Series">The series.</param>
/// <param name="Axis">The index of their value axis.</param>
internal sealed record ChartPlot(ChartKind Kind, ChartGrouping Grouping, IReadOnlyList<ChartSeries> Series, int Axis)
{
    /// <summary>Whether bars are horizontal.</summary>
    public bool Horizontal { get; init; }

    /// <summary>The gap between groups of bars, relative to the width of a bar.</summary>
    public double Gap { get; init; } = 1.5;

    /// <summary>The overlap of adjacent bars, −1 to 1.</summary>
    public double Overlap { get; init; }

    /// <summary>The diameter of the hole of a ring, relative to the ring, 0 to 1.</summary>
    public double Hole { get; init; }

    /// <summary>Whether a radar chart is filled.</summary>
    public bool Filled { get; init; }

    /// <summary>The size of the largest bubbles, relative to the default.</summary>
    public double BubbleScale { get; init; } = 1;

    /// <summary>The angle at which the first slice of a pie begins, in degrees clockwise from the top.</summary>
    public double FirstAngle { get; init; }
}

/// <summary>The kinds of plots.</summary>
internal enum ChartKind
{
    /// <summary>Columns or bars.</summary>
    Bars,

    /// <summary>Lines from point to point.</summary>
    Lines,

    /// <summary>Filled areas below such lines.</summary>
    Areas,

    /// <summary>A pie, or concentric rings.</summary>
    Pie,

    /// <summary>Points with x and y values.</summary>
    Scatter,

    /// <summary>Lines or areas around a centre, with an axis for each category.</summary>
    Radar,
}

/// <summary>How series are arranged.</summary>
internal enum ChartGrouping
{
    /// <summary>Side by side.</summary>
    Beside,

    /// <summary>Stacked.</summary>
    Stacked,

    /// <summary>Stacked to 100%.</summary>
    Shares,
}

/// <summary>A series of values.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Values">The values; null for a gap.</param>
/// <param name="Fill">The fill; null for none.</param>
/// <param name="Line">The line along or around them; null for none.</param>
internal sealed record ChartSeries(string Name, IReadOnlyList<double?> Values, Paint? Fill, Line? Line)
{
    /// <summary>The x values of a scatter chart.</summary>
    public IReadOnlyList<double?> Across { get; init; } = [];

    /// <summary>The relative sizes of the bubbles, by area; empty if all are equal.</summary>
    public IReadOnlyList<double?> Sizes { get; init; } = [];

    /// <summary>The fills of single points that differ.</summary>
    public IReadOnlyDictionary<int, Paint?> Points { get; init; } = new Dictionary<int, Paint?>();

    /// <summary>Whether points have markers.</summary>
    public bool Marked { get; init; }

    /// <summary>Whether the line is smoothed.</summary>
    public bool Smooth { get; init; }

    /// <summary>The label of every point; null for none.</summary>
    public ChartLabels? Labels { get; init; }

    /// <summary>The labels of single points that differ.</summary>
    public IReadOnlyDictionary<int, ChartLabels?> PointLabels { get; init; } = new Dictionary<int, ChartLabels?>();

    /// <summary>The label of a point; null for none.</summary>
    public ChartLabels? LabelsAt(int point) => PointLabels.TryGetValue(point, out var own) ? own : Labels;
}

/// <summary>The contents of a label.</summary>
/// <param name="Value">Whether it shows the value.</param>
/// <param name="Share">Whether it shows the percentage of a pie.</param>
/// <param name="Category">Whether it shows the category name.</param>
/// <param name="Format">The number format.</param>
/// <param name="Text">The format of its text; null for the chart's.</param>
internal sealed record ChartLabels(bool Value, bool Share, bool Category, string Format, TextRun? Text)
{
    /// <summary>Fixed text instead of the value; null for none.</summary>
    public string? Words { get; init; }
}

/// <summary>An axis.</summary>
/// <param name="Shown">Whether its labels are shown.</param>
/// <param name="Reversed">Whether its direction is reversed.</param>
/// <param name="Far">Whether it is on the opposite side.</param>
/// <param name="Least">Its minimum; null to derive it from the values.</param>
/// <param name="Most">Its maximum.</param>
/// <param name="Step">The interval between labels.</param>
/// <param name="Format">The number format.</param>
/// <param name="Grid">The grid lines; null for none.</param>
/// <param name="Line">The axis line; null for none.</param>
/// <param name="Title">Its title; null for none.</param>
/// <param name="Text">The format of its text; null for the chart's.</param>
internal sealed record ChartAxis(
    bool Shown = true, bool Reversed = false, bool Far = false, double? Least = null, double? Most = null, double? Step = null, string Format = "General",
    Line? Grid = null, Line? Line = null, string? Title = null, TextRun? Text = null);
