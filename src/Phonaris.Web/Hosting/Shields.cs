namespace Phonaris.Web.Hosting;

/// <summary>
/// Says on every answer what a browser may do with it: run nothing but what ships with the app, guess no types, show it in no other page.
/// </summary>
internal sealed class Shields(RequestDelegate next)
{
    /// <summary>The policy of a page: all from here; styles also where they stand, as for positions; sound and pictures also as the page made them.</summary>
    /// <param name="scripts">What else may be run, such as a script by its hash.</param>
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
