using System.Security.Cryptography;
using System.Text;
using Microsoft.Extensions.Options;
using Microsoft.Extensions.Primitives;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Lets in only browsers that were given the key in the printed address: every account of a machine can connect to loopback. The key becomes
/// a cookie for thirty days. Scripts send it as a bearer token (RFC 6750).
/// </summary>
internal sealed class AccessKey(AppPaths paths, IOptions<AppOptions> options)
{
    /// <summary>The name of the key in an address.</summary>
    public const string Parameter = "key";

    private const int Bytes = 24;

    private static readonly TimeSpan Validity = TimeSpan.FromDays(30);

    private readonly Lazy<string> _key = new(() => ReadOrMake(paths.Key));

    private bool IsOn => options.Value.Key != "off";

    /// <summary>An address with the key.</summary>
    public string AddTo(string address) => IsOn ? $"{address}?{Parameter}={_key.Value}" : address;

    /// <summary>Lets a request pass, or answers it.</summary>
    public Task FilterAsync(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        if (!IsOn || request.Path == HealthPath || IsKey(request.Cookies[CookieOf(request)]) || IsKey(BearerOf(request))) return next(context);
        if (!HttpMethods.IsGet(request.Method) || !IsKey(request.Query[Parameter]))
            return request.Path.StartsWithSegments("/api") || request.Path.StartsWithSegments("/live") ? RefuseAsync(context) : SayAsync(context, StatusCodes.Status401Unauthorized, Locked);
        context.Response.Cookies.Append(CookieOf(request), _key.Value, new() { HttpOnly = true, SameSite = SameSiteMode.Strict, Secure = request.IsHttps, MaxAge = Validity, Path = "/" });
        // A page that leads on, not a redirect: after a link on another site a browser would not send the cookie along a redirect.
        return SayAsync(context, StatusCodes.Status200OK, $"<meta http-equiv=\"refresh\" content=\"0;url={System.Net.WebUtility.HtmlEncode(request.PathBase + request.Path)}\">");
    }

    /// <summary>Where containers and proxies ask whether the app is running.</summary>
    public const string HealthPath = "/health";

    private const string Locked = "<title>Phonaris</title><h1>Phonaris is locked</h1><p>Open the address that Phonaris printed when it started, or type <code>phonaris open</code> in a terminal.</p><p><a href=\"\">Try again</a></p>";

    private static Task RefuseAsync(HttpContext context) =>
        TypedResults.Problem("The key is missing. Open the address that Phonaris printed when it started.", statusCode: StatusCodes.Status401Unauthorized).ExecuteAsync(context);

    private static Task SayAsync(HttpContext context, int status, string html)
    {
        context.Response.StatusCode = status;
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        return context.Response.WriteAsync($"<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\"><style>body{{font:1.125rem/1.5 sans-serif;color:#1e2b2a;background:#faf6ec;max-width:32rem;margin:15vh auto;padding:0 1.5rem}}</style>{html}</html>");
    }

    /// <summary>Cookies do not depend on the port, so the name does: two apps on one machine each have their own.</summary>
    private static string CookieOf(HttpRequest request) => $"phonaris-key-{request.Host.Port ?? (request.IsHttps ? 443 : 80)}";

    private static string? BearerOf(HttpRequest request) =>
        request.Headers.Authorization is [{ } header] && header.StartsWith("Bearer ", StringComparison.OrdinalIgnoreCase) ? header["Bearer ".Length..] : null;

    private bool IsKey(StringValues given) => given is [{ } one] && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(one), Encoding.UTF8.GetBytes(_key.Value));

    private static string ReadOrMake(string path)
    {
        if (File.Exists(path) && File.ReadAllText(path) is { Length: > 0 } key) return key;
        var made = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(Bytes));
        PrivateFile.Write(path, made);
        return made;
    }
}
