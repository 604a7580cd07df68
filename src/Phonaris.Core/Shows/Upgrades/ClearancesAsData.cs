using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Phonaris.Core.Shows.Upgrades;

/// <summary>
/// From format 3 to 4. What the clearance desk allowed, and which piece of the catalogue a sound is, stood in sentences among its rights; now they
/// are data (<see cref="Rights.Clearance"/>, <see cref="Rights.CataloguePiece"/>). The sentences here are those of then: they do not change.
/// </summary>
internal static partial class ClearancesAsData
{
    private static readonly Dictionary<string, string> Destinations = new()
    {
        ["in this room"] = "room",
        ["inside the organisation"] = "inside",
        ["on the open web"] = "web",
        ["where it is sold"] = "sold",
    };

    public static void Upgrade(JsonNode node)
    {
        foreach (var rights in ShowUpgrades.Objects(node).Where(o => o.ContainsKey("proof") && o.ContainsKey("licence")).ToList())
        {
            var (proof, source) = (Text(rights["proof"]), Text(rights["source"]));
            if (ClearancePattern().Match(proof) is { Success: true } given && Destinations.TryGetValue(given.Groups["where"].Value, out var destination))
                rights["clearance"] = new JsonObject { ["number"] = given.Groups["number"].Value, ["destination"] = destination };
            if (PiecePattern().Match(proof) is { Success: true } inProof)
            {
                // Older versions stored the source of a piece as its proof.
                (rights["cataloguePiece"], rights["proof"]) = (inProof.Groups["id"].Value, "");
                if (source.Length == 0) rights["source"] = proof;
            }
            else if (PiecePattern().Match(source) is { Success: true } inSource)
            {
                rights["cataloguePiece"] = inSource.Groups["id"].Value;
            }
        }
    }

    private static string Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : "";

    [GeneratedRegex(@"\AClearance desk no\. (?<number>\S+), (?<where>.+)\z")]
    private static partial Regex ClearancePattern();

    [GeneratedRegex(@"\A(the sound )?catalogue,? piece (?<id>\S+)\z")]
    private static partial Regex PiecePattern();
}
