using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Phonaris.Storage;

/// <summary>The database: one SQLite file.</summary>
public sealed class PhonarisDb(DbContextOptions<PhonarisDb> options) : DbContext(options)
{
    /// <summary>The shows.</summary>
    public DbSet<ShowRow> Shows => Set<ShowRow>();

    /// <summary>Their histories.</summary>
    public DbSet<EditRow> Edits => Set<EditRow>();

    /// <summary>The changes of their revisions.</summary>
    public DbSet<ChangeRow> Changes => Set<ChangeRow>();

    /// <summary>Their named versions.</summary>
    public DbSet<VersionRow> Versions => Set<VersionRow>();

    /// <summary>The presets.</summary>
    public DbSet<PresetRow> Presets => Set<PresetRow>();

    /// <summary>The logs of runs.</summary>
    public DbSet<RunRow> Runs => Set<RunRow>();

    /// <summary>The jobs.</summary>
    public DbSet<JobRow> Jobs => Set<JobRow>();

    /// <summary>The uses of files.</summary>
    public DbSet<FileUseRow> FileUses => Set<FileUseRow>();

    /// <summary>Configures options for a database file.</summary>
    /// <param name="options">The options.</param>
    /// <param name="path">The file.</param>
    /// <param name="busySeconds">How long to wait for a busy database before a retry.</param>
    public static DbContextOptionsBuilder Use(DbContextOptionsBuilder options, string path, int busySeconds = 10)
    {
        ArgumentNullException.ThrowIfNull(options);
        // A test compares the model with the migrations, so that startup need not.
        return options.UseSqlite($"Data Source={path};Default Timeout={busySeconds}", o => o.ExecutionStrategy(d => new BusyRetry(d))).ConfigureWarnings(w => w.Ignore(RelationalEventId.PendingModelChangesWarning));
    }

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        // Rows from before formats were numbered have the first format.
        modelBuilder.Entity<ShowRow>().Property(s => s.Format).HasDefaultValue(1);
        modelBuilder.Entity<EditRow>().Property(e => e.Format).HasDefaultValue(1);
        modelBuilder.Entity<VersionRow>().Property(v => v.Format).HasDefaultValue(1);
        modelBuilder.Entity<ShowRow>().HasKey(s => s.Id);
        modelBuilder.Entity<EditRow>().HasKey(e => new { e.ShowId, e.Position });
        modelBuilder.Entity<EditRow>().HasOne<ShowRow>().WithMany().HasForeignKey(e => e.ShowId);
        modelBuilder.Entity<ChangeRow>().HasKey(c => new { c.ShowId, c.Revision });
        modelBuilder.Entity<ChangeRow>().HasIndex(c => new { c.ShowId, c.RequestKey }).IsUnique().HasFilter("RequestKey IS NOT NULL");
        modelBuilder.Entity<ChangeRow>().HasOne<ShowRow>().WithMany().HasForeignKey(c => c.ShowId);
        modelBuilder.Entity<VersionRow>().HasKey(v => v.Id);
        modelBuilder.Entity<VersionRow>().HasOne<ShowRow>().WithMany().HasForeignKey(v => v.ShowId);
        modelBuilder.Entity<PresetRow>().ToTable("ReadyMades").HasKey(r => r.Id);
        modelBuilder.Entity<RunRow>().HasKey(r => r.Id);
        modelBuilder.Entity<RunRow>().HasOne<ShowRow>().WithMany().HasForeignKey(r => r.ShowId);
        modelBuilder.Entity<JobRow>().HasKey(j => j.Id);
        modelBuilder.Entity<JobRow>().HasOne<ShowRow>().WithMany().HasForeignKey(j => j.ShowId);
        modelBuilder.Entity<FileUseRow>().HasKey(u => new { u.Hash, u.Kind, u.UserId });
        modelBuilder.Entity<FileUseRow>().HasIndex(u => new { u.Kind, u.UserId });
        modelBuilder.Entity<FileUseRow>().Property(u => u.Kind).HasConversion<string>();
        modelBuilder.Entity<JobRow>().Ignore(j => j.Files);
        modelBuilder.Entity<JobRow>().Property(j => j.State).HasConversion<string>();
    }
}

/// <summary>Makes a context for the migrations tool.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<PhonarisDb>
{
    public PhonarisDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, "design.db");
        return new(options.Options);
    }
}
