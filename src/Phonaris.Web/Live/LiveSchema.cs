using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Phonaris.Core.Live;

namespace Phonaris.Web.Live;

/// <summary>Tells in the OpenAPI document what no address gives: what the rule of a show being shown is asked and answers, since pages carry it out themselves.</summary>
internal sealed class LiveSchema : IOpenApiDocumentTransformer
{
    private static readonly Type[] Types = [typeof(LiveEvent), typeof(LiveOrder)];

    public async Task TransformAsync(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancellationToken)
    {
        foreach (var type in Types) document.AddComponent(type.Name, await context.GetOrCreateSchemaAsync(type, null, cancellationToken));
    }
}
