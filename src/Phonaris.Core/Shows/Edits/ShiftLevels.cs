using System.Globalization;

namespace Phonaris.Core.Shows.Edits;

/// <summary>Changes the levels of cues by the same amount, within the limits of each.</summary>
/// <param name="CueIds">The cues.</param>
/// <param name="ByDb">The change in dB; negative for quieter.</param>
public sealed record ShiftLevels(ValueList<string> CueIds, double ByDb) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (!double.IsFinite(ByDb)) throw new RuleException("The change must be a number of dB.", "byDb");
        List<Edit> back = [];
        foreach (var id in CueIds)
        {
            var cue = show.Cue(id);
            back.Insert(0, new SetLevel(id, cue.LevelDb, cue.Follows));
            show = show.With(cue with { LevelDb = Shifted(cue), Follows = false });
        }
        return new(show, new Several([.. back], "Restored the levels"));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => CueIds.Count == 1
        ? new SetLevel(CueIds[0], Shifted(before.Cue(CueIds[0]))).Sentence(before)
        : $"{CueIds.Count} cues: level {(ByDb < 0 ? "−" : "+")}{Math.Abs(ByDb).ToString("0.#", CultureInfo.InvariantCulture)} dB";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => CueIds.Select(id => $"cue:{id}/level");

    private double Shifted(Cue cue) => Math.Clamp(cue.LevelDb + ByDb, Cue.LeastLevelDb, Cue.GreatestLevelDb);
}
