using System.Text.Json.Nodes;

namespace Phonaris.Core.Shows.Upgrades;

/// <summary>
/// From format 2 to 3. Slides may say what their deck said of them last (<c>fromDeck</c>), and packages which files were missing: what older ones wrote
/// says neither, and stands as it is.
/// </summary>
internal static class TextsOfDecks
{
    public static void Upgrade(JsonNode node)
    {
    }
}
