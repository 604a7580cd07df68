using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Films;

/// <summary>The sound of a film as Opus in Ogg, encoded as a whole and cached by its content.</summary>
internal sealed class OpusTrack(Schedule schedule, Func<SoundSource, ISoundReader> open, DerivedFiles derived, long start, long end) : IFilmSound
{
    public string Format => "ogg";

    public IReadOnlyList<string> Leading => [];

    private string Name
    {
        get
        {
            var (heardFrom, heardTo) = Mixer.Context(start, end);
            return $"film/{schedule.ContentKey(heardFrom, heardTo)}-{start}-{end}.opus";
        }
    }

    public Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel) => GetAsync(progress, cancel);

    private Task<string> GetAsync(IProgress<double>? progress, CancellationToken cancel) =>
        derived.GetAsync(Name, (partial, token) => SoundEncoder.WriteAsync(schedule, open, start, end, SoundFileFormat.Opus, partial, progress, token), cancel);

    public async Task CopyToAsync(Stream stream, CancellationToken cancel)
    {
        await using var file = File.OpenRead(await GetAsync(null, cancel));
        await file.CopyToAsync(stream, cancel);
    }
}
