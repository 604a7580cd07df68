using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Draws pages of the file types that Phonaris renders itself: presentations, drawings and photographs.</summary>
public interface IPagePainter
{
    /// <summary>Draws pages.</summary>
    /// <param name="path">The file.</param>
    /// <param name="type">Its media type.</param>
    /// <param name="pages">The pages.</param>
    /// <param name="width">Their width in pixels.</param>
    /// <param name="height">Their height in pixels.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A page cannot be drawn.</exception>
    Task<IReadOnlyList<SKBitmap>> DrawAsync(string path, string type, IReadOnlyList<PageRequest> pages, int width, int height, CancellationToken cancel);
}
