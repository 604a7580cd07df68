using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>Shows with their times, each computed once for a revision.</summary>
internal sealed class TimedShows(SoundLibrary sounds)
{
    private readonly PerShowCache<Known> _latest = new();

    /// <summary>A show with its times and fits; its sounds must be ready.</summary>
    public TimedShow Of(StoredShow stored)
    {
        var known = _latest.Find(stored.Id);
        if (known is not null && known.Revision == stored.Revision && known.Renewals == sounds.Renewals) return known.Show;
        // Taken before reading, so that a sound updated meanwhile is read again.
        var renewals = sounds.Renewals;
        var made = TimedShow.Of(stored.Show, sounds.Listened);
        _latest.Keep(stored, known, new(stored.Revision, renewals, made));
        return made;
    }

    private sealed record Known(long Revision, long Renewals, TimedShow Show);
}
