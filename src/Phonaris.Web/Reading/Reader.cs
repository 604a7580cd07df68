using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;
using SkiaSharp;

namespace Phonaris.Web.Reading;

/// <summary>
/// The other side of <see cref="ReaderProcess"/>: reads decks and draws pages one after the other, as requested on standard input, until
/// that ends. A malicious deck can harm only this process.
/// </summary>
internal static class Reader
{
    /// <summary>The argument that makes the program a reader.</summary>
    public const string Argument = "--reader";

    /// <summary>The argument for a reader that is started before it is needed.</summary>
    public const string AheadArgument = "--reader-ahead";

    private static readonly PagePainter Painter = new(DeckFormats.Draw);

    /// <summary>Answers requests until its input ends.</summary>
    /// <param name="ahead">Whether it is started before it is needed, so that there is time to warm up.</param>
    public static async Task RunAsync(bool ahead)
    {
        await using var input = Console.OpenStandardInput();
        await using var output = new BufferedStream(Console.OpenStandardOutput(), 1 << 20);
        if (ahead) await WarmUpAsync();
        try
        {
            for (; ; ) await AnswerAsync(await ReaderMessages.ReadAsync<ReaderRequest>(input, default), output);
        }
        catch (EndOfStreamException)
        {
            // The server does not need it any more.
        }
    }

    /// <summary>Reads and draws a built-in deck, so that the first real one is as fast as all others.</summary>
    private static async Task WarmUpAsync()
    {
        var path = Path.Combine(AppContext.BaseDirectory, "Reading", "first.pptx");
        using var message = new MemoryStream();
        await ReaderMessages.WriteAsync(message, new ReaderRequest([new(path, "first.pptx", "")], null), default);
        message.Position = 0;
        await AnswerAsync(await ReaderMessages.ReadAsync<ReaderRequest>(message, default), Stream.Null);
        await AnswerAsync(new(null, new(path, MediaTypes.Pptx, [new(1, 0), new(2, 0), new(3, 0), new(4, 0)], 32, 18)), Stream.Null);
    }

    private static async Task AnswerAsync(ReaderRequest asked, Stream output)
    {
        IReadOnlyList<SKBitmap> pages = [];
        ReaderAnswer answer;
        try
        {
            if (asked.Draw is { } draw) pages = Painter.Draw(draw.Path, draw.Type, draw.Pages, draw.Width, draw.Height);
            answer = new(asked.Read is { } files ? DeckFormats.Read(files) : null, null);
        }
        catch (RuleException e)
        {
            answer = new(null, e.Message);
        }
        await ReaderMessages.WriteAsync(output, answer, default);
        foreach (var page in pages)
        {
            output.Write(page.GetPixelSpan());
            page.Dispose();
        }
        await output.FlushAsync();
    }
}
