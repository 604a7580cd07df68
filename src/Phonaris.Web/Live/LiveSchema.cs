using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Phonaris.Core.Live;

namespace Phonaris.Web.Live;

/// <summary>Adds to the OpenAPI document the types of the live rules, which no endpoint mentions because pages carry them out.</summary>
internal sealed class LiveSchema : IOpenApiDocumentTransformer
{
    private static readonly Type[] Types = [typeof(LiveEvent), typeof(LiveOrder)];

    public async Task TransformAsync(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancellationToken)
    {
        foreach (var type in Types) document.AddComponent(type.Name, await context.GetOrCreateSchemaAsync(type, null, cancellationToken));
    }
}
