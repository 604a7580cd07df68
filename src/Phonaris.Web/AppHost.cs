using System.Net;
using System.Reflection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Configuration.Memory;
using Microsoft.Extensions.Options;
using Phonaris.Exports;
using Phonaris.Media;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Importing;
using Phonaris.Web.Catalogue;
using Phonaris.Web.Clearing;
using Phonaris.Web.Exports;
using Phonaris.Web.Fitting;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Live;
using Phonaris.Web.Reading;
using Phonaris.Web.Shows;
using Serilog;

namespace Phonaris.Web;

/// <summary>Composes the app.</summary>
internal static class AppHost
{
    /// <summary>The largest request body in bytes: a whole show within an edit, or the log of a run.</summary>
    private const long LongestBody = 16_000_000;

    /// <summary>The most deck readers that are kept ready: each is a whole runtime with all fonts.</summary>
    private const int MostReaders = 4;

    /// <summary>Whether Program.cs runs only to write the OpenAPI document while building.</summary>
    private static bool OnlyDescribed => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>Registers the services.</summary>
    /// <param name="builder">The builder.</param>
    /// <param name="args">The arguments of the command line.</param>
    public static void AddPhonaris(this WebApplicationBuilder builder, string[] args)
    {
        var services = builder.Services;
        builder.Configuration.Sources.Insert(0, new MemoryConfigurationSource { InitialData = LogLevels });
        Settings.AddTo(builder.Configuration, args);
        var settings = builder.Configuration.GetSection("Phonaris").Get<AppOptions>() ?? new();
        if (builder.Configuration[WebHostDefaults.ServerUrlsKey] is null) builder.WebHost.UseUrls($"http://{(settings.Listen.Contains(':') ? $"[{settings.Listen}]" : settings.Listen)}:{settings.Port}");
        services.AddSerilog((_, log) => log.ReadFrom.Configuration(builder.Configuration).WriteTo.Console());
        services.Configure<AppOptions>(builder.Configuration.GetSection("Phonaris"));
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton(s => new AppPaths(s.GetRequiredService<IOptions<AppOptions>>().Value));
        services.AddSingleton<DataFolder>();
        services.AddSingleton<AccessKey>();
        services.AddSingleton<Announcement>();
        services.AddSingleton<MissingPrograms>();
        services.AddDbContextFactory<PhonarisDb>((s, options) => PhonarisDb.Use(options, s.GetRequiredService<AppPaths>().Database));
        services.AddSingleton<IConsequences, HoldAndLevelUpdates>();
        services.AddSingleton<ShowStore>();
        services.AddSingleton<VersionStore>();
        services.AddSingleton<JobStore>();
        services.AddSingleton(s => new Backups(s.GetRequiredService<AppPaths>().Backups, s.GetRequiredService<AppPaths>().Database, s.GetRequiredService<TimeProvider>()));
        services.AddSingleton<FileUses>();
        services.AddSingleton<OpenShows>();
        services.AddSingleton(s => new FileStore(s.GetRequiredService<AppPaths>().Files));
        services.AddSingleton(s => new UploadStore(s.GetRequiredService<AppPaths>().Uploads, s.GetRequiredService<FileStore>(), s.GetRequiredService<FileUses>(), s.GetRequiredService<TimeProvider>()));
        services.AddSingleton(s => new DerivedFiles(s.GetRequiredService<AppPaths>().Derived));
        services.AddSingleton(s => new SoundLibrary(s.GetRequiredService<DerivedFiles>(), s.GetRequiredService<FileStore>().PathOf));
        services.AddSingleton(s => new DeckReaders(s.GetRequiredService<FileStore>(), s.GetRequiredService<IOptions<AppOptions>>().Value.Readers ?? Math.Min(MostReaders, Environment.ProcessorCount)));
        services.AddSingleton(s => new SlidePictures(s.GetRequiredService<DerivedFiles>(), s.GetRequiredService<FileStore>().PathOf, s.GetRequiredService<DeckReaders>()));
        services.AddSingleton(s => new VideoPictures(s.GetRequiredService<DerivedFiles>(), s.GetRequiredService<FileStore>().PathOf));
        services.AddSingleton(s => new FilmExporter(s.GetRequiredService<DerivedFiles>(), s.GetRequiredService<SlidePictures>(), s.GetRequiredService<SoundLibrary>(), s.GetRequiredService<FileStore>().PathOf));
        services.AddSingleton(s => new ExportTools(
            s.GetRequiredService<SoundLibrary>(), s.GetRequiredService<SlidePictures>(), s.GetRequiredService<VideoPictures>(), s.GetRequiredService<FilmExporter>(), s.GetRequiredService<DerivedFiles>(),
            Installation.Player, s.GetRequiredService<FileStore>().PathOf));
        // Jobs change shows, and changes of shows queue jobs.
        services.AddSingleton(s => new Lazy<JobRunner>(s.GetRequiredService<JobRunner>));
        services.AddSingleton<IPages, HubPages>();
        services.AddSingleton<ShowChanges>();
        services.AddSingleton<IMeasuredListener>(s => s.GetRequiredService<ShowChanges>());
        services.AddSingleton<ShowViews>();
        services.AddSingleton<TimedShows>();
        services.AddSingleton<Mixes>();
        services.AddSingleton<MeasuredShows>();
        services.AddSingleton<RunStore>();
        services.AddSingleton<LiveRuns>();
        services.AddSingleton<StemPieces>();
        services.AddSingleton<RequestActivity>();
        services.AddSingleton<ClickerRooms>();
        services.AddSingleton<ClickerHost>();
        services.AddSingleton<IShowDeletionHandler, DisconnectClickers>();
        services.AddSingleton<ExportedFiles>();
        services.AddSingleton<JobRunner>();
        services.AddSingleton<IncompleteFiles>();
        services.AddSingleton<UnusedFiles>();
        services.AddSingleton<DerivedBound>();
        services.AddSingleton<Housekeeping>();
        if (!OnlyDescribed)
        {
            services.AddHostedService(s => s.GetRequiredService<JobRunner>());
            services.AddHostedService(s => s.GetRequiredService<Housekeeping>());
            services.AddHostedService<WarmUp>();
            services.AddHostedService<StemPreparation>();
            services.AddHostedService(s => s.GetRequiredService<MissingPrograms>());
        }
        services.AddSingleton<IJobWork, ImportSound>();
        services.AddSingleton<IJobWork, ImportDeck>();
        services.AddSingleton<IJobWork, ImportSounds>();
        services.AddSingleton<IJobWork, ReplaceFile>();
        services.AddSingleton<IJobWork, MakeLighter>();
        services.AddSingleton<IJobWork, CopyVideo>();
        services.AddSingleton<IJobWork, ExportShow>();
        services.AddSingleton<IJobWork, ChangeSpeed>();
        services.AddSingleton<IJobWork, Listen>();
        services.AddSingleton(s => new CatalogueMoods(s.GetRequiredService<TimeProvider>(), s.GetRequiredService<IOptions<AppOptions>>().Value.MoodyCatalogue));
        services.AddSingleton(s => new FolderCatalogue(s.GetRequiredService<IOptions<AppOptions>>().Value.Catalogue ?? Installation.Catalogue));
        services.AddSingleton<ISoundCatalogue>(s => new MoodyCatalogue(s.GetRequiredService<FolderCatalogue>(), s.GetRequiredService<CatalogueMoods>()));
        services.AddSingleton<IClearanceDesk>(s => new PracticeDesk(s.GetRequiredService<FolderCatalogue>(), s.GetRequiredService<CatalogueMoods>()));
        services.AddSingleton<DemoShow>();
        services.AddSignalR().AddJsonProtocol(o => ApiJson.Configure(o.PayloadSerializerOptions));
        services.ConfigureHttpJsonOptions(o => ApiJson.Configure(o.SerializerOptions));
        // The app's own files are compressed; data about shows changes too often for that to pay off on one machine.
        services.AddResponseCompression(o => o.MimeTypes = ["text/html", "text/css", "text/javascript", "image/svg+xml"]);
        services.AddProblemDetails();
        services.AddExceptionHandler<Problems>();
        services.AddOpenApi("v1", o => o.AddSchemaTransformer<ApiSchema>().AddDocumentTransformer<LiveSchema>());
        services.AddHostFiltering(o => o.AllowedHosts = ["localhost", "127.0.0.1", "[::1]", .. AppOptions.Entries(settings.Hosts)]);
        services.Configure<ForwardedHeadersOptions>(o =>
        {
            // None is trusted that is not named, not even on this machine: every account could claim to be a proxy.
            o.KnownProxies.Clear();
            o.KnownIPNetworks.Clear();
            o.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
            foreach (var proxy in AppOptions.Entries(settings.Proxy)) o.KnownProxies.Add(AddressOf(proxy));
        });
        builder.WebHost.ConfigureKestrel(o =>
        {
            // Larger data comes as an upload, whose endpoint limits it by its purpose.
            o.Limits.MaxRequestBodySize = LongestBody;
            // A chunk of sound need not wait until the one before it has been received.
            o.Limits.MaxResponseBufferSize = 1 << 20;
        });
    }

