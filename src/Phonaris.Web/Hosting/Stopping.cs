namespace Phonaris.Web.Hosting;

/// <summary>Ends the requests that are still worked on when the server ends: one that waits for a long copy would hold it for half a minute.</summary>
internal sealed class Stopping(RequestDelegate next, IHostApplicationLifetime lifetime)
{
    public async Task InvokeAsync(HttpContext context)
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, lifetime.ApplicationStopping);
        context.RequestAborted = ends.Token;
        await next(context);
    }
}
