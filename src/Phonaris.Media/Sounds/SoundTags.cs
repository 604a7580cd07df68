using System.Text.Json;
using Phonaris.Core.Shows;

namespace Phonaris.Media.Sounds;

/// <summary>Reads the rights of a sound from its tags, under ffmpeg's names.</summary>
internal static class SoundTags
{
    /// <summary>The rights in the tags of a file and its sound stream.</summary>
    /// <param name="format">ffprobe's format.</param>
    /// <param name="stream">ffprobe's sound stream, if there is one; Ogg stores its tags there.</param>
    public static Rights Read(JsonElement format, JsonElement stream)
    {
        var tags = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        foreach (var of in new[] { stream, format })
            if (of.ValueKind == JsonValueKind.Object && of.TryGetProperty("tags", out var found))
                foreach (var tag in found.EnumerateObject()) tags[tag.Name] = Plain(tag.Value.GetString() ?? "");
        return new(
            First("title"), First("artist", "author", "composer", "album_artist"), First("purl", "contact", "publisher", "album"),
            First("license", "copyright"), First("credit", "attribution"), First("proof", "license_url"));

        string First(params string[] names) => names.Select(n => tags.GetValueOrDefault(n, "")).FirstOrDefault(v => v.Length > 0) ?? "";
    }

    private static string Plain(string text)
    {
        var plain = Names.Plain(text).Trim();
        return plain.Length > Rights.Longest ? plain[..Rights.Longest] : plain;
    }
}
