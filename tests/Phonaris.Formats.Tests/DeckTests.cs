using System.Text;
using Phonaris.Formats.Decks;
using SkiaSharp;

namespace Phonaris.Formats.Tests;

public sealed class DeckTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-decks");

    [Fact]
    public void A_PDF_becomes_one_slide_per_page_titled_by_its_largest_text()
    {
        using (var stream = File.Create(PathOf("deck.pdf")))
        using (var pdf = SKDocument.CreatePdf(stream))
        using (var font = SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "AtkinsonHyperlegibleNext-Bold.ttf")))
        {
            foreach (var (width, height, title) in new[] { (960, 540, "Wings by night"), (595, 842, "An upright page") })
            {
                using var canvas = pdf.BeginPage(width, height);
                using var ink = new SKPaint();
                canvas.DrawText("Fennel Hollow", 40, 40, SKTextAlign.Left, new SKFont(font, 14), ink);
                canvas.DrawText(title, 40, 120, SKTextAlign.Left, new SKFont(font, 44), ink);
                canvas.DrawText("Two lines of body", 40, 200, SKTextAlign.Left, new SKFont(font, 20), ink);
                pdf.EndPage();
            }
            pdf.Close();
        }
        var deck = Read("deck.pdf");
        Assert.Equal(["Wings by night", "An upright page"], deck.Slides.Select(s => s.Title));
        Assert.Equal((595, 842, 2), (deck.Slides[1].Picture.Width, deck.Slides[1].Picture.Height, deck.Slides[1].Picture.Page));
        Assert.Equal("Fennel Hollow\nWings by night\nTwo lines of body", deck.Slides[0].Text);
    }

    [Fact]
    public void Pictures_come_in_the_natural_order_of_their_names()
    {
        foreach (var (name, format) in new[] { ("slide 10.png", SKEncodedImageFormat.Png), ("Slide 9.jpg", SKEncodedImageFormat.Jpeg), ("slide 1.webp", SKEncodedImageFormat.Webp) })
        {
            using var bitmap = new SKBitmap(64, 36);
            File.WriteAllBytes(PathOf(name), bitmap.Encode(format, 90).ToArray());
        }
        File.WriteAllText(PathOf("slide 2.svg"), """<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90"><title>Drawn</title></svg>""");
        var deck = Read("slide 10.png", "Slide 9.jpg", "slide 1.webp", "slide 2.svg");
        Assert.Equal(["Slide 1", "Drawn", "Slide 9", "Slide 10"], deck.Slides.Select(s => s.Title));
        Assert.Equal([1, 2, 3, 4], deck.Slides.Select(s => s.Number));
        Assert.Equal((160, 90), (deck.Slides[1].Picture.Width, deck.Slides[1].Picture.Height));
    }

    [Theory]
    [InlineData("empty.pdf", "", "is empty")]
    [InlineData("words.pdf", "Just words.", "is not a deck")]
    [InlineData("half.pdf", "%PDF-1.7\n1 0 obj\n<< /Type /Cat", "is damaged")]
    [InlineData("none.pdf", "%PDF-1.4\n1 0 obj\n<< /Type /Catalog /Pages 2 0 R >>\nendobj\n2 0 obj\n<< /Type /Pages /Kids [] /Count 0 >>\nendobj\nxref\n0 3\n0000000000 65535 f \n0000000009 00000 n \n0000000058 00000 n \ntrailer << /Size 3 /Root 1 0 R >>\nstartxref\n110\n%%EOF", "has no pages")]
    [InlineData("far.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="file:///etc/hostname"/></svg>""", "outside the file")]
    [InlineData("title.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><title>x</title><image href="http://127.0.0.1/x.png"/></svg>""", "outside the file")]
    [InlineData("titles.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><title></title><title>x</title><image href="http://127.0.0.1/x.png"/></svg>""", "outside the file")]
    [InlineData("style.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><style>rect { fill: url('http://127.0.0.1/x#a') }</style></svg>""", "outside the file")]
    [InlineData("huge.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="40000" height="40000"/>""", "40,000 × 40,000")]
    [InlineData("thread.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="2" height="90"/>""", "slide 1 is 2 wide and 90 high")]
    [InlineData("thread.pdf", "%PDF-1.4\n1 0 obj\n<< /Type /Catalog /Pages 2 0 R >>\nendobj\n2 0 obj\n<< /Type /Pages /Kids [3 0 R] /Count 1 >>\nendobj\n3 0 obj\n<< /Type /Page /Parent 2 0 R /MediaBox [0 0 0.2 9] >>\nendobj\ntrailer << /Size 4 /Root 1 0 R >>\nstartxref\n0\n%%EOF", "slide 1 has no size")]
    [InlineData("bomb.svg", """<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><title>&b;</title></svg>""", "SVG")]
    [InlineData("within.svg", """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="data:image/svg+xml;base64,PHN2Zy8+"/></svg>""", "too complex")]
    [InlineData("cut.png", "\u0089PNG\r\n\u001a\n", "is damaged")]
    public void Bad_decks_are_rejected_by_name(string name, string content, string says)
    {
        File.WriteAllText(PathOf(name), content, Encoding.Latin1);
        var problem = Assert.Throws<RuleException>(() => Read(name));
        Assert.StartsWith(name, problem.Message);
        Assert.Contains(says, problem.Message);
    }

    [Fact]
    public void Nested_uses_in_a_drawing_count_towards_its_depth()
    {
        // Forty patterns, each 200 deep with the one before it used at its bottom, defined in an order in which each is read before its user.
        var parts = Enumerable.Range(0, 40).Select(n => $"<g id=\"p{n}\">{string.Concat(Enumerable.Repeat("<g>", 200))}{(n > 0 ? $"<use href=\"#p{n - 1}\"/>" : "<rect/>")}{string.Concat(Enumerable.Repeat("</g>", 200))}</g>");
        File.WriteAllText(PathOf("deep.svg"), $"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9\" height=\"9\"><defs>{string.Concat(parts)}</defs><use href=\"#p39\"/></svg>");
        Assert.Contains("too complex", Assert.Throws<RuleException>(() => Read("deep.svg")).Message);
    }

    [Fact]
    public void A_PDF_with_a_password_is_rejected_by_name()
    {
        // Standard security handler, revision 3: neither key can be that of an empty password.
        var pdf = "%PDF-1.4\n1 0 obj\n<< /Type /Catalog /Pages 2 0 R >>\nendobj\n2 0 obj\n<< /Type /Pages /Kids [3 0 R] /Count 1 >>\nendobj\n"
            + "3 0 obj\n<< /Type /Page /Parent 2 0 R /MediaBox [0 0 9 9] >>\nendobj\n"
            + $"4 0 obj\n<< /Filter /Standard /V 2 /R 3 /Length 128 /P -44 /O <{new string('a', 64)}> /U <{new string('b', 64)}> >>\nendobj\n"
            + "trailer << /Size 5 /Root 1 0 R /Encrypt 4 0 R /ID [<00112233445566778899aabbccddeeff> <00112233445566778899aabbccddeeff>] >>\nstartxref\n0\n%%EOF";
        File.WriteAllText(PathOf("locked.pdf"), pdf);
        Assert.Contains("locked.pdf has a password", Assert.Throws<RuleException>(() => Read("locked.pdf")).Message);
    }

    [Fact]
    public void A_huge_picture_is_rejected_by_its_header()
    {
        // A PNG that declares 40,000 × 40,000 pixels and ends there.
        byte[] header = [0, 0, 0, 13, .. "IHDR"u8, 0, 0, 0x9C, 0x40, 0, 0, 0x9C, 0x40, 8, 2, 0, 0, 0];
        var crc = BitConverter.GetBytes(Crc32(header.AsSpan(4)));
        Array.Reverse(crc);
        File.WriteAllBytes(PathOf("huge.png"), [0x89, .. "PNG\r\n"u8, 0x1A, 0x0A, .. header, .. crc, 0, 0, 0, 0, .. "IDAT"u8, 0x35, 0xAF, 0x06, 0x1E]);
        Assert.Contains("40,000 × 40,000", Assert.Throws<RuleException>(() => Read("huge.png")).Message);
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private string PathOf(string name) => Path.Combine(_folder.FullName, name);

    private Deck Read(params string[] names) => DeckFormats.Read(names.Select(n => new DeckFile(PathOf(n), n, new string('0', 64))));

    private static uint Crc32(ReadOnlySpan<byte> bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var k = 0; k < 8; k++) crc = (crc & 1) == 1 ? crc >> 1 ^ 0xEDB88320 : crc >> 1;
        }
        return ~crc;
    }
}
