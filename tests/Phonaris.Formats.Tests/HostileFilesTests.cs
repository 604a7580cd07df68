using System.IO.Compression;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Media;
using Phonaris.Media.Pictures;
using SkiaSharp;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>Malicious or broken files: each is read or rejected with a sentence, and nothing else happens, in limited time.</summary>
public sealed class HostileFilesTests : IDisposable
{
    private const int Mutations = 1_000;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-hostile");

    [Fact]
    public void Entities_are_not_expanded_and_nothing_is_loaded()
    {
        var bomb = "<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;\">]>";
        Repack(Good("a.pptx"), "ppt/slides/slide1.xml", text => bomb + text.Replace("Wings", "&b;", StringComparison.Ordinal), PathOf("bomb.pptx"));
        AssertRefused("bomb.pptx", "is damaged");
        Repack(Good("a.odp"), "content.xml", text => "<!DOCTYPE x [<!ENTITY f SYSTEM \"file:///etc/passwd\">]>" + text.Replace("Wings", "&f;", StringComparison.Ordinal), PathOf("outside.odp"));
        AssertRefused("outside.odp", "is damaged");
    }

    [Fact]
    public async Task Archives_are_limited_by_declared_and_actual_size()
    {
        using (var zip = new ZipArchive(File.Create(PathOf("sounds.zip")), ZipArchiveMode.Create))
        {
            foreach (var name in new[] { "../../outside.wav", "C:\\up.wav", "inner.zip", "read me.txt", ".hidden.wav", "folder/bell.wav" })
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(new byte[1000]);
            }
        }
        List<string> told = [], names = [];
        await foreach (var (name, content, _) in SoundArchive.ReadAsync(PathOf("sounds.zip"), "sounds.zip", told.Add, CancellationToken.None))
        {
            names.Add(name);
            Assert.Equal(1000, await LengthAsync(content));
        }
        // Paths are only names, and a zip within is not opened.
        Assert.Equal(["bell.wav", "outside.wav"], names.Select(Path.GetFileName).Where(n => n is "bell.wav" or "outside.wav").Order());
        Assert.DoesNotContain(names, n => n.Contains('/') || n.EndsWith(".txt", StringComparison.Ordinal) || n.StartsWith('.'));
        Assert.Contains("inner.zip is an archive inside the archive", told.Single());
        Assert.False(File.Exists(Path.Combine(_folder.Parent!.FullName, "outside.wav")));

