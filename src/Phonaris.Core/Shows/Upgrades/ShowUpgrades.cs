using System.Text.Json.Nodes;

namespace Phonaris.Core.Shows.Upgrades;

/// <summary>
/// Brings what older versions wrote up to date, step by step: each step knows one format and the next, and stays here with an example of its
/// format among the tests. What is read may be a show, or an edit in which shows and cues lie.
/// </summary>
public static class ShowUpgrades
{
    private static readonly Action<JsonNode>[] Steps = [RecipesWithinTheirSound.Upgrade, TextsOfDecks.Upgrade, ClearancesAsData.Upgrade, IgnoredFindings.Upgrade];

    /// <summary>The number of the format that is written now; the first was 1.</summary>
    public static int Format => Steps.Length + 1;

    /// <summary>Brings JSON up to date, in place.</summary>
    /// <param name="node">What was read.</param>
    /// <param name="format">The format it was written in.</param>
    /// <param name="name">Its name in error messages.</param>
    /// <exception cref="RuleException">A later version wrote it.</exception>
    public static void Upgrade(JsonNode node, int format, string name)
    {
        ArgumentNullException.ThrowIfNull(node);
        if (format < 1 || format > Format) throw new RuleException($"{name} was written by a newer Phonaris (format {format}, this one reads up to {Format}).");
        foreach (var step in Steps.Skip(format - 1)) step(node);
    }

    /// <summary>The shows within what is read, itself included.</summary>
    internal static IEnumerable<JsonObject> Shows(JsonNode? node) => Objects(node).Where(o => o["cues"] is JsonArray && o["sounds"] is JsonArray && o["slides"] is JsonArray);

    /// <summary>The objects within what is read, itself included.</summary>
    internal static IEnumerable<JsonObject> Objects(JsonNode? node) => node switch
    {
        JsonObject o => o.Select(p => p.Value).SelectMany(Objects).Prepend(o),
        JsonArray a => a.SelectMany(Objects),
        _ => [],
    };
}
