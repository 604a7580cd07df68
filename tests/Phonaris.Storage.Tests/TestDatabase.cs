using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage.Tests;

/// <summary>A database in its own folder, which the test may also fill with files.</summary>
public sealed class TestDatabase : IDbContextFactory<PhonarisDb>, IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-store");

    public TestDatabase()
    {
        using var db = CreateDbContext();
        db.Database.Migrate();
    }

    public string Folder => _folder.FullName;

    public string PathOf(string name) => Path.Combine(Folder, name);

    public PhonarisDb CreateDbContext() => Open("test.db");

    /// <summary>Opens another database file in the folder.</summary>
    public PhonarisDb Open(string name)
    {
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, PathOf(name));
        return new((DbContextOptions<PhonarisDb>)options.Options);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Delete(recursive: true);
    }
}
