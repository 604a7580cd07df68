using System.Runtime.InteropServices;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A derived file of samples in the layout of <see cref="PcmFile"/> that can be read while it is being made. It grows until <c>_over</c>, and
/// until then the first <c>_grown</c> bytes in memory are final; a reader who wants more waits. Afterwards nothing is in memory: the file is on disk, or
/// failed, or was cancelled, and a reader is told to start over. All of that changes only under <c>_gate</c>. For example, a page reads the first half second of a
/// segment: it waits for 0.1 s and gets it when ffmpeg is at 0.6 s. A job that is cancelled meanwhile cannot cancel the segment while the page waits for more.
/// </summary>
internal sealed class GrowingFile : IDisposable
{
    private const int FrameBytes = Core.Values.Frames.Channels * sizeof(float);
    private readonly object _gate = new();
    private readonly CancellationTokenSource _stop = new();
    private readonly Task<string> _path;
    private byte[] _bytes = [];
    private int _grown;
    private int _waiting;
    private bool _over;

    /// <summary>Starts making the file, unless it exists.</summary>
    /// <param name="derived">The derived files.</param>
    /// <param name="name">Its name there.</param>
    /// <param name="frames">Its length in frames; they are in memory until it is complete.</param>
    /// <param name="make">Fills the buffer from the beginning and reports how many bytes are filled; the rest is silence.</param>
    public GrowingFile(DerivedFiles derived, string name, int frames, Func<Memory<byte>, Action<int>, CancellationToken, Task> make)
    {
        _path = Task.Run(MakeAsync);

        async Task<string> MakeAsync()
        {
            try
            {
                return await derived.GetAsync(name, WriteAsync, _stop.Token);
            }
            finally
            {
                Grow([], 0, over: true);
            }
        }

        async Task WriteAsync(string path, CancellationToken cancel)
        {
            var bytes = new byte[frames * FrameBytes];
            await make(bytes, grown => Grow(bytes, grown, over: false), cancel);
            await File.WriteAllBytesAsync(path, bytes, cancel);
        }
    }

    /// <summary>Completes when the file is complete, failed or was cancelled.</summary>
    public Task Whole => _path;

    /// <summary>Reads frames, waiting until they have been made.</summary>
    /// <param name="frame">The first frame; all frames must be within the file.</param>
    /// <param name="destination">Receives the frames.</param>
    /// <returns>Whether they were read; false if the making was cancelled, or the file was removed in the meantime.</returns>
    public bool TryRead(long frame, Span<float> destination)
    {
        var wanted = MemoryMarshal.AsBytes(destination);
        var offset = (int)frame * FrameBytes;
        lock (_gate)
        {
            _waiting++;
            while (!_over && _grown < offset + wanted.Length) Monitor.Wait(_gate);
            _waiting--;
            if (!_over)
            {
                _bytes.AsSpan(offset, wanted.Length).CopyTo(wanted);
                return true;
            }
        }
        try
        {
            using var file = new PcmFile(_path.GetAwaiter().GetResult());
            file.Read(frame, destination);
            return true;
        }
        catch (Exception e) when (e is OperationCanceledException or FileNotFoundException)
        {
            return false;
        }
    }

    /// <summary>Cancels the making, unless a reader waits for it.</summary>
    public void GiveUp()
    {
        lock (_gate)
            if (_waiting > 0 || _over) return;
        _stop.Cancel();
    }

    /// <summary>Cancels the making, and waits until it has ended.</summary>
    public void Dispose()
    {
        _stop.Cancel();
        Task.WaitAny(_path);
        _stop.Dispose();
    }

    private void Grow(byte[] bytes, int grown, bool over)
    {
        lock (_gate)
        {
            (_bytes, _grown, _over) = (bytes, grown, over);
            Monitor.PulseAll(_gate);
        }
    }
}
