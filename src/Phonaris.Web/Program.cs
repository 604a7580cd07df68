using System.Runtime.InteropServices;
using Phonaris.Web;
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

if (args is [Reader.Argument or Reader.AheadArgument])
{
    await Reader.RunAsync(args[0] == Reader.AheadArgument);
    return 0;
}

if (args is ["backup" or "restore", ..]) return await BackupVerbs.RunAsync(args);

try
{
    var builder = WebApplication.CreateBuilder(args);
    builder.AddPhonaris();

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
    api.MapFallback(() => TypedResults.NotFound());
    app.MapHub<LiveHub>("/live");
    app.MapClicker(app.Services.GetRequiredService<ClickerRooms>(), app.Services.GetRequiredService<IPages>());
    app.MapFallbackToFile("index.html", AppHost.ClientFiles);

    await app.RunAsync();
    return 0;
}
// Tools that only describe the app end it by their own exception.
catch (Exception e) when (e is not HostAbortedException)
{
    await Console.Error.WriteLineAsync(StartFailure.Sentence(e));
    return 1;
}

/// <summary>The app's entry point, public so that tests can host it.</summary>
public partial class Program;
