using System.Net;

namespace Phonaris.Web.Tests;

/// <summary>Who is let in: every account of a machine can connect to loopback.</summary>
public sealed class AccessKeyTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task Only_browsers_and_scripts_with_the_key_are_let_in()
    {
        app.Restart(("Phonaris:Key", "on"));
        var page = await app.Http.GetAsync("/shows/one");
        Assert.Equal(HttpStatusCode.Unauthorized, page.StatusCode);
        Assert.Contains("phonaris open", await page.Content.ReadAsStringAsync());
        Assert.Equal("ok", await app.Http.GetStringAsync("/health"));

        var path = app.PathOf("data/key");
        var key = await File.ReadAllTextAsync(path);
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(path));
        foreach (var (wrong, right) in new[] { ($"/?key={key}0", false), ("/?key=", false), ($"/api/shows?other={key}", false), ($"/?key={key}", true) })
        {
            Assert.Equal(HttpStatusCode.Unauthorized, (await app.Http.GetAsync("/api/shows")).StatusCode);
            Assert.Equal(right ? HttpStatusCode.OK : HttpStatusCode.Unauthorized, (await app.Http.GetAsync(wrong)).StatusCode);
        }
        // The address left a cookie.
        Assert.Equal(HttpStatusCode.OK, (await app.Http.GetAsync("/api/shows")).StatusCode);

        // The key outlives a restart; scripts send it as a token.
        app.Restart(("Phonaris:Key", "on"));
        Assert.Equal(HttpStatusCode.Unauthorized, (await app.Http.PostAsync($"/api/uploads?key={key}", null)).StatusCode);
        app.Http.DefaultRequestHeaders.Authorization = new("Bearer", key);
        Assert.Equal(HttpStatusCode.OK, (await app.Http.GetAsync("/api/shows")).StatusCode);
    }

    [Fact]
    public async Task The_cookie_is_only_for_this_app_and_not_for_scripts()
    {
        app.Restart(("Phonaris:Key", "on"));
        await app.Http.GetAsync("/health");
        await app.Http.GetAsync("/");
        var cookie = Assert.Single((await app.Http.GetAsync($"/shows/one?key={await File.ReadAllTextAsync(app.PathOf("data/key"))}")).Headers.GetValues("Set-Cookie"));
        Assert.StartsWith("phonaris-key-80=", cookie);
        foreach (var part in new[] { "httponly", "samesite=strict", "max-age=2592000", "path=/" }) Assert.Contains(part, cookie);
    }

    [Fact]
    public async Task Behind_a_proxy_that_is_named_the_public_address_is_the_origin()
    {
        foreach (var (proxy, secure, plain) in new[] { ("127.0.0.1", HttpStatusCode.Created, HttpStatusCode.Forbidden), ("", HttpStatusCode.Forbidden, HttpStatusCode.Forbidden) })
        {
            app.Restart(("Phonaris:Key", "on"), ("Phonaris:Hosts", "music.example.org"), ("Phonaris:Proxy", proxy));
            await app.Http.GetAsync("/");
            app.Http.DefaultRequestHeaders.Authorization = new("Bearer", await File.ReadAllTextAsync(app.PathOf("data/key")));
            Assert.Equal((secure, plain), (await UploadAsync("https"), await UploadAsync("http")));
        }

        async Task<HttpStatusCode> UploadAsync(string scheme)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
            request.Headers.Add("X-Forwarded-Proto", "https");
            request.Headers.Add("X-Forwarded-Host", "music.example.org");
            request.Headers.Add("Origin", $"{scheme}://music.example.org");
            request.Headers.Add("Upload-Length", "1");
            return (await app.Http.SendAsync(request)).StatusCode;
        }
    }
}