    /// <summary>Migrates the database and, if configured, adds the demo show.</summary>
    public static async Task PrepareAsync(this WebApplication app)
    {
        if (OnlyDescribed) return;
        await app.Services.GetRequiredService<DataFolder>().HoldAsync();
        var paths = app.Services.GetRequiredService<AppPaths>();
        await DatabaseFile.PrepareAsync(app.Services.GetRequiredService<IDbContextFactory<PhonarisDb>>(), paths.Database, paths.Files, app.Services.GetRequiredService<Backups>());
        await app.Services.GetRequiredService<IncompleteFiles>().ClearAsync();
        MoveDerived(paths);
        await app.Services.GetRequiredService<DemoShow>().AddAsync(CancellationToken.None);
    }

    /// <summary>Versions before 1.0 had their caches in the data folder. What cannot be moved can be made again.</summary>
    private static void MoveDerived(AppPaths paths)
    {
        if (Directory.Exists(paths.ToolInData)) Directory.Delete(paths.ToolInData, recursive: true);
        if (paths.Derived == paths.DerivedInData || !Directory.Exists(paths.DerivedInData)) return;
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(paths.Derived)!);
            Directory.Move(paths.DerivedInData, paths.Derived);
        }
        catch (IOException)
        {
            Directory.Delete(paths.DerivedInData, recursive: true);
        }
    }

    /// <summary>Configures the request pipeline.</summary>
    public static void UsePhonaris(this WebApplication app)
    {
        if (app.Services.GetRequiredService<IOptions<AppOptions>>().Value.Proxy.Length > 0) app.UseForwardedHeaders();
        app.UseMiddleware<Stopping>();
        app.UseMiddleware<Shields>();
        app.UseExceptionHandler();
        app.UseHostFiltering();
        var key = app.Services.GetRequiredService<AccessKey>();
        app.Use(key.FilterAsync);
        app.UseMiddleware<SameOrigin>();
        app.Use(app.Services.GetRequiredService<RequestActivity>().CountAsync);
        app.UseResponseCompression();
        app.UseDefaultFiles();
        app.UseStaticFiles(ClientFiles);
        app.MapOpenApi();
        var announcement = app.Services.GetRequiredService<Announcement>();
        app.Lifetime.ApplicationStarted.Register(announcement.Make);
        // Not before: their start takes both cores of a small machine.
        app.Lifetime.ApplicationStarted.Register(app.Services.GetRequiredService<DeckReaders>().GetReady);
        app.Lifetime.ApplicationStopping.Register(announcement.Withdraw);
    }

    /// <summary>Framework messages are only of interest if something is wrong; failures of the start are reported in a sentence.</summary>
    private static readonly KeyValuePair<string, string?>[] LogLevels =
    [
        new("Serilog:MinimumLevel:Default", "Information"),
        new("Serilog:MinimumLevel:Override:Microsoft", "Warning"),
        new("Serilog:MinimumLevel:Override:Microsoft.EntityFrameworkCore", "Fatal"),
        new("Serilog:MinimumLevel:Override:Microsoft.Hosting.Lifetime", "Information"),
        new("Serilog:MinimumLevel:Override:Microsoft.Extensions.Hosting.Internal.Host", "Fatal"),
    ];

    private static IPAddress AddressOf(string proxy) =>
        IPAddress.TryParse(proxy, out var address) ? address : throw new RuleException($"{proxy} is not an IP address. Set the addresses of reverse proxies, separated by commas.");

    /// <summary>How the client's files are cached: files named after their content permanently, and the page that references them not at all.</summary>
    public static StaticFileOptions ClientFiles { get; } = new()
    {
        ContentTypeProvider = FileTypes(),
        OnPrepareResponse = file => file.Context.Response.Headers.CacheControl =
            file.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
    };

    private static FileExtensionContentTypeProvider FileTypes()
    {
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[".flac"] = "audio/flac";
        types.Mappings[".ogg"] = "audio/ogg";
        types.Mappings[".opus"] = "audio/ogg";
        return types;
    }
}
