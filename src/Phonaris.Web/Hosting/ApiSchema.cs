using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Web.Hosting;

/// <summary>Adds to the OpenAPI document what the generator cannot see: lists are arrays, an edit always has its kind, and all members of a show
/// are required.</summary>
internal sealed class ApiSchema : IOpenApiSchemaTransformer
{
    public async Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var type = context.JsonTypeInfo.Type;
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ValueList<>))
        {
            schema.Type = JsonSchemaType.Array;
            var item = type.GetGenericArguments()[0];
            // Edits contain edits: they are referenced by name, or the generator would not terminate.
            schema.Items = item == typeof(Edit)
                ? new OpenApiSchemaReference(nameof(Edit), context.Document)
                : await context.GetOrCreateSchemaAsync(item, null, cancellationToken);
        }
        else if (type.Assembly == typeof(Show).Assembly && schema.Properties is { } properties)
            schema.Required = properties.Keys.ToHashSet();
        else if (type.IsSubclassOf(typeof(Edit))) (schema.Required ??= new HashSet<string>()).Add("kind");
    }
}