        // An entry that unpacks to more than its declared size ends there.
        var bytes = await File.ReadAllBytesAsync(PathOf("sounds.zip"));
        var central = bytes.AsSpan().IndexOf("PK\x01\x02"u8);
        while (central >= 0 && central + 46 < bytes.Length)
        {
            BitConverter.TryWriteBytes(bytes.AsSpan(central + 24), 10);
            var next = bytes.AsSpan(central + 4).IndexOf("PK\x01\x02"u8);
            central = next < 0 ? -1 : central + 4 + next;
        }
        await File.WriteAllBytesAsync(PathOf("liar.zip"), bytes);
        await foreach (var (_, content, _) in SoundArchive.ReadAsync(PathOf("liar.zip"), "liar.zip", told.Add, CancellationToken.None))
            Assert.Equal(10, await LengthAsync(content));
        await File.WriteAllBytesAsync(PathOf("broken.zip"), bytes[..(bytes.Length / 2)]);
        await Assert.ThrowsAsync<RuleException>(async () =>
        {
            await foreach (var _ in SoundArchive.ReadAsync(PathOf("broken.zip"), "broken.zip", told.Add, CancellationToken.None))
            {
                // No exception is expected.
            }
        });
    }

    [Fact]
    public void Too_many_slides_are_rejected()
    {
        Odp(PathOf("many.odp"), "", string.Concat(Enumerable.Repeat("<draw:page/>", 10_001)));
        AssertRefused("many.odp", "at most 10,000");
        Odp(PathOf("enough.odp"), "", string.Concat(Enumerable.Repeat("<draw:page/>", 10_000)));
        Assert.Equal(10_000, Read("enough.odp").ToSlides(() => Guid.NewGuid().ToString(), 4000).Count);
        var name = DeckFormats.Read([new(Good("a.odp"), "quiet\u202Efdp.odp\u0007", new string('a', 64))]);
        Assert.NotEmpty(name.Slides);
    }

    [Fact]
    public async Task Corrupted_files_are_read_or_rejected()
    {
        string[] good = [Good("a.pptx"), Good("a.odp"), Good("a.pdf"), Good("a.svg"), Good("a.png"), Path.Combine(AppContext.BaseDirectory, "night-walk.pptx")];
        var derived = new DerivedFiles(PathOf("derived"));
        var watch = System.Diagnostics.Stopwatch.StartNew();
        var (read, refused) = (0, 0);
        for (var seed = 0; seed < Mutations; seed++)
        {
            var random = new Random(seed);
            var original = good[seed % good.Length];
            var path = PathOf($"mutated{seed}{Path.GetExtension(original)}");
            Mutate(original, path, random);
            try
            {
                var deck = DeckFormats.Read([new(path, Path.GetFileName(path), new string('a', 64))]);
                read++;
                var slides = deck.ToSlides(() => "s", 4000);
                Assert.NotEmpty(slides);
                // Some are drawn too: a false size would do harm in the pictures.
                if (seed % 12 == 0)
                    foreach (var slide in slides.Take(2).Where(s => s.Picture.Type != MediaTypes.Pdf))
                        await new SlidePictures(derived, _ => path, new PagePainter(DeckFormats.Draw)).PngAsync(slide.Picture with { Media = $"{seed}" }, 160, CancellationToken.None).WaitAsync(Patience);
            }
            catch (RuleException)
            {
                refused++;
            }
            File.Delete(path);
        }
        Assert.True(read > 100 && refused > 100, $"{read} were read and {refused} refused: the mutations do not try both.");
        Assert.True(watch.Elapsed < TimeSpan.FromMinutes(4), $"It took {watch.Elapsed}.");
    }

    [Fact]
    public async Task Excessive_content_is_drawn_within_limits()
    {
        var derived = new DerivedFiles(PathOf("much"));
        var words = new string('w', 60_000);
        string[] shapes =
        [
            // Endless rotation, nested formulas, sizes beyond all numbers.
            Shape(3, 0, 0, 100, 100, """<a:custGeom><a:pathLst><a:path><a:arcTo wR="9e300" hR="1" stAng="0" swAng="9e18"/><a:arcTo wR="1" hR="1" stAng="0" swAng="9000000000000000000"/></a:path></a:pathLst></a:custGeom>"""),
            Shape(3, 0, 0, 100, 100, $"<a:custGeom><a:gdLst>{string.Concat(Enumerable.Range(0, 20_000).Select(i => $"<a:gd name=\"g\" fmla=\"*/ g 99999 1\"/>"))}</a:gdLst><a:pathLst><a:path><a:lnTo><a:pt x=\"g\" y=\"g\"/></a:lnTo></a:path></a:pathLst></a:custGeom>"),
            // An endless word, in a column one letter wide.
            Shape(3, 0, 0, 20, 100, "", Paragraph(words)),
            // A table that claims to span cells it does not have, many times over.
            $"""
            <p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="4" name="t"/><p:nvPr/></p:nvGraphicFramePr><p:xfrm><a:off x="0" y="0"/><a:ext cx="2540000" cy="1270000"/></p:xfrm><a:graphic><a:graphicData uri="table"><a:tbl><a:tblGrid>{string.Concat(Enumerable.Repeat("<a:gridCol w=\"9999999999999\"/>", 60))}</a:tblGrid>
            {string.Concat(Enumerable.Repeat($"<a:tr h=\"-5\">{string.Concat(Enumerable.Repeat("<a:tc gridSpan=\"2000000000\" rowSpan=\"2000000000\"><a:txBody><a:bodyPr/><a:p><a:r><a:t>w</a:t></a:r></a:p></a:txBody></a:tc>", 60))}</a:tr>", 60))}</a:tbl></a:graphicData></a:graphic></p:graphicFrame>
            """,
        ];
        foreach (var (shape, n) in shapes.Select((s, n) => (s, n)))
        {
            Pptx(PathOf($"much-{n}.pptx"), [$"><p:cSld><p:spTree>{shape}</p:spTree></p:cSld>"]);
            var slide = Read($"much-{n}.pptx").ToSlides(() => "s", 4000).Single();
            await new SlidePictures(derived, _ => PathOf($"much-{n}.pptx"), new PagePainter(DeckFormats.Draw)).PngAsync(slide.Picture with { Media = $"much-{n}" }, 160, CancellationToken.None).WaitAsync(Patience);
        }
        Odp(PathOf("much.odp"), "", """
            <draw:page draw:master-page-name="Night"><draw:frame svg:x="0cm" svg:y="0cm" svg:width="5cm" svg:height="5cm"><table:table><table:table-column table:number-columns-repeated="2000000000"/><table:table-row table:number-rows-repeated="9">
            <table:table-cell table:number-columns-repeated="2000000000" table:number-columns-spanned="2000000000"/></table:table-row></table:table></draw:frame>
            <draw:frame svg:x="0cm" svg:y="0cm" svg:width="5cm" svg:height="5cm"><draw:object><office:document><office:body><office:chart><chart:chart chart:class="chart:bar"><chart:plot-area>
            <chart:series chart:values-cell-range-address="t.A1:t.ZZZ999999"><chart:data-point chart:repeated="2000000000"/></chart:series></chart:plot-area>
            <table:table><table:table-row><table:table-cell table:number-columns-repeated="2000000000" office:value="1e308"/></table:table-row></table:table></chart:chart></office:chart></office:body></office:document></draw:object></draw:frame>
            <draw:custom-shape svg:width="5cm" svg:height="5cm"><draw:enhanced-geometry draw:enhanced-path="M ?a ?a L ?b $9 T 0 0 1 1 0 999999999 Z N" ><draw:equation draw:name="a" draw:formula="?b"/><draw:equation draw:name="b" draw:formula="?a*1e308*1e308"/></draw:enhanced-geometry></draw:custom-shape></draw:page>
            """);
        Assert.InRange(DeckFormats.Draw(PathOf("much.odp"), MediaTypes.Odp, [1])[0].Shapes.Count, 3, 20_000);
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private string PathOf(string name) => Path.Combine(_folder.FullName, name);

    private Deck Read(string name) => DeckFormats.Read([new(PathOf(name), name, new string('a', 64))]);

    private void AssertRefused(string name, string why) => Assert.Contains(why, Assert.Throws<RuleException>(() => Read(name)).Message);

    /// <summary>A readable file, to be corrupted.</summary>
    private string Good(string name)
    {
        var path = PathOf(name);
        var shape = Shape(3, 10, 10, 300, 80, """<a:prstGeom prst="chevron"/><a:solidFill><a:srgbClr val="D9772B"/></a:solidFill>""", Paragraph("Wings by night"));
        switch (Path.GetExtension(name))
        {
            case ".pptx": Pptx(path, [$"><p:cSld><p:spTree>{shape}</p:spTree></p:cSld>", "><p:cSld/>"]); break;
            case ".odp": Odp(path, "", """<draw:page draw:master-page-name="Night"><draw:frame svg:x="1cm" svg:y="1cm" svg:width="9cm" svg:height="2cm"><draw:text-box><text:p>Wings by night</text:p></draw:text-box></draw:frame></draw:page>"""); break;
            case ".svg": File.WriteAllText(path, """<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90"><title>Wings</title><rect width="160" height="90" fill="#1e2b2a"/><text x="9" y="40">Wings</text></svg>"""); break;
            case ".png":
                using (var bitmap = new SKBitmap(160, 90)) File.WriteAllBytes(path, bitmap.Encode(SKEncodedImageFormat.Png, 90).ToArray());
                break;
            default:
                using (var stream = File.Create(path))
                using (var pdf = SKDocument.CreatePdf(stream))
                {
                    using var ink = new SKPaint();
                    using var font = new SKFont(SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "AtkinsonHyperlegibleNext-Bold.ttf")), 40);
                    pdf.BeginPage(320, 180).DrawText("Wings by night", 20, 60, SKTextAlign.Left, font, ink);
                    pdf.EndPage();
                    pdf.Close();
                }
                break;
        }
        return path;
    }

    /// <summary>Corrupts a file: its bytes, or, for a zip file, equally often the text of one of its parts.</summary>
    private static void Mutate(string from, string to, Random random)
    {
        if (Path.GetExtension(from) is ".pptx" or ".odp" && random.Next(3) > 0)
        {
            string part;
            using (var zip = ZipFile.OpenRead(from))
            {
                var parts = zip.Entries.Where(e => e.Name.EndsWith(".xml", StringComparison.Ordinal) || e.Name.EndsWith(".rels", StringComparison.Ordinal)).ToList();
                part = parts[random.Next(parts.Count)].FullName;
            }
            Repack(from, part, text => Encoding.UTF8.GetString(Spoil(Encoding.UTF8.GetBytes(text), random)), to);
        }
        else File.WriteAllBytes(to, Spoil(File.ReadAllBytes(from), random));
    }

    private static byte[] Spoil(byte[] bytes, Random random)
    {
        for (var times = random.Next(1, 4); times > 0 && bytes.Length > 8; times--)
        {
            var at = random.Next(bytes.Length);
            var length = random.Next(1, Math.Min(60, bytes.Length - at + 1));
            switch (random.Next(6))
            {
                case 0: bytes[at] = (byte)random.Next(256); break;
                case 1: bytes = [.. bytes[..at], .. bytes[Math.Min(bytes.Length, at + length)..]]; break;
                case 2: bytes = [.. bytes[..at], .. bytes[at..Math.Min(bytes.Length, at + length)], .. bytes[at..]]; break;
                case 3: bytes = bytes[..Math.Max(8, at)]; break;
                case 4:
                    // Digits are where sizes, counts and positions are.
                    var figure = Array.FindIndex(bytes, at, b => b is >= (byte)'0' and <= (byte)'9');
                    if (figure >= 0) bytes = [.. bytes[..figure], .. Encoding.ASCII.GetBytes(new[] { "-1", "0", "999999999", "2147483648", "1e9", "NaN" }[random.Next(6)]), .. bytes[(figure + 1)..]];
                    break;
                default:
                    for (var i = at; i < Math.Min(bytes.Length, at + length); i++) bytes[i] = (byte)random.Next(256);
                    break;
            }
        }
        return bytes;
    }

    private static void Repack(string from, string part, Func<string, string> change, string to)
    {
        using var source = ZipFile.OpenRead(from);
        using var target = new ZipArchive(File.Create(to), ZipArchiveMode.Create);
        foreach (var entry in source.Entries)
        {
            using var read = entry.Open();
            using var written = target.CreateEntry(entry.FullName, entry.FullName == "mimetype" ? CompressionLevel.NoCompression : CompressionLevel.Fastest).Open();
            if (entry.FullName != part) read.CopyTo(written);
            else written.Write(Encoding.UTF8.GetBytes(change(new StreamReader(read).ReadToEnd())));
        }
    }

    private static async Task<long> LengthAsync(Stream content)
    {
        long length = 0;
        var buffer = new byte[256];
        int read;
        while ((read = await content.ReadAsync(buffer)) > 0) length += read;
        return length;
    }
}
