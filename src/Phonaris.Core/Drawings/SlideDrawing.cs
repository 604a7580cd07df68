namespace Phonaris.Core.Drawings;

/// <summary>
/// The contents of a slide as plain shapes: from presentation files, and for title and credits cards. Lengths are in
/// points (1/72 inch), y points downward. It is painted, not stored.
/// </summary>
/// <param name="Width">The slide's width.</param>
/// <param name="Height">The slide's height.</param>
/// <param name="Background">Its background; null for white.</param>
/// <param name="Shapes">The shapes from back to front.</param>
/// <param name="Steps">The number of steps; 1 without reveals.</param>
/// <param name="NotDrawn">What could not be drawn, a few words each.</param>
public sealed record SlideDrawing(
    double Width, double Height, Paint? Background, ValueList<DrawnShape> Shapes, int Steps, ValueList<string> NotDrawn)
{
    /// <summary>The font families used in it.</summary>
    public IEnumerable<string> Fonts => Shapes.SelectMany(s => (s.Table?.Cells.Select(c => c.Text) ?? []).Append(s.Text)).OfType<TextBody>().SelectMany(t => t.Paragraphs).SelectMany(p => p.Runs).Select(r => r.Font).Where(f => f.Length > 0).Distinct();
}
