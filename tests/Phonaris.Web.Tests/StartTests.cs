using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.Data.Sqlite;
using Phonaris.Drills;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Tests;

/// <summary>Starting: the remains of a killed server do no harm, and problems are reported in a sentence.</summary>
public sealed class StartTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-start");

    private string Data => Path.Combine(_folder.FullName, "data");

    private string Database => Path.Combine(Data, "phonaris.db");

    [Fact]
    public async Task The_remains_of_a_killed_start_are_cleared()
    {
        using (await StartAsync()) { }
        Query("CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (Id INTEGER PRIMARY KEY, Timestamp TEXT); INSERT OR REPLACE INTO \"__EFMigrationsLock\" VALUES (1, 'long ago')");
        // An unfinished export with its temporary file, and a finished one.
        var exports = Path.Combine(Data, "exports");
        Directory.CreateDirectory(Path.Combine(exports, ".a.zip.1.part.stems"));
        foreach (var file in new[] { ".a.zip.1.part.stems/1 beds.wav", ".b.mp4.2.part", ".b.mp4.2.part.aac", "whole.wav" }) File.WriteAllText(Path.Combine(exports, file), "half");
        using var again = await StartAsync();
        Assert.Equal(HttpStatusCode.OK, (await again.Http.GetAsync("/api/shows")).StatusCode);
        Assert.DoesNotContain(Directory.GetFileSystemEntries(exports), e => Path.GetFileName(e).StartsWith('.'));
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute, File.GetUnixFileMode(Data));
    }

    [Fact]
    public async Task Oversized_requests_and_invalid_lengths_are_rejected()
    {
        using var server = await StartAsync();
        using var large = new HttpRequestMessage(HttpMethod.Post, "/api/shows") { Content = new StringContent($"{{\"title\":\"{new string('x', 17_000_000)}\"}}", Encoding.UTF8, "application/json") };
        // Rejected by its declared length, before any of it is sent.
        large.Headers.ExpectContinue = true;
        using var patient = new HttpClient(new SocketsHttpHandler { Expect100ContinueTimeout = TimeSpan.FromMinutes(1) }) { BaseAddress = server.Http.BaseAddress };
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await patient.SendAsync(large)).StatusCode);
        // The size of an upload is limited by its purpose alone.
        using var begin = new HttpRequestMessage(HttpMethod.Post, "/api/uploads") { Headers = { { "Upload-Length", "20000000" } } };
        using var patch = new HttpRequestMessage(HttpMethod.Patch, (await server.Http.SendAsync(begin)).Headers.Location) { Content = new ByteArrayContent(new byte[20_000_000]) { Headers = { ContentType = new("application/offset+octet-stream") } } };
        patch.Headers.Add("Upload-Offset", "0");
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.SendAsync(patch)).StatusCode);
        foreach (var length in new[] { "-5", "1e9", "99999999999999999999" })
        {
            using var upload = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
            upload.Headers.Add("Upload-Length", length);
            Assert.Equal(HttpStatusCode.BadRequest, (await server.Http.SendAsync(upload)).StatusCode);
        }
    }

    [Fact]
    public async Task A_second_server_on_a_data_folder_names_the_first()
    {
        using var first = await StartAsync();
        var (code, said, _) = await ServerProcess.FailAsync(ServerProgram, Data);
        Assert.Equal(1, code);
        Assert.Contains($"Another Phonaris is using {Data} (process {first.Id}, since ", said);
    }

    [Fact]
    public async Task Start_problems_are_reported_in_a_sentence()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var (code, said, output) = await ServerProcess.FailAsync(ServerProgram, Data, $"http://127.0.0.1:{((IPEndPoint)taken.LocalEndpoint).Port}");
        Assert.Equal(1, code);
        Assert.DoesNotContain("   at ", output + said);
        Assert.StartsWith("The port is in use", said);
        Assert.DoesNotContain("\n", said);
        File.WriteAllText(Path.Combine(_folder.FullName, "file"), "");
        await FailsAsync("cannot be written", Path.Combine(_folder.FullName, "file", "data"));
        Query("INSERT INTO \"__EFMigrationsHistory\" VALUES ('99990101000000_Later', '99')");
        await FailsAsync("written by a newer Phonaris");
        var bytes = File.ReadAllBytes(Database);
        File.WriteAllBytes(Database, [.. bytes[..200], .. new byte[bytes.Length - 200]]);
        await FailsAsync("is damaged. Nothing was changed");
        File.WriteAllText(Database, new string('x', 5000));
        await FailsAsync("is damaged. Nothing was changed");
        Directory.CreateDirectory(Path.Combine(Data, "files", "ab"));
        File.WriteAllText(Path.Combine(Data, "files", "ab", "cd"), "a sound");
        File.Delete(Database);
        await FailsAsync("is missing");
    }

    [Fact]
    public async Task New_data_folders_are_private_and_existing_ones_keep_their_mode()
    {
        const UnixFileMode shared = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute | UnixFileMode.GroupRead | UnixFileMode.GroupExecute;
        foreach (var (name, mode) in new[] { ("shared", shared), ("made", DataFolder.OwnerOnly) })
        {
            var path = Path.Combine(_folder.FullName, name);
            if (mode == shared) Directory.CreateDirectory(path, shared);
            // A relative path is the same folder for every program that is started.
            var paths = new AppPaths(new() { Data = Path.GetRelativePath(Environment.CurrentDirectory, path) });
            Assert.Equal(path, paths.Root);
            using var folder = new DataFolder(paths);
            await folder.HoldAsync();
            Assert.Equal(mode, File.GetUnixFileMode(path));
        }
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private static string ServerProgram => typeof(Program).Assembly.Location;

    private Task<ServerProcess> StartAsync() => ServerProcess.StartAsync(ServerProgram, Data, TimeSpan.FromSeconds(60));

    /// <summary>As the program would, but in this process: returns the message with which its start failed.</summary>
    private async Task FailsAsync(string says, string? data = null)
    {
        var builder = WebApplication.CreateBuilder(["--Phonaris:Data", data ?? Data, "--Phonaris:Readers", "0"]);
        builder.AddPhonaris([]);
        await using var app = builder.Build();
        var said = StartFailure.Sentence(await Assert.ThrowsAnyAsync<Exception>(app.PrepareAsync));
        // What it opened is closed with it, as when the program ends.
        SqliteConnection.ClearAllPools();
        Assert.Contains(says, said);
        Assert.DoesNotContain("\n", said);
    }

    private void Query(string sql)
    {
        using var db = new SqliteConnection($"Data Source={Database};Pooling=false");
        db.Open();
        using var command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
