using System.Text.Json.Serialization;
using Phonaris.Core.Drawings;

namespace Phonaris.Core.Shows;

/// <summary>Where a picture comes from: a file kept as imported and the page of it, or a card made here. Drawn at whatever size is asked for.</summary>
/// <param name="Media">The content hash of the file, SHA-256 in lower-case hexadecimal; for a card, of what is drawn.</param>
/// <param name="Type">The file's media type, such as <c>application/pdf</c> or <c>image/png</c>.</param>
/// <param name="Page">The page, from 1; 1 for a picture file.</param>
/// <param name="Width">Its natural width: pixels, or points for a page.</param>
/// <param name="Height">Its natural height in the same unit.</param>
/// <param name="Step">How many steps of an animated page are shown; 0 for all.</param>
/// <param name="Fills">Whether it fills the slide, cut off where its proportions are others, rather than being shown whole.</param>
/// <param name="Card">The card made here; null for a file.</param>
public sealed record PictureSource(
    string Media, string Type, int Page, int Width, int Height, int Step = 0, bool Fills = false, Card? Card = null)
{
    /// <summary>How many times as high as wide a picture can be: as wide as a screen, one that is higher takes more memory than it should.</summary>
    public const int MostTimesAsHigh = 25;

    /// <summary>Whether it has a size, and can be drawn at any width.</summary>
    [JsonIgnore]
    public bool CanBeDrawn => Width >= 1 && Height >= 1 && Height <= (long)MostTimesAsHigh * Width;

    /// <summary>What a card draws, worked out from the show it is in by <see cref="Cards.Drawn"/>; null for a file.</summary>
    [JsonIgnore]
    public SlideDrawing? Drawing { get; init; }

    /// <summary>A picture of a card, as it is kept in a show: what it draws follows from the show.</summary>
    public static PictureSource Of(Card card) => new("", MediaTypes.Card, 1, Cards.Width, Cards.Height, Card: card);

    /// <summary>The id of the picture: equal when the same is drawn.</summary>
    [JsonIgnore]
    public string Key => $"{Media}-{Page}{(Step > 0 ? $"-{Step}" : "")}";
}
