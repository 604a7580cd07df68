using System.Runtime.CompilerServices;
using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>A show's sound from beginning to end: rendered on all cores, returned in order.</summary>
public static class MixStream
{
    /// <summary>Renders the frames from <paramref name="start"/> to <paramref name="end"/> in blocks of some seconds.</summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded sound of a source.</param>
    /// <param name="start">The first frame at 48 kHz.</param>
    /// <param name="end">The frame after the last.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="stem">The cues of the stem, before limiting; null for the mix.</param>
    /// <returns>Blocks of interleaved stereo; each is valid until the next is requested.</returns>
    public static async IAsyncEnumerable<ReadOnlyMemory<float>> RenderAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, long start, long end, [EnumeratorCancellation] CancellationToken cancel, IReadOnlySet<string>? stem = null)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(end, start);
        // Twice as many as cores, so that each core has its next block while one is being read.
        var mixers = new Mixer[2 * Environment.ProcessorCount];
        for (var i = 0; i < mixers.Length; i++) mixers[i] = new Mixer(schedule, open);
        // One buffer for each block being rendered, and one for the block being read.
        var buffers = new float[mixers.Length + 1][];
        for (var i = 0; i < buffers.Length; i++) buffers[i] = new float[Mixer.StretchFrames * Frames.Channels];
        var ahead = new Queue<Task<Memory<float>>>();
        var (next, turn) = (start, 0);
        while (next < end || ahead.Count > 0)
        {
            cancel.ThrowIfCancellationRequested();
            while (next < end && ahead.Count < mixers.Length)
            {
                var (from, mixer) = (next, mixers[turn % mixers.Length]);
                var block = buffers[turn % buffers.Length].AsMemory(0, (int)Math.Min(Mixer.StretchFrames, end - next) * Frames.Channels);
                ahead.Enqueue(Task.Run(
                    () =>
                    {
                        if (stem is null) mixer.Render(from, block.Span);
                        else mixer.Sum(from, block.Span, stem);
                        return block;
                    },
                    cancel));
                next += block.Length / Frames.Channels;
                turn++;
            }
            yield return await ahead.Dequeue();
        }
    }
}
