using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>A chart by the values that are kept in a deck.</summary>
/// <param name="Title">What stands over it; null for nothing.</param>
/// <param name="Plots">What is drawn into each other, from the back.</param>
/// <param name="Categories">The names along it.</param>
/// <param name="Names">The axis of the names, or of the values of a scatter's first kind.</param>
/// <param name="Values">The axes of values, by the plots that use them.</param>
/// <param name="Legend">Where the legend stands: r, l, t or b; null for none.</param>
/// <param name="LegendText">How its words look.</param>
/// <param name="Text">How all other words look.</param>
internal sealed record Chart(
    TextRun? Title, IReadOnlyList<ChartPlot> Plots, IReadOnlyList<string> Categories, ChartAxis Names, IReadOnlyList<ChartAxis> Values, string? Legend, TextRun LegendText, TextRun Text)
{
    /// <summary>No more series of a chart are read, and no more points of a series: nobody could tell them apart on a slide.</summary>
    public const int MostSeries = 100, MostPoints = 4000;

    /// <summary>The size of text that says none, in points.</summary>
    public const double UsualSize = 10;
}

/// <summary>Series that are drawn in one way.</summary>
/// <param name="Kind">The way.</param>
/// <param name="Grouping">How series stand to each other.</param>
/// <param name="Series">The series.</param>
/// <param name="Axis">Which of the axes of values is theirs.</param>
internal sealed record ChartPlot(ChartKind Kind, ChartGrouping Grouping, IReadOnlyList<ChartSeries> Series, int Axis)
{
    /// <summary>Whether bars are horizontal.</summary>
    public bool Horizontal { get; init; }

    /// <summary>The room between groups of bars, beside the width of one.</summary>
    public double Gap { get; init; } = 1.5;

    /// <summary>How much of a bar's width lies over the next, −1 to 1.</summary>
    public double Overlap { get; init; }

    /// <summary>How wide the hole of a ring is, beside the ring, 0 to 1.</summary>
    public double Hole { get; init; }

    /// <summary>Whether what goes about a point is filled.</summary>
    public bool Filled { get; init; }

    /// <summary>How large the largest bubbles are, beside the usual.</summary>
    public double BubbleScale { get; init; } = 1;

    /// <summary>Where the first piece of a pie begins, in degrees clockwise from the top.</summary>
    public double FirstAngle { get; init; }
}

/// <summary>The ways values are drawn.</summary>
internal enum ChartKind
{
    /// <summary>Columns or bars.</summary>
    Bars,

    /// <summary>Lines from point to point.</summary>
    Lines,

    /// <summary>The area below such lines.</summary>
    Areas,

    /// <summary>A pie, or rings within each other.</summary>
    Pie,

    /// <summary>Points by two values each.</summary>
    Scatter,

    /// <summary>Lines or areas about a point, an axis for each name.</summary>
    Radar,
}

/// <summary>How series stand to each other.</summary>
internal enum ChartGrouping
{
    /// <summary>Side by side.</summary>
    Beside,

    /// <summary>On each other.</summary>
    Stacked,

    /// <summary>On each other, as shares of a hundred.</summary>
    Shares,
}

/// <summary>Values that belong together.</summary>
/// <param name="Name">What they are called.</param>
/// <param name="Values">The values; null where there is none.</param>
/// <param name="Fill">What they are filled with; null for nothing.</param>
/// <param name="Line">The line along or around them; null for none.</param>
internal sealed record ChartSeries(string Name, IReadOnlyList<double?> Values, Paint? Fill, Line? Line)
{
    /// <summary>The first of the two values of each point of a scatter.</summary>
    public IReadOnlyList<double?> Across { get; init; } = [];

    /// <summary>How large each point of a scatter is beside the others, by its area; empty where all are alike.</summary>
    public IReadOnlyList<double?> Sizes { get; init; } = [];

    /// <summary>What single points are filled with instead.</summary>
    public IReadOnlyDictionary<int, Paint?> Points { get; init; } = new Dictionary<int, Paint?>();

    /// <summary>Whether points are marked.</summary>
    public bool Marked { get; init; }

    /// <summary>Whether the line is bent.</summary>
    public bool Smooth { get; init; }

    /// <summary>What is written at each point; null for nothing.</summary>
    public ChartLabels? Labels { get; init; }

    /// <summary>What is written at single points instead.</summary>
    public IReadOnlyDictionary<int, ChartLabels?> PointLabels { get; init; } = new Dictionary<int, ChartLabels?>();

    /// <summary>What is written at a point; null for nothing.</summary>
    public ChartLabels? LabelsAt(int point) => PointLabels.TryGetValue(point, out var own) ? own : Labels;
}

/// <summary>What is written at points.</summary>
/// <param name="Value">The value.</param>
/// <param name="Share">Its share of all, of a pie.</param>
/// <param name="Category">The name of its category.</param>
/// <param name="Format">How numbers are written.</param>
/// <param name="Text">How the words look; null for those of the chart.</param>
internal sealed record ChartLabels(bool Value, bool Share, bool Category, string Format, TextRun? Text)
{
    /// <summary>The words that stand there whatever the value is; null where it tells.</summary>
    public string? Words { get; init; }
}

/// <summary>An axis.</summary>
/// <param name="Shown">Whether it is written along it.</param>
/// <param name="Reversed">Whether it runs the other way.</param>
/// <param name="Far">Whether it stands at the other side.</param>
/// <param name="Least">Where it begins; null where that follows from the values.</param>
/// <param name="Most">Where it ends.</param>
/// <param name="Step">How far apart what is written stands.</param>
/// <param name="Format">How numbers are written.</param>
/// <param name="Grid">The lines across; null for none.</param>
/// <param name="Line">The line along it; null for none.</param>
/// <param name="Title">Its name; null for nothing.</param>
/// <param name="Text">How its words look; null for those of the chart.</param>
internal sealed record ChartAxis(
    bool Shown = true, bool Reversed = false, bool Far = false, double? Least = null, double? Most = null, double? Step = null, string Format = "General",
    Line? Grid = null, Line? Line = null, string? Title = null, TextRun? Text = null);
