using Phonaris.Core.Live;
using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>
/// The segments of stems as derived files, named by what is heard in the stem, so that none is rendered twice. A missing one is rendered with
/// those after it, because the page that needs it will need them next.
/// </summary>
internal sealed class StemPieces(DerivedFiles derived, SoundLibrary sounds, AppPaths paths, IHostApplicationLifetime lifetime)
{
    /// <summary>
    /// The fewest and most segments rendered at once, up to two and a half minutes of sound. As many are rendered as there are before them, so that the
    /// beginnings of all stems, which a page needs first, are there early.
    /// </summary>
    private const int LeastAtOnce = 2, MostAtOnce = 32;

    /// <summary>How many segments before the wanted one a rendering may be, so that waiting for it is faster than another one.</summary>
    private const int Near = 3;

    private readonly List<Rendering> _renderings = [];

    /// <summary>The number of segments of a stem.</summary>
    public static int CountOf(LiveStem stem) => SoundPieces.CountOf(stem.LengthFrames);

    /// <summary>The file of a segment if it exists, or null.</summary>
    /// <param name="key">The name of the stem.</param>
    /// <param name="piece">The number of the segment, from 0.</param>
    public string? Find(string key, int piece) => derived.Find(NameOf(key, piece));

    /// <summary>The file of a segment, which is rendered if it does not exist.</summary>
    /// <param name="stem">The stem.</param>
    /// <param name="piece">The number of the segment, from 0.</param>
    /// <param name="cancel">Stops waiting. The rendering continues.</param>
    /// <exception cref="RuleException">The disk is full, ffmpeg is missing, or the sound cannot be read.</exception>
    public async Task<string> GetAsync(LiveStem stem, int piece, CancellationToken cancel)
    {
        var (key, count) = (stem.Key, CountOf(stem));
        ArgumentOutOfRangeException.ThrowIfNegative(piece);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(piece, count);
        if (sounds.IsUnavailable(stem.Cue.Source.Media)) throw new RuleException("The file of this sound cannot be read.");
        while (true)
        {
            if (Find(key, piece) is { } there) return there;
            cancel.ThrowIfCancellationRequested();
            await Rendered(stem, key, piece, count).ReachesAsync(piece, cancel);
        }
    }

    /// <summary>Deletes the segments of a stem that is no longer needed.</summary>
    /// <param name="key">Its name.</param>
    /// <param name="count">How many segments it has.</param>
    public void Remove(string key, int count)
    {
        for (var piece = 0; piece < count; piece++) File.Delete(derived.PathOf(NameOf(key, piece)));
    }

    private static string NameOf(string key, int piece) => $"stems/{key}-{piece}.flac";

    /// <summary>A rendering that will soon reach a segment; a new one if there is none.</summary>
    private Rendering Rendered(LiveStem stem, string key, int piece, int count)
    {
        lock (_renderings)
        {
            if (_renderings.Find(r => r.Key == key && r.Next <= piece && piece - r.Next <= Near && piece < r.To) is { } near) return near;
            var to = piece + 1;
            while (to < Math.Min(count, piece + Math.Clamp(piece, LeastAtOnce, MostAtOnce)) && !derived.Has(NameOf(key, to))) to++;
            var rendering = new Rendering(key, piece, to);
            _renderings.Add(rendering);
            _ = RenderAsync(stem, rendering);
            return rendering;
        }
    }

    private async Task RenderAsync(LiveStem stem, Rendering rendering)
    {
        // The caller holds a lock.
        await Task.Yield();
        try
        {
            var schedule = stem.ToSchedule();
            await sounds.PrepareAsync(schedule.Cues[0].Source, 0, null, lifetime.ApplicationStopping);
            await SoundPieces.WriteAsync(schedule, sounds.Open, paths.Work, rendering.Next, rendering.To, TakeAsync, lifetime.ApplicationStopping);
            rendering.End(null);
        }
        catch (Exception e)
        {
            rendering.End(e);
        }
        finally
        {
            lock (_renderings) _renderings.Remove(rendering);
        }

        async Task TakeAsync(int piece, string file, CancellationToken token)
        {
            await derived.GetAsync(NameOf(rendering.Key, piece), (partial, _) => Task.Run(() => File.Move(file, partial), token), token);
            rendering.Reach(piece);
        }
    }

    /// <summary>Some segments that are being rendered in order.</summary>
    private sealed class Rendering(string key, int from, int to)
    {
        private readonly TaskCompletionSource[] _reached = [.. Enumerable.Range(from, to - from).Select(_ => new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously))];

        private readonly int _from = from;

        public string Key { get; } = key;

        public int Next { get; private set; } = from;

        public int To { get; } = to;

        public Task ReachesAsync(int piece, CancellationToken cancel) => _reached[piece - _from].Task.WaitAsync(cancel);

        public void Reach(int piece)
        {
            Next = piece + 1;
            _reached[piece - _from].SetResult();
        }

        /// <summary>Ends it; segments that were not reached fail.</summary>
        public void End(Exception? failure)
        {
            foreach (var left in _reached)
            {
                left.TrySetException(failure ?? new InvalidOperationException("Fewer segments were rendered than the stem has."));
                // Nobody may be waiting.
                _ = left.Task.Exception;
            }
        }
    }
}
