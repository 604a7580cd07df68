using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>All checks, for the run sheet, the checks view, the dry run, exporting, presenting, and scripts.</summary>
public static class Checks
{
    /// <summary>The checks, in the order of a presenter's work.</summary>
    public static IReadOnlyList<ICheck> All { get; } =
    [
        new MissingSounds(), new DamagedSounds(), new LargeSounds(),
        new ManualCues(), new NeverBegins(), new LateBeginnings(), new Clashes(), new VoicesTogether(), new WaitingLoops(), new Hotspots(), new HiddenCues(), new ParkedCues(), new UnusedSounds(),
        new CutVoices(), new LongVoices(), new CutVideos(), new AbruptEnds(), new SilentSlides(), new SilentEnd(), new CutByEnd(),
        new OffTarget(), new LevelJumps(), new DrownedVoices(), new Limiting(),
        new Unfitted(), new AudibleEdits(), new LongTransitions(), new LateSteps(), new MissedTarget(),
        new UnknownRights(), new MissingCredits(), new NotCleared(),
    ];

    /// <summary>The findings of all checks, the most severe first, then in running order; ignored ones included.</summary>
    public static ValueList<Finding> Of(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. All.SelectMany(check => check.Find(show)).DistinctBy(f => f.Key).OrderBy(f => f.Severity).ThenBy(f => f.SlideId is { } id ? show.Show.SlideIndex(id) : int.MaxValue)];
    }

    /// <summary>Whether a finding is ignored.</summary>
    /// <param name="show">The show.</param>
    /// <param name="finding">One of its findings.</param>
    public static bool IsIgnored(this Shows.Show show, Finding finding)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(finding);
        return show.IgnoredFindings.Contains(finding.Key);
    }

    /// <summary>The most rounds of fixing what fixes brought about.</summary>
    private const int MostPasses = 4;

    /// <summary>
    /// The edit that fixes what can be fixed without asking: the first safe fix of each finding that is not ignored, and of the findings those
    /// fixes bring about; null for none.
    /// </summary>
    /// <param name="show">The show.</param>
    /// <param name="find">Checks a show.</param>
    public static Several? FixAutomatically(Shows.Show show, Func<Shows.Show, IEnumerable<Finding>> find)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(find);
        List<Edit> edits = [];
        for (var pass = 0; pass < MostPasses && SafeOf(show, find(show)) is { Count: > 0 } safe; pass++)
        {
            foreach (var edit in safe) show = show.Apply(edit).Show;
            edits.AddRange(safe);
        }
        return edits.Count == 0 ? null : new([.. edits], edits.Count == 1 ? "Fixed 1 finding" : $"Fixed {edits.Count} findings");
    }

    private static List<Edit> SafeOf(Shows.Show show, IEnumerable<Finding> findings)
    {
        var touched = new HashSet<string>();
        List<Edit> edits = [];
        foreach (var edit in findings.Where(f => !show.IsIgnored(f)).Select(f => f.Fixes.FirstOrDefault(r => r.Safe)?.Edit).OfType<Edit>())
        {
            // Of two fixes for the same thing, the one of the more severe finding is used.
            var touches = edit.Touches(show).ToList();
            if (touches.Any(touched.Contains)) continue;
            touched.UnionWith(touches);
            edits.Add(edit);
        }
        return edits;
    }
}
