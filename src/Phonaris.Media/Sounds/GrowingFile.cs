using System.Runtime.InteropServices;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A derived file of samples, laid out as <see cref="PcmFile"/> says, that is read as far as it has been made while the rest still is. It is growing until <c>_over</c>, and
/// meanwhile the first <c>_grown</c> bytes in memory are final; a reader who wants more waits. Then nothing is in memory any more: the file is on the disk, or
/// it failed, or it was given up, and a reader is told to begin again. All of that changes under <c>_gate</c> alone. For example a page reads the first half second of a
/// piece: it waits for 0.1 s and gets it while ffmpeg is at 0.6 s; a job that is cancelled meanwhile cannot give the piece up while the page waits for more.
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

    /// <summary>Begins to make the file, unless it is there.</summary>
    /// <param name="derived">Where it is kept.</param>
    /// <param name="name">Its name there.</param>
    /// <param name="frames">How many frames it is to hold; they are in memory until it is whole.</param>
    /// <param name="make">Fills the bytes it is given from the first on, and tells how many are; those it does not fill are silence.</param>
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

    /// <summary>Ends when the file is whole, or could not be made, or was given up.</summary>
    public Task Whole => _path;

    /// <summary>Reads frames, waiting until they have been made.</summary>
    /// <param name="frame">The first; all of them are within the file.</param>
    /// <param name="destination">Room for them.</param>
    /// <returns>Whether they were read; not when the making was given up, or the file was removed since.</returns>
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

    /// <summary>Gives the making up, unless somebody waits for it.</summary>
    public void GiveUp()
    {
        lock (_gate)
            if (_waiting > 0 || _over) return;
        _stop.Cancel();
    }

    /// <summary>Gives the making up, and waits until it has ended.</summary>
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
