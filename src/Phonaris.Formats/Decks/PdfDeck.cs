using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Exceptions;

namespace Phonaris.Formats.Decks;

/// <summary>A PDF (ISO 32000): a slide for each page. The title is the largest text, as far as it continues in the same size.</summary>
internal sealed class PdfDeck : IDeckFormat
{
    private const double SameSize = 0.06;

    public bool Recognises(DeckFile file, ReadOnlySpan<byte> head) => head.IndexOf("%PDF-"u8) >= 0;

    public Deck Read(DeckFile file)
    {
        try
        {
            using var pdf = PdfDocument.Open(file.Path);
            if (pdf.NumberOfPages == 0) throw new RuleException($"{file.Name} has no pages. Save the deck as PDF again.");
            if (pdf.NumberOfPages > AddSlides.MostSlides)
                throw new RuleException($"{file.Name} has {pdf.NumberOfPages:N0} pages, but a show can have at most {AddSlides.MostSlides:N0} slides.");
            return new([.. Enumerable.Range(1, pdf.NumberOfPages).Select(n => ReadPage(pdf.GetPage(n), n, file))], []);
        }
        catch (PdfDocumentEncryptedException)
        {
            throw new RuleException($"{file.Name} has a password. Save it without one.");
        }
    }

    private static DeckSlide ReadPage(Page page, int number, DeckFile file)
    {
        var lines = Lines(page);
        var title = Title(lines);
        var picture = new PictureSource(file.Media, MediaTypes.Pdf, number, (int)Math.Round(page.Width), (int)Math.Round(page.Height));
        var text = string.Join('\n', lines.Select(l => l.Text));
        return new(number, title.Length > 0 ? title : $"Slide {number}", text, "", null, false, DeckStep.Whole, null, picture);
    }

    private static string Title(List<(string Text, double Size)> lines)
    {
        if (lines.Count == 0) return "";
        var largest = lines.Max(l => l.Size);
        var title = string.Join(' ', lines
            .SkipWhile(l => !Same(l.Size, largest))
            .TakeWhile(l => Same(l.Size, largest))
            .Select(l => l.Text));
        return title.Length > RenameShow.LongestTitle ? title[..RenameShow.LongestTitle] : title;

        static bool Same(double a, double b) => Math.Abs(a - b) <= b * SameSize;
    }

    /// <summary>The lines of a page from top to bottom: words on the same baseline.</summary>
    private static List<(string Text, double Size)> Lines(Page page)
    {
        List<(string Text, double Size)> lines = [];
        var words = page.GetWords()
            .Where(w => !string.IsNullOrWhiteSpace(w.Text))
            .OrderByDescending(w => w.BoundingBox.Bottom)
            .ToList();
        for (var i = 0; i < words.Count;)
        {
            var (foot, size) = (words[i].BoundingBox.Bottom, Size(words[i]));
            var line = words.Skip(i).TakeWhile(w => foot - w.BoundingBox.Bottom < Math.Max(2, size * 0.5)).ToList();
            i += line.Count;
            lines.Add((Names.Plain(string.Join(' ', line.OrderBy(w => w.BoundingBox.Left).Select(w => w.Text))), line.Max(Size)));
        }
        return lines;

        static double Size(Word word) => word.Letters.Max(l => l.PointSize);
    }
}
