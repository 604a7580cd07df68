using System.Net.Http.Json;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Tests;

/// <summary>Jobs that crash the server are not restarted forever, and the outcome of a job is saved as soon as possible.</summary>
public sealed class JobRunnerTests : IDisposable
{
    private readonly App _app = new();

    [Theory]
    [InlineData(1, JobState.Done), InlineData(2, JobState.Failed)]
    public async Task A_job_that_crashed_the_server_twice_is_not_restarted(int attempts, JobState ends)
    {
        var show = await _app.ShowAsync(1);
        var file = await _app.UploadAsync(_app.Make("tone.wav", "-f", "lavfi", "-i", "sine=duration=1"), "sound");
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", file));
        await _app.EndAsync(show, job.Id);
        // As after a server was killed during it several times.
        var input = $"{{\"hash\":\"{file.GetProperty("hash")}\",\"name\":\"tone.wav\"}}";
        _app.Query($"UPDATE Jobs SET State = 'Running', Attempts = {attempts}, Input = '{input}' WHERE Id = '{job.Id}'");
        _app.Restart();
        var ended = await _app.EndAsync(show, job.Id);
        Assert.Equal(ends, ended.State);
        if (ends == JobState.Failed) Assert.Contains("will not start again", ended.Problem);
    }

    [Fact]
    public async Task An_outcome_is_saved_when_the_database_is_writable_and_other_jobs_continue()
    {
        var show = await _app.ShowAsync(1);
        var file = await _app.UploadAsync(_app.Make("a.wav", "-f", "lavfi", "-i", "sine=duration=2"), "sound");
        // As on a full disk: nothing about the job can be written.
        _app.Query("CREATE TRIGGER full BEFORE UPDATE OF State ON Jobs WHEN NEW.State IN ('Done', 'Failed') BEGIN SELECT RAISE(ABORT, 'full'); END");
        var first = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", file));
        for (var n = 0; n < 600 && (await _app.ViewAsync(show)).Show.Sounds.Count == 0; n++) await Task.Delay(50);
        var second = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await _app.UploadAsync(_app.Make("b.wav", "-f", "lavfi", "-i", "sine=660:duration=1"), "sound")));
        for (var n = 0; n < 600 && (await _app.ViewAsync(show)).Show.Sounds.Count < 2; n++) await Task.Delay(50);
        _app.Query("DROP TRIGGER full");
        foreach (var job in new[] { first, second }) Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
    }

    /// <summary>However many films are waiting, a sound import starts immediately.</summary>
    [Fact]
    public async Task Long_jobs_do_not_delay_short_ones()
    {
        var show = await _app.ShowAsync(1);
        var exports = new List<JobView>();
        for (var n = 0; n < 8 * Environment.ProcessorCount; n++)
            exports.Add(await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", new { format = "mp4", width = 1920, height = 1080, fps = 30 })));
        await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=duration=1"));
        var jobs = await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json);
        Assert.Contains(jobs!, j => exports.Any(e => e.Id == j.Id) && j.State is JobState.Waiting or JobState.Running);
        // Each uses as many encoders as there are cores.
        Assert.InRange(jobs!.Count(j => exports.Any(e => e.Id == j.Id) && j.State == JobState.Running), 0, 2);
        foreach (var job in exports) await _app.Http.PostAsync($"/api/jobs/{job.Id}/cancel", null);
    }

    public void Dispose() => _app.Dispose();
}
