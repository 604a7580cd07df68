using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Reads pages of a presentation file as drawings.</summary>
/// <param name="path">The file.</param>
/// <param name="type">Its media type.</param>
/// <param name="pages">The pages, from 1.</param>
public delegate IReadOnlyList<SlideDrawing> DrawingReader(string path, string type, IReadOnlyList<int> pages);

/// <summary>Draws in this process: for trusted files, and for a process that may crash without harm.</summary>
/// <param name="read">Reads pages of a presentation file as drawings.</param>
public sealed class PagePainter(DrawingReader read) : IPagePainter
{
    /// <inheritdoc/>
    public Task<IReadOnlyList<SKBitmap>> DrawAsync(string path, string type, IReadOnlyList<PageRequest> pages, int width, int height, CancellationToken cancel) =>
        Task.FromResult(Draw(path, type, pages, width, height));

    /// <summary>Like <see cref="DrawAsync"/>, but synchronous.</summary>
    public IReadOnlyList<SKBitmap> Draw(string path, string type, IReadOnlyList<PageRequest> pages, int width, int height)
    {
        ArgumentNullException.ThrowIfNull(pages);
        return type switch
        {
            MediaTypes.Pptx or MediaTypes.Odp => [.. read(path, type, [.. pages.Select(p => p.Page)]).Zip(pages, (drawing, p) => DrawingPainter.Draw(drawing, p.Step, width, height))],
            MediaTypes.Svg => [.. pages.Select(_ => SvgPicture.Draw(path, width, height))],
            _ => [.. pages.Select(_ => RasterPicture.Draw(path, width, height))],
        };
    }
}
