namespace Phonaris.Core.Shows.Edits;

/// <summary>Compares the keys of what edits change.</summary>
public static class Touches
{
    /// <summary>The key of an edit that changes everything.</summary>
    public const string All = "show";

    /// <summary>The key of the order of the slides. Spans and sections depend on it: see <see cref="InOrder"/>.</summary>
    public const string Order = "order";

    /// <summary>Whether two edits change the same thing: the keys are equal, or one contains the other (<c>cue:x</c> contains <c>cue:x/level</c>).</summary>
    public static bool Collide(IEnumerable<string> a, IEnumerable<string> b)
    {
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        var (own, others) = (a.ToList(), b.ToList());
        if (own.Contains(All) || others.Contains(All)) return true;
        return own.Any(x => others.Any(y => x == y || x.StartsWith(y + "/", StringComparison.Ordinal) || y.StartsWith(x + "/", StringComparison.Ordinal)));
    }

    /// <summary>A key that conflicts with changes of the order of the slides, but not with others like itself.</summary>
    internal static string InOrder(string what) => $"{Order}/{what}";

    internal static IEnumerable<string> Spans(IEnumerable<CueSpan> spans) => spans.SelectMany(s => (string[])[$"cue:{s.CueId}/span", InOrder(s.CueId)]);

    /// <summary>A sound, and a property of all its cues.</summary>
    internal static IEnumerable<string> SoundWithCues(Show show, string soundId, params string[] parts) =>
        show.Cues.Where(c => c.SoundId == soundId).SelectMany(c => parts.Select(p => $"cue:{c.Id}/{p}")).Prepend($"sound:{soundId}");
}
