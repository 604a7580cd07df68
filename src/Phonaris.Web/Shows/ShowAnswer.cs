using System.Reflection;
using Microsoft.AspNetCore.Http.Metadata;

namespace Phonaris.Web.Shows;

/// <summary>A response with the view of a show, serialised once for all pages that request it.</summary>
/// <param name="json">The view as JSON.</param>
internal sealed class ShowAnswer(byte[] json) : IResult, IEndpointMetadataProvider
{
    public static void PopulateMetadata(MethodInfo method, EndpointBuilder builder) =>
        builder.Metadata.Add(new ProducesResponseTypeMetadata(StatusCodes.Status200OK, typeof(ShowView), ["application/json"]));

    public Task ExecuteAsync(HttpContext httpContext)
    {
        httpContext.Response.ContentType = "application/json";
        httpContext.Response.ContentLength = json.Length;
        return httpContext.Response.Body.WriteAsync(json, httpContext.RequestAborted).AsTask();
    }
}
