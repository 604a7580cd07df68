using System.Reflection;
using Microsoft.AspNetCore.Http.Metadata;

namespace Phonaris.Web.Shows;

/// <summary>An answer with the view of a show, written once however many pages ask for it.</summary>
/// <param name="json">The view in JSON.</param>
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
