using System.Net.Http.Json;
using System.Text.Json;

namespace Phonaris.Web.Tests;

/// <summary>The server as a process of its own, killed without a warning.</summary>
public sealed class KilledServerTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-killed");

    [Fact]
    public async Task What_was_acknowledged_is_there_after_a_kill()
    {
        string show;
        var acknowledged = 0;
        using (var server = await Server.StartAsync(_folder.FullName))
        {
            var made = await server.Http.PostAsJsonAsync("/api/shows", new { title = "Before", files = Array.Empty<object>(), holdMs = 2000 });
            show = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
            for (; acknowledged < 20; acknowledged++)
            {
                var edit = new { revision = acknowledged + 1, edit = new { kind = "renameShow", title = $"Edit {acknowledged + 1}" } };
                (await server.Http.PostAsJsonAsync($"/api/shows/{show}/edits", edit)).EnsureSuccessStatusCode();
            }
            server.Process.Kill();
            await server.Process.WaitForExitAsync();
        }
        using var again = await Server.StartAsync(_folder.FullName);
        var view = await again.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}");
        Assert.Equal((acknowledged + 1, "Edit 20", "Renamed the show to “Edit 20”"), (view.GetProperty("revision").GetInt32(), view.GetProperty("show").GetProperty("title").GetString(), view.GetProperty("undo").GetString()));
    }

    public void Dispose() => _folder.Delete(recursive: true);
}
