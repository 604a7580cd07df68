namespace Phonaris.Web.Hosting;

/// <summary>Knows whether requests are being answered, so that work nobody waits for can wait.</summary>
internal sealed class RequestActivity(TimeProvider clock)
{
    private int _answering;
    private long _last;

    /// <summary>Counts a request of the API while it is answered.</summary>
    public async Task CountAsync(HttpContext context, RequestDelegate next)
    {
        ArgumentNullException.ThrowIfNull(next);
        if (!context.Request.Path.StartsWithSegments("/api"))
        {
            await next(context);
            return;
        }
        Interlocked.Increment(ref _answering);
        try
        {
            await next(context);
        }
        finally
        {
            Volatile.Write(ref _last, clock.GetTimestamp());
            Interlocked.Decrement(ref _answering);
        }
    }

    /// <summary>Whether no request has been answered for some time.</summary>
    public bool HasBeenQuietFor(TimeSpan time) => Volatile.Read(ref _answering) == 0 && clock.GetElapsedTime(Volatile.Read(ref _last)) >= time;
}
