using Phonaris.Core.Drafting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>Drafts of soundtracks, with the analysis they need.</summary>
/// <param name="sounds">The sounds.</param>
public sealed class Drafts(SoundLibrary sounds)
{
    /// <summary>The beds that a draft would distribute.</summary>
    /// <param name="show">The show.</param>
    public static IEnumerable<Sound> BedsOf(Show show) => show.OpenSounds().Where(s => s.Kind == SoundKind.Bed);

    /// <summary>Proposes a soundtrack from the unused sounds of a show. Sounds that cannot be read are ignored.</summary>
    /// <param name="show">The show.</param>
    /// <param name="without">Sounds to leave out.</param>
    /// <param name="newId">Creates ids.</param>
    /// <param name="cancel">Cancels it.</param>
    /// <returns>The draft, and the edit that applies it with its levels; null if nothing is proposed.</returns>
    public async Task<(Draft Draft, Edit? Edit)> OfAsync(Show show, IEnumerable<string> without, Func<string> newId, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        var left = (await sounds.PrepareWhatCanBeAsync(show, cancel)).Keys.Concat(without).ToHashSet();
        List<Sound> open = [.. show.OpenSounds().Where(s => !left.Contains(s.Id))];
        var pieces = (await Task.WhenAll(open.Where(s => s.Kind == SoundKind.Bed).Select(s => s.Media).Distinct().Select(async media => (Media: media, Piece: await sounds.Fits.PieceAsync(media, cancel)))))
            .ToDictionary(p => p.Media, p => p.Piece);
        await sounds.Loudness.PrepareAsync(open.Select(s => new SoundSource(s.Media, 1)), cancel);
        var draft = await Task.Run(
            () => Draft.Of(show, left, new(media => pieces[media], media => sounds.Loudness.TrackOf(new(media, 1)), sounds.Fits.Fitter, sounds.Listened), newId), cancel);
        var timed = TimedShow.Of(draft.Show, sounds.Listened);
        await sounds.Loudness.PrepareAsync(timed.Schedule.Cues.Concat(timed.Schedule.Silent).Select(c => c.Source), cancel);
        return (draft, await Task.Run(() => draft.ToEdit(timed, sounds.Loudness), cancel));
    }
}
