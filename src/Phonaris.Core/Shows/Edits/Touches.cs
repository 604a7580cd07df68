namespace Phonaris.Core.Shows.Edits;

/// <summary>Compares what edits touch.</summary>
public static class Touches
{
    /// <summary>What an edit touches that changes everything.</summary>
    public const string All = "show";

    /// <summary>The order of the slides, and which there are. Spans and sections lie in it: see <see cref="InOrder"/>.</summary>
    public const string Order = "order";

    /// <summary>Whether two edits change the same thing: the same name, or one within the other (<c>cue:x</c> holds <c>cue:x/level</c>).</summary>
    public static bool Collide(IEnumerable<string> a, IEnumerable<string> b)
    {
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        var (own, others) = (a.ToList(), b.ToList());
        if (own.Contains(All) || others.Contains(All)) return true;
        return own.Any(x => others.Any(y => x == y || x.StartsWith(y + "/", StringComparison.Ordinal) || y.StartsWith(x + "/", StringComparison.Ordinal)));
    }

    /// <summary>What lies in the order of the slides: it collides with what changes that, and not with its like.</summary>
    internal static string InOrder(string what) => $"{Order}/{what}";

    internal static IEnumerable<string> Spans(IEnumerable<CueSpan> spans) => spans.SelectMany(s => (string[])[$"cue:{s.CueId}/span", InOrder(s.CueId)]);

    /// <summary>A sound, and something of all its cues.</summary>
    internal static IEnumerable<string> SoundWithCues(Show show, string soundId, params string[] parts) =>
        show.Cues.Where(c => c.SoundId == soundId).SelectMany(c => parts.Select(p => $"cue:{c.Id}/{p}")).Prepend($"sound:{soundId}");
}
