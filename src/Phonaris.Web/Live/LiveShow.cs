using Phonaris.Core.Live;
using Phonaris.Storage;

namespace Phonaris.Web.Live;

/// <summary>A show being presented.</summary>
internal sealed record LiveShow(string Id, RunKind Kind, StoredShow Stored, LivePlan Plan, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> Stems, DateTime Began)
{
    private readonly Lazy<Dictionary<string, LiveStem>> _byKey = new(() => Stems.GroupBy(s => s.Stem.Key).ToDictionary(g => g.Key, g => g.First().Stem));

    /// <summary>The stem with a name, or null.</summary>
    public LiveStem? StemOf(string key) => _byKey.Value.GetValueOrDefault(key);
}
