namespace Phonaris.Web.Hosting;

/// <summary>
/// Refuses changes and WebSocket connections from pages of other origins: the app listens on loopback, which every
/// page in the browser can reach.
/// </summary>
internal sealed class SameOrigin(RequestDelegate next)
{
    public Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        var origin = request.Headers.Origin.ToString();
        var foreign = origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}";
        var reads = (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method)) && request.Headers.Upgrade.Count == 0;
        if (!foreign || reads) return next(context);
        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }
}
