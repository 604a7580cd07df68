using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>The endpoints for phones: the page, joining, pressing, and the state to show. Nothing else of the app can be reached there.</summary>
internal static class ClickerEndpoints
{
    /// <summary>The largest request body of a phone, in bytes.</summary>
    public const long LongestBody = 1_000;

    private static readonly string Page = Read();

    private static readonly string Policy = Shields.Policy($" 'sha256-{Convert.ToBase64String(SHA256.HashData(Encoding.UTF8.GetBytes(Page.Split("<script>")[1].Split("</script>")[0])))}'");

    /// <summary>Maps the endpoints for phones.</summary>
    public static void MapClicker(this IEndpointRouteBuilder app, ClickerRooms rooms, IPages pages)
    {
        var clicker = app.MapGroup("/clicker").AddEndpointFilter((context, next) =>
        {
            if (context.HttpContext.Request.ContentLength > LongestBody) throw new RuleException("That message is too long for a clicker.", "body");
            return next(context);
        }).ExcludeFromDescription();
        clicker.MapGet("", (HttpResponse response) =>
        {
            response.Headers.ContentSecurityPolicy = Policy;
            return TypedResults.Content(Page, "text/html; charset=utf-8");
        });
        clicker.MapPost("/join", (ClickerCode asked, HttpContext context) => TypedResults.Ok(new ClickerToken(rooms.Join(asked.Code, context.Connection.RemoteIpAddress))));
        clicker.MapGet("/state", Results<Ok<ClickerState>, NotFound> (string token) => rooms.ByToken(token) is { } room ? TypedResults.Ok(room.State) : TypedResults.NotFound());
        clicker.MapPost("/press", async Task<Results<NoContent, NotFound>> (ClickerPress press) =>
        {
            if (rooms.ByToken(press.Token) is not { } room) return TypedResults.NotFound();
            await pages.TellAsync(LiveHub.RunGroup(room.RunId), "press", press.What, press.Number);
            return TypedResults.NoContent();
        });
    }

    /// <summary>Maps the endpoints for the presenter's page.</summary>
    public static void MapClickerRooms(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/runs/{runId}/clicker", async Task<Results<Ok<ClickerView>, NotFound>> (string id, string runId, LiveRuns runs, ClickerRooms rooms, ClickerHost host) =>
        {
            if (runs.Find(id, runId) is null) return TypedResults.NotFound();
            var room = rooms.Open(runId);
            return TypedResults.Ok(new ClickerView(room.Code, await host.OpenAsync(), room.Phones));
        });

        api.MapPut("/shows/{id}/runs/{runId}/clicker/state", Results<NoContent, NotFound> (string id, string runId, ClickerState state, LiveRuns runs, ClickerRooms rooms) =>
        {
            if (runs.Find(id, runId) is null || rooms.Of(runId) is not { } room) return TypedResults.NotFound();
            room.State = state;
            return TypedResults.NoContent();
        });

        api.MapDelete("/shows/{id}/runs/{runId}/clicker", async (string id, string runId, LiveRuns runs, ClickerHost host) =>
        {
            if (runs.Find(id, runId) is not null) await host.ShutAsync(runId);
            return TypedResults.NoContent();
        });
    }

    private static string Read()
    {
        using var page = new StreamReader(typeof(ClickerEndpoints).Assembly.GetManifestResourceStream("clicker.html")!);
        return page.ReadToEnd();
    }
}

/// <summary>The code shown to a phone's user.</summary>
public sealed record ClickerCode(string Code);

/// <summary>The token of a phone that has joined.</summary>
public sealed record ClickerToken(string Token);

/// <summary>A button press on a phone.</summary>
/// <param name="Token">The phone's token.</param>
/// <param name="What">on, back, silence or hand.</param>
/// <param name="Number">The key of the manual cue to trigger, from 1.</param>
public sealed record ClickerPress(string Token, string What, int Number);

/// <summary>How phones join.</summary>
/// <param name="Code">The code to type.</param>
/// <param name="Addresses">The addresses of the page in the network; none without a network.</param>
/// <param name="Phones">How many have joined.</param>
public sealed record ClickerView(string Code, IReadOnlyList<string> Addresses, int Phones);
