using System.Net.Http.Json;
using System.Text.Json;
using Phonaris.Drills;

namespace Phonaris.Web.Tests;

/// <summary>The server as a separate process, killed without warning.</summary>
public sealed class KilledServerTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-killed");

    [Fact]
    public async Task Acknowledged_edits_survive_a_kill()
    {
        string show;
        var acknowledged = 0;
        using (var server = await ServerProcess.StartAsync(typeof(Program).Assembly.Location, _folder.FullName, TimeSpan.FromSeconds(60)))
        {
            var made = await server.Http.PostAsJsonAsync("/api/shows", new { title = "Before", files = Array.Empty<object>(), holdMs = 2000 });
            show = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
            for (; acknowledged < 20; acknowledged++)
            {
                var edit = new { revision = acknowledged + 1, edit = new { kind = "renameShow", title = $"Edit {acknowledged + 1}" } };
                (await server.Http.PostAsJsonAsync($"/api/shows/{show}/edits", edit)).EnsureSuccessStatusCode();
            }
            await server.KillAsync();
        }
        using var again = await ServerProcess.StartAsync(typeof(Program).Assembly.Location, _folder.FullName, TimeSpan.FromSeconds(60));
        var view = await again.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}");
        Assert.Equal((acknowledged + 1, "Edit 20", "Renamed the show to “Edit 20”"), (view.GetProperty("revision").GetInt32(), view.GetProperty("show").GetProperty("title").GetString(), view.GetProperty("undo").GetString()));
    }

    /// <summary>The short form of the drill in bench/, with its own seed.</summary>
    [Fact]
    public async Task A_server_killed_at_any_moment_restarts_without_loss()
    {
        var drill = new KillDrill(typeof(Program).Assembly.Location, _folder.FullName, 3);
        await drill.RunAsync(3);
        var figures = drill.Figures;
        Assert.Equal((3, 0, 0, 0), (figures.Kills, figures.Lost, figures.BrokenStarts, figures.OpenJobs));
        Assert.True(figures.Acknowledged > 0, "No edit was acknowledged: there was nothing to lose.");
    }

    public void Dispose() => _folder.Delete(recursive: true);
}
