namespace Phonaris.Web.Hosting;

/// <summary>
/// Security headers of every response: run only scripts of the app, do not guess types, do not allow embedding in other sites.
/// </summary>
internal sealed class Shields(RequestDelegate next)
{
    /// <summary>The content security policy of a page: everything from this server; styles also inline, for positions; sound and pictures also from the page itself.</summary>
    /// <param name="scripts">Further script sources, such as a hash.</param>
    public static string Policy(string scripts = "") =>
        $"default-src 'none'; script-src 'self'{scripts}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; font-src 'self'; "
        + "connect-src 'self'; worker-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    private static readonly string Usual = Policy();

    public Task InvokeAsync(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = Usual;
        headers.XContentTypeOptions = "nosniff";
        headers.XFrameOptions = "DENY";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        return next(context);
    }
}
