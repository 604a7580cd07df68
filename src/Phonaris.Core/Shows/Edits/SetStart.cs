namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets what starts a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Start">Its start.</param>
public sealed record SetStart(string CueId, CueStart Start) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(show, CueId, Start);
        return show.ChangeCue(CueId, c => c with { Start = Start }, c => new SetStart(CueId, c.Start));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: starts {Start.Kind switch
    {
        CueStartKind.Hand => "manually",
        CueStartKind.Step => "at a step",
        CueStartKind.After => $"after {before.CueName(Start.CueId!)}",
        CueStartKind.End => "to end with its slides",
        _ => "with its slide",
    }}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/start"];

    /// <summary>Checks that a cue can start so: that the step or cue exists, and that it does not follow itself.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal static void Validate(Show show, string cueId, CueStart start)
    {
        ValidateKind(start);
        if (start.CueId is not { } before) return;
        if (before == cueId) throw new RuleException("A cue cannot start after itself.", "start");
        show.Cue(before);
        var waits = Waits(show, before);
        if (!waits.Contains(cueId))
        {
            if (waits.Count + Depth(show, cueId) > LongestChain) throw TooLong();
            return;
        }
        var chain = waits.TakeWhile(id => id != cueId).Prepend(cueId).Append(cueId).Select(id => show.Cues.Any(c => c.Id == id) ? show.CueName(id) : "it");
        throw new RuleException($"These cues would wait for each other: {string.Join(" after ", chain)}.", "start");
    }

    /// <summary>Checks the starts of all cues of a show, in linear time.</summary>
    /// <exception cref="RuleException">One is invalid.</exception>
    internal static void ValidateAll(Show show)
    {
        var cues = show.Cues.ToDictionary(c => c.Id);
        var depths = new Dictionary<string, int>();
        foreach (var cue in show.Cues)
        {
            ValidateKind(cue.Start);
            // Follows the chain down to a cue of known depth, then back up. A cue that is met again on the way down is in a cycle.
            List<Cue> way = [];
            for (var at = cue; at is not null && !depths.ContainsKey(at.Id);)
            {
                if (way.Count > LongestChain) throw TooLong();
                way.Add(at);
                at = at.Start.CueId is not { } before ? null
                    : !cues.TryGetValue(before, out var next) ? throw new RuleException("A cue starts after a cue that is not in the show.", "start")
                    : way.Contains(next) ? throw new RuleException("These cues wait for each other.", "start") : next;
            }
            var depth = way is [.., { Start.CueId: { } known }] ? depths[known] : 0;
            for (var n = way.Count - 1; n >= 0; n--) depths[way[n].Id] = ++depth;
            if (depth > LongestChain) throw TooLong();
        }
    }

    /// <summary>A cue and the chain of cues it follows.</summary>
    internal static List<string> Waits(Show show, string cueId)
    {
        var waits = new List<string> { cueId };
        // A cue that is being placed may close a cycle that has not been refused yet.
        while (waits.Count <= LongestChain && show.FindCue(waits[^1])?.Start.CueId is { } next && !waits.Contains(next)) waits.Add(next);
        return waits;
    }

    /// <summary>The longest chain of cues from a cue on, itself included.</summary>
    private static int Depth(Show show, string cueId)
    {
        var after = show.Cues.ToLookup(c => c.Start.CueId, c => c.Id);
        var depth = 0;
        for (List<string> level = [cueId]; level.Count > 0; level = [.. level.SelectMany(id => after[id])]) depth++;
        return depth;
    }

    private static void ValidateKind(CueStart start)
    {
        if ((start.Kind == CueStartKind.Step) != (start.StepId is not null)) throw new RuleException("A cue that starts at a step must name the step.", "start");
        if ((start.Kind == CueStartKind.After) != (start.CueId is not null)) throw new RuleException("A cue that starts after another must name that cue.", "start");
    }

    private static RuleException TooLong() => new($"At most {LongestChain} cues can start one after the other.", "start");

    /// <summary>The longest chain of cues that can follow each other.</summary>
    private const int LongestChain = 200;
}
