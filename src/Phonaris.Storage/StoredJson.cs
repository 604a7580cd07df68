using System.Text.Json;
using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Upgrades;

namespace Phonaris.Storage;

/// <summary>Shows and edits as they are kept: each with the number of the format it was written in, brought up to date when it is read.</summary>
public static class StoredJson
{
    /// <summary>The number of the format that is written.</summary>
    public static int Format => ShowUpgrades.Format;

    /// <summary>Writes a show or an edit.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, ShowJson.Options);

    /// <summary>Reads a show or an edit.</summary>
    /// <param name="json">What was written.</param>
    /// <param name="format">The number of the format it was written in.</param>
    /// <exception cref="RuleException">It is damaged, or a later version wrote it.</exception>
    public static T Read<T>(string json, int format)
    {
        try
        {
            if (format == Format) return JsonSerializer.Deserialize<T>(json, ShowJson.Options) ?? throw new JsonException();
            var node = JsonNode.Parse(json) ?? throw new JsonException();
            ShowUpgrades.Upgrade(node, format, "It");
            return node.Deserialize<T>(ShowJson.Options)!;
        }
        // A member named twice is told as an argument.
        catch (Exception e) when (e is JsonException or ArgumentException)
        {
            throw new RuleException("Its stored data is damaged.");
        }
    }
}
