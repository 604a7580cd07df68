namespace Phonaris.Formats.Decks.Charts;

/// <summary>The sides of the room that is left for a part of a chart, in points from the slide's top left.</summary>
internal readonly record struct ChartRoom(double Left, double Top, double Right, double Bottom);
