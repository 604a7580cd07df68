using System.Runtime.InteropServices;
using Phonaris.Media;
using Phonaris.Web.Importing;
using Phonaris.Web.Catalogue;
using Phonaris.Web.Clearing;
using Phonaris.Web.Checking;
using Phonaris.Web.Exports;
using Phonaris.Web.Drafting;
using Phonaris.Web.Fitting;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Levels;
using Phonaris.Web.Live;
using Phonaris.Web.Reading;
using Phonaris.Web.Shows;

namespace Phonaris.Web;

/// <summary>The app as a server.</summary>
public static class Server
{
    /// <summary>Runs the app until it is stopped, or a deck reader for one.</summary>
    /// <param name="args">Settings as <c>--Phonaris:Port=5180</c>.</param>
    /// <returns>The exit code: 0, or 1 if it could not start.</returns>
    public static async Task<int> RunAsync(string[] args)
    {
        ArgumentNullException.ThrowIfNull(args);
        if (IsReader(args))
        {
            await Reader.RunAsync(args[0] == Reader.AheadArgument);
            return 0;
        }
        try
        {
            await ServeAsync(args);
            return 0;
        }
        // Tools that only describe the app end it by their own exception.
        catch (Exception e) when (e is not HostAbortedException)
        {
            await Console.Error.WriteLineAsync(StartFailure.Sentence(e));
            return 1;
        }
    }

    /// <summary>Whether arguments make the program a deck reader.</summary>
    public static bool IsReader(string[] args) => args is [Reader.Argument or Reader.AheadArgument];

    private static async Task ServeAsync(string[] args)
    {
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory, WebRootPath = Installation.Client });
        builder.AddPhonaris(args);

        var app = builder.Build();
        // Closing the terminal window ends the app like Ctrl+C: jobs are interrupted properly, and resumed later.
        using var closed = PosixSignalRegistration.Create(PosixSignal.SIGHUP, signal =>
        {
            signal.Cancel = true;
            app.Lifetime.StopApplication();
        });
        await app.PrepareAsync();
        app.UsePhonaris();

        var api = app.MapGroup("/api");
        api.MapShows();
        api.MapEdits();
        api.MapCues();
        api.MapFits();
        api.MapDrafts();
        api.MapLevels();
        api.MapChecks();
        api.MapVersions();
        api.MapUploads();
        api.MapDecks();
        api.MapPackages();
        api.MapSounds();
        api.MapPictures();
        api.MapMix();
        api.MapVideos();
        api.MapCatalogue();
        api.MapClearing();
        api.MapMusic();
        api.MapLive();
        api.MapClickerRooms();
        api.MapExports();
        api.MapJobs();
        api.MapMachine();
        api.MapFallback(() => TypedResults.NotFound());
        app.MapHub<LiveHub>("/live");
        app.MapClicker(app.Services.GetRequiredService<ClickerRooms>(), app.Services.GetRequiredService<IPages>());
        app.MapGet(AccessKey.HealthPath, () => TypedResults.Text("ok")).ExcludeFromDescription();
        app.MapFallbackToFile("index.html", AppHost.ClientFiles);

        await app.RunAsync();
    }
}
