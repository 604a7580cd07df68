using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Phonaris.Core;

namespace Phonaris.Web.Hosting;

/// <summary>Describes a <see cref="ValueList{T}"/> as the array it is written as.</summary>
internal sealed class ValueListSchema : IOpenApiSchemaTransformer
{
    public async Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var type = context.JsonTypeInfo.Type;
        if (!type.IsGenericType || type.GetGenericTypeDefinition() != typeof(ValueList<>)) return;
        schema.Type = JsonSchemaType.Array;
        schema.Items = await context.GetOrCreateSchemaAsync(type.GetGenericArguments()[0], null, cancellationToken);
    }
}
