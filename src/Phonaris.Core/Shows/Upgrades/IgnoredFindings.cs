using System.Text.Json.Nodes;

namespace Phonaris.Core.Shows.Upgrades;

/// <summary>From format 4 to 5. Ignored findings had other names: <c>leftSo</c> of a show, and the edit <c>leaveSo</c> with <c>left</c>.</summary>
internal static class IgnoredFindings
{
    public static void Upgrade(JsonNode node)
    {
        foreach (var show in ShowUpgrades.Shows(node).ToList()) Rename(show, "leftSo", "ignoredFindings");
        foreach (var edit in ShowUpgrades.Objects(node).Where(o => o["kind"] is JsonValue kind && kind.TryGetValue<string>(out var name) && name == "leaveSo").ToList())
        {
            edit["kind"] = "ignoreFinding";
            Rename(edit, "left", "ignored");
        }
    }

    private static void Rename(JsonObject of, string from, string to)
    {
        if (!of.ContainsKey(from)) return;
        var value = of[from];
        of.Remove(from);
        of[to] = value;
    }
}
