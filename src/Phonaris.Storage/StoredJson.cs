using System.Text.Json;
using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Upgrades;

namespace Phonaris.Storage;

/// <summary>Shows and edits as stored: each with the version of its format, upgraded when it is read.</summary>
public static class StoredJson
{
    /// <summary>The version that is written.</summary>
    public static int Format => ShowUpgrades.Format;

    /// <summary>Writes a show or an edit.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, ShowJson.Options);

    /// <summary>Reads a show or an edit.</summary>
    /// <param name="json">The stored JSON.</param>
    /// <param name="format">The version of its format.</param>
    /// <exception cref="RuleException">It is damaged, or written by a later version.</exception>
    public static T Read<T>(string json, int format)
    {
        try
        {
            if (format == Format) return JsonSerializer.Deserialize<T>(json, ShowJson.Options) ?? throw new JsonException();
            var node = JsonNode.Parse(json) ?? throw new JsonException();
            ShowUpgrades.Upgrade(node, format, "It");
            return node.Deserialize<T>(ShowJson.Options)!;
        }
        // A duplicate member is reported as an ArgumentException.
        catch (Exception e) when (e is JsonException or ArgumentException)
        {
            throw new RuleException("Its stored data is damaged.");
        }
    }
}
