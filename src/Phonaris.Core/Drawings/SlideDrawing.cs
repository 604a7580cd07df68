namespace Phonaris.Core.Drawings;

/// <summary>
/// What is on a slide, worked out to plain shapes: what readers of presentation files give, and cards made here. Lengths are in
/// points (1/72 inch), y runs downward. A value to be painted, not kept.
/// </summary>
/// <param name="Width">The slide's width.</param>
/// <param name="Height">The slide's height.</param>
/// <param name="Background">What it is painted with; null for white.</param>
/// <param name="Shapes">The shapes from the back to the front.</param>
/// <param name="Steps">How many steps reveal it; 1 when it is there all at once.</param>
/// <param name="NotDrawn">What is on the slide and could not be put into shapes, a few words each.</param>
public sealed record SlideDrawing(
    double Width, double Height, Paint? Background, ValueList<DrawnShape> Shapes, int Steps, ValueList<string> NotDrawn)
{
    /// <summary>The families of fonts that are asked for in it.</summary>
    public IEnumerable<string> Fonts => Shapes.SelectMany(s => (s.Table?.Cells.Select(c => c.Text) ?? []).Append(s.Text)).OfType<TextBody>().SelectMany(t => t.Paragraphs).SelectMany(p => p.Runs).Select(r => r.Font).Where(f => f.Length > 0).Distinct();
}
