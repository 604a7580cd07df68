using System.Net;
using System.Net.Http.Json;
using Phonaris.Storage;
using Phonaris.Web.Exports;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Shows saved as packages, opened and duplicated, over HTTP.</summary>
public sealed class PackageTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task A_package_opens_as_the_same_show()
    {
        var show = await _app.ShowAsync(2);
        await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=3", "-ac", "2"));
        var before = (await _app.ViewAsync(show)).Show;
        var package = await ExportedAsync(show, "phonaris");
        var opened = await App.ReadAsync<ShowCard>(await _app.Http.PostAsJsonAsync("/api/shows/open", await _app.UploadAsync(package, "show")));
        Assert.NotEqual(show, opened.Id);
        Assert.Equal(before, (await _app.ViewAsync(opened.Id)).Show);

        // In a store without any of its files: they come with the package.
        using var elsewhere = new App();
        var there = await App.ReadAsync<ShowCard>(await elsewhere.Http.PostAsJsonAsync("/api/shows/open", await elsewhere.UploadAsync(package, "show")));
        Assert.Equal(before, (await elsewhere.ViewAsync(there.Id)).Show);
        Assert.Equal(HttpStatusCode.OK, (await elsewhere.Http.GetAsync($"/api/shows/{there.Id}/slides/{before.Slides[0].Id}/picture?width=320")).StatusCode);

        // No cue uses the sound.
        var lean = await App.ReadAsync<ShowCard>(await _app.Http.PostAsJsonAsync("/api/shows/open", await _app.UploadAsync(await ExportedAsync(show, "phonarisUsed"), "show")));
        Assert.Equal((2, 0), (lean.Slides, lean.Sounds));
    }

    [Fact]
    public async Task Invalid_packages_are_rejected_by_name()
    {
        var show = await _app.ShowAsync(1);
        var bytes = await File.ReadAllBytesAsync(await ExportedAsync(show, "phonaris"));
        await File.WriteAllBytesAsync(_app.PathOf("cut.phonaris"), bytes[..(bytes.Length / 2)]);
        await File.WriteAllTextAsync(_app.PathOf("words.phonaris"), "no show");
        foreach (var name in new[] { "cut.phonaris", "words.phonaris" })
            Assert.Contains($"{name} is damaged or is not a show package", await App.ProblemAsync(await _app.Http.PostAsJsonAsync("/api/shows/open", await _app.UploadAsync(_app.PathOf(name), "show")), HttpStatusCode.BadRequest));
    }

    [Theory]
    [InlineData("wav", 0.99, 1.01)]
    [InlineData("phonaris", 0.9, 1.2)]
    public async Task The_size_of_an_export_is_estimated(string format, double least, double most)
    {
        var show = await _app.ShowAsync(3);
        await _app.SoundAsync(show, _app.Make("noise.flac", "-f", "lavfi", "-i", "anoisesrc=r=48000:d=5:seed=1", "-ac", "2"));
        var about = await App.ReadAsync<AboutExport>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports/about", new { format, width = 320, height = 180, fps = 30 }));
        Assert.Equal((await _app.ViewAsync(show)).RunningOrder.TotalFrames, about.Frames);
        Assert.InRange((double)about.Bytes / new FileInfo(await ExportedAsync(show, format)).Length, least, most);
    }

    [Fact]
    public async Task A_duplicate_is_independent_and_deleting_permanently_removes_exports()
    {
        var show = await _app.ShowAsync(2);
        var copy = await App.ReadAsync<ShowCard>(await _app.Http.PostAsync($"/api/shows/{show}/duplicate", null));
        var (one, other) = ((await _app.ViewAsync(show)).Show, (await _app.ViewAsync(copy.Id)).Show);
        Assert.Equal(one with { Title = $"{one.Title}, copy" }, other);
        await ExportedAsync(show, "timesCsv");
        var made = Assert.Single(Directory.GetFiles(_app.PathOf("data/exports"), "*.csv"));
        await _app.Http.DeleteAsync($"/api/shows/{show}");
        await _app.Http.DeleteAsync($"/api/trash/{show}");
        Assert.False(File.Exists(made));
        Assert.Equal(other, (await _app.ViewAsync(copy.Id)).Show);
    }

    /// <summary>Exports a show and downloads the file.</summary>
    private async Task<string> ExportedAsync(string show, string format)
    {
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", new { format, width = 320, height = 180, fps = 30 }));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        var path = _app.PathOf($"{format}.phonaris");
        await File.WriteAllBytesAsync(path, await _app.Http.GetByteArrayAsync($"/api/jobs/{job.Id}/file?download=true"));
        return path;
    }
}
