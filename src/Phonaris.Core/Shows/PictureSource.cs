using System.Text.Json.Serialization;
using Phonaris.Core.Drawings;

namespace Phonaris.Core.Shows;

/// <summary>Where a picture comes from: a page of an imported file, or a card made in the app. It can be drawn at any size.</summary>
/// <param name="Media">The content hash of the file, SHA-256 in lower-case hexadecimal; for a card, the hash of its content.</param>
/// <param name="Type">The file's media type, such as <c>application/pdf</c> or <c>image/png</c>.</param>
/// <param name="Page">The page, from 1; 1 for a picture file.</param>
/// <param name="Width">Its natural width: pixels, or points for a page.</param>
/// <param name="Height">Its natural height in the same unit.</param>
/// <param name="Step">How many steps of an animated page are applied; 0 for all.</param>
/// <param name="Fills">Whether it fills the slide, cropped where its proportions differ, rather than being shown whole.</param>
/// <param name="Card">The card; null for a file.</param>
public sealed record PictureSource(
    string Media, string Type, int Page, int Width, int Height, int Step = 0, bool Fills = false, Card? Card = null)
{
    /// <summary>The greatest ratio of height to width: a higher picture, as wide as a screen, would take too much memory.</summary>
    public const int MostTimesAsHigh = 25;

    /// <summary>Whether it has a size and so can be drawn at any width.</summary>
    [JsonIgnore]
    public bool CanBeDrawn => Width >= 1 && Height >= 1 && Height <= (long)MostTimesAsHigh * Width;

    /// <summary>The content of a card, computed from its show by <see cref="Cards.Drawn"/>; null for a file.</summary>
    [JsonIgnore]
    public SlideDrawing? Drawing { get; init; }

    /// <summary>A picture of a card as it is stored: its content follows from the show.</summary>
    public static PictureSource Of(Card card) => new("", MediaTypes.Card, 1, Cards.Width, Cards.Height, Card: card);

    /// <summary>The id of the picture: equal ids mean equal pictures.</summary>
    [JsonIgnore]
    public string Key => $"{Media}-{Page}{(Step > 0 ? $"-{Step}" : "")}";
}
