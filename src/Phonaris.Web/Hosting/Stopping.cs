namespace Phonaris.Web.Hosting;

/// <summary>Cancels open requests at shutdown: one waiting for a long conversion would delay it by half a minute.</summary>
internal sealed class Stopping(RequestDelegate next, IHostApplicationLifetime lifetime)
{
    public async Task InvokeAsync(HttpContext context)
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, lifetime.ApplicationStopping);
        context.RequestAborted = ends.Token;
        await next(context);
    }
}
