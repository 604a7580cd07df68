using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Phonaris.Core.Shows;

/// <summary>How shows and edits are written in JSON: everywhere the same. What is missing or unknown in a file is an error.</summary>
public static class ShowJson
{
    /// <summary>The options to read and write with.</summary>
    public static JsonSerializerOptions Options { get; } = Make();

    /// <summary>Sets other options to the same conventions.</summary>
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
