using System.Collections.Concurrent;
using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;
using Phonaris.Storage;
using SkiaSharp;

namespace Phonaris.Web.Reading;

/// <summary>The processes that read decks and draw pages: as many at once as there are cores, some kept ready, so that a deck need not wait for one to start.</summary>
/// <param name="store">The files.</param>
/// <param name="ready">How many are kept ready.</param>
internal sealed class DeckReaders(FileStore store, int ready) : IPagePainter, IDisposable
{
    private readonly SemaphoreSlim _turn = new(Environment.ProcessorCount);
    private readonly ConcurrentBag<ReaderProcess> _idle = [];

    /// <summary>The time limit for a deck.</summary>
    public TimeSpan MostTime { get; init; } = TimeSpan.FromSeconds(40);

    /// <summary>The ready processes, by id.</summary>
    public IReadOnlyList<int> Ready => [.. _idle.Select(r => r.Id)];

    /// <summary>Starts the ready processes.</summary>
    public void GetReady()
    {
        while (_idle.Count < ready) _idle.Add(ReaderProcess.Begin(MostTime, ahead: true));
    }

    /// <summary>Reads a deck from uploaded files.</summary>
    /// <param name="files">The files, by name and content hash.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A file is not there or cannot be read.</exception>
    public async Task<Deck> ReadAsync(IEnumerable<(string Name, string Hash)> files, CancellationToken cancel)
    {
        ValueList<DeckFile> found = [.. files.Select(f => new DeckFile(store.PathOf(f.Hash), f.Name, f.Hash))];
        if (found.Count == 0) throw new RuleException("Choose at least one file of the deck.", "files");
        return (await AskAsync(new(found, null), found[0].Name, [], cancel)).Deck!;
    }

    /// <inheritdoc/>
    public async Task<IReadOnlyList<SKBitmap>> DrawAsync(string path, string type, IReadOnlyList<PageRequest> pages, int width, int height, CancellationToken cancel)
    {
        List<SKBitmap> drawn = [.. pages.Select(_ => Pixels.Opaque(width, height))];
        try
        {
            await AskAsync(new(null, new(path, type, [.. pages], width, height)), "The deck", drawn, cancel);
            return drawn;
        }
        catch
        {
            foreach (var picture in drawn) picture.Dispose();
            throw;
        }
    }

    public void Dispose()
    {
        while (_idle.TryTake(out var reader)) reader.Dispose();
        _turn.Dispose();
    }

    private async Task<ReaderAnswer> AskAsync(ReaderRequest asked, string name, IReadOnlyList<SKBitmap> pictures, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            // One that ends may have ended before this deck; only a deck that ends two is to blame.
            for (var again = true; ; again = false)
            {
                var reader = Take();
                try
                {
                    return await reader.AskAsync(asked, name, pictures, cancel);
                }
                catch (EndOfStreamException)
                {
                    if (!again) throw ReaderProcess.TooMuch(name);
                }
                finally
                {
                    // Another one is started at once for the next deck.
                    if (reader.IsAlive) _idle.Add(reader);
                    else GetReady();
                }
            }
        }
        finally
        {
            _turn.Release();
        }
    }

    private ReaderProcess Take()
    {
        while (_idle.TryTake(out var reader))
        {
            if (reader.IsAlive) return reader;
            reader.Dispose();
        }
        return ReaderProcess.Begin(MostTime, ahead: false);
    }
}
