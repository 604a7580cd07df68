namespace Phonaris.Core.Signal;

/// <summary>A cut of a sound, read like a sound. The samples at a frame depend on that frame alone.</summary>
public sealed class CutReader : ISoundReader
{
    private readonly ISoundReader _sound;
    private readonly Passage[] _passages;
    private readonly long[] _starts;
    private readonly float[] _correlations;

    /// <summary>Reads a cut of a sound.</summary>
    public CutReader(ISoundReader sound, Cut cut)
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(cut);
        _sound = sound;
        _passages = [.. cut.Passages];
        _starts = new long[_passages.Length + 1];
        for (var k = 0; k < _passages.Length; k++) _starts[k + 1] = _starts[k] + _passages[k].Frames;
        _correlations = new float[_passages.Length];
        for (var k = 1; k < _passages.Length; k++) _correlations[k] = Correlation(k);
    }

    /// <inheritdoc/>
    public long Frames => _starts[^1];

    /// <inheritdoc/>
    public void Read(long frame, Span<float> destination)
    {
        var end = frame + destination.Length / 2;
        destination.Clear();
        var found = Array.BinarySearch(_starts, frame);
        var first = Math.Max(0, found < 0 ? ~found - 1 : found);
        for (var k = first; k < _passages.Length && _starts[k] < end; k++)
        {
            var (from, to) = (Math.Max(frame, _starts[k]), Math.Min(end, _starts[k + 1]));
            if (from < to) _sound.Read(_passages[k].FromFrame + from - _starts[k], destination.Slice((int)(from - frame) * 2, (int)(to - from) * 2));
        }
        for (var k = Math.Max(1, first); k < _passages.Length && _starts[k] - _passages[k].SeamFrames / 2 < end; k++) Crossfade(k, frame, destination);
    }

    /// <summary>Adds the seam at the beginning of a passage to the requested samples.</summary>
    private void Crossfade(int k, long frame, Span<float> destination)
    {
        var seam = _passages[k].SeamFrames;
        var begin = _starts[k] - seam / 2;
        var (from, to) = (Math.Max(frame, begin), Math.Min(frame + destination.Length / 2, begin + seam));
        if (from >= to) return;
        var leaving = new float[(to - from) * 2];
        var entering = new float[(to - from) * 2];
        var before = _passages[k - 1];
        _sound.Read(before.FromFrame + before.Frames + from - _starts[k], leaving);
        _sound.Read(_passages[k].FromFrame + from - _starts[k], entering);
        for (var i = 0; i < leaving.Length; i += 2)
        {
            var (gainLeaving, gainEntering) = EqualPowerCrossfade.GainsAt(from - begin + i / 2, seam, _correlations[k]);
            var into = (int)(from - frame) * 2 + i;
            destination[into] = leaving[i] * gainLeaving + entering[i] * gainEntering;
            destination[into + 1] = leaving[i + 1] * gainLeaving + entering[i + 1] * gainEntering;
        }
    }

    private float Correlation(int k)
    {
        var seam = _passages[k].SeamFrames;
        if (seam == 0) return 0;
        var leaving = new float[seam * 2];
        var entering = new float[seam * 2];
        var before = _passages[k - 1];
        _sound.Read(before.FromFrame + before.Frames - seam / 2, leaving);
        _sound.Read(_passages[k].FromFrame - seam / 2, entering);
        return EqualPowerCrossfade.Correlation(leaving, entering);
    }
}
