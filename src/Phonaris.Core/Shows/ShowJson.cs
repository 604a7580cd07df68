using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Phonaris.Core.Shows;

/// <summary>The JSON conventions for shows and edits. Missing or unknown members in a file are errors.</summary>
public static class ShowJson
{
    /// <summary>The options for reading and writing.</summary>
    public static JsonSerializerOptions Options { get; } = Make();

    /// <summary>Applies the same conventions to other options.</summary>
    public static void Configure(JsonSerializerOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.AllowOutOfOrderMetadataProperties = true;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
    }

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions { TypeInfoResolver = new DefaultJsonTypeInfoResolver(), MaxDepth = 32 };
        Configure(options);
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.MakeReadOnly();
        return options;
    }
}
