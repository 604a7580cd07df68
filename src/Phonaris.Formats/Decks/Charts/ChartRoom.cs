namespace Phonaris.Formats.Decks.Charts;

/// <summary>The space left for a part of a chart, in points from the slide's top left corner.</summary>
internal readonly record struct ChartRoom(double Left, double Top, double Right, double Bottom);
