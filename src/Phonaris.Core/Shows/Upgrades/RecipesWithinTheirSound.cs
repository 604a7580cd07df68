using System.Text.Json.Nodes;

namespace Phonaris.Core.Shows.Upgrades;

/// <summary>
/// From format 1 to 2. Replacing a sound with a shorter one left positions beyond its end in the recipes of its cues; these are
/// removed.
/// </summary>
internal static class RecipesWithinTheirSound
{
    public static void Upgrade(JsonNode node)
    {
        foreach (var show in ShowUpgrades.Shows(node))
        {
            var lengths = show["sounds"]!.AsArray().OfType<JsonObject>().ToLookup(s => $"{s["id"]}", s => Number((s["figures"] as JsonObject)?["frames"]));
            foreach (var cue in show["cues"]!.AsArray().OfType<JsonObject>())
                if (cue["fit"] is JsonObject fit && lengths[$"{cue["soundId"]}"].FirstOrDefault() is { } frames) Shorten(fit, frames);
        }
    }

    private static void Shorten(JsonObject fit, long frames)
    {
        if (Number(fit["endFrame"]) > frames) fit["endFrame"] = null;
        foreach (var places in new[] { "forbidden", "wanted", "kept" })
            (fit[places] as JsonArray)?.RemoveAll(p => p is JsonObject place && (Number(place["fromFrame"]) > frames || Number(place["toFrame"]) > frames));
    }

    // Invalid values are reported when the show is read.
    private static long? Number(JsonNode? node) => node is JsonValue value && value.TryGetValue<long>(out var number) ? number : null;
}
