using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Phonaris.Core.Live;
using Phonaris.Exports.Players;

namespace Phonaris.Web.Live;

/// <summary>Adds to the OpenAPI document the types that no endpoint mentions: those of the live rules, which pages carry out, and the data of exported players.</summary>
internal sealed class LiveSchema : IOpenApiDocumentTransformer
{
    private static readonly Type[] Types = [typeof(LiveEvent), typeof(LiveOrder)];

    public async Task TransformAsync(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancellationToken)
    {
        foreach (var type in Types) document.AddComponent(type.Name, await context.GetOrCreateSchemaAsync(type, null, cancellationToken));

        // By name: the generator would write a whole show here once more.
        var player = await context.GetOrCreateSchemaAsync(typeof(PlayerData), null, cancellationToken);
        player.Properties!["run"] = new OpenApiSchemaReference(nameof(RunView), document);
        document.AddComponent(nameof(PlayerData), player);
    }
}
