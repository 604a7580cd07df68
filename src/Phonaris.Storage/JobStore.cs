using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Stores jobs, so that they are resumed after a restart.</summary>
public sealed class JobStore(IDbContextFactory<PhonarisDb> databases)
{
    /// <summary>Stores a new job, unless an unfinished one has the same subject.</summary>
    /// <returns>The job, or the one with the same subject.</returns>
    public async Task<JobRow> AddAsync(JobRow job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var kept = job;
        await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            db.ChangeTracker.Clear();
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var same = job.Subject is null ? null : await Unfinished(db).FirstOrDefaultAsync(j => j.ShowId == job.ShowId && j.Kind == job.Kind && j.Subject == job.Subject, cancel);
            kept = same ?? job;
            if (same is not null) return;
            await AddAsync(db, job, cancel);
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(CancellationToken.None);
        });
        return kept;
    }

    /// <summary>Adds a new job and its use of files to a transaction.</summary>
    internal static Task AddAsync(PhonarisDb db, JobRow job, CancellationToken cancel)
    {
        db.Jobs.Add(job);
        return FileUses.AddAsync(db, new(FileUserKind.Job, job.Id), job.Files, cancel);
    }

    /// <summary>A job without its input, or null.</summary>
    public async Task<JobRow?> FindAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await WithoutInput(db.Jobs.Where(j => j.Id == id)).SingleOrDefaultAsync(cancel);
    }

    /// <summary>The jobs of a show without their inputs, the latest first.</summary>
    /// <param name="showId">The show.</param>
    /// <param name="kind">The kind; null for all.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<IReadOnlyList<JobRow>> ListAsync(string showId, string? kind, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await WithoutInput(db.Jobs.Where(j => j.ShowId == showId && (kind == null || j.Kind == kind)).OrderByDescending(j => j.CreatedAt)).ToListAsync(cancel);
    }

    /// <summary>Whether the last job of a subject failed or was cancelled.</summary>
    public async Task<bool> HasFailedAsync(string showId, string kind, string subject, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var last = await db.Jobs.Where(j => j.ShowId == showId && j.Kind == kind && j.Subject == subject).OrderByDescending(j => j.CreatedAt).Select(j => (JobState?)j.State).FirstOrDefaultAsync(cancel);
        return last is JobState.Failed or JobState.Cancelled;
    }

    /// <summary>The unfinished jobs with their inputs, the oldest first.</summary>
    public async Task<IReadOnlyList<JobRow>> UnfinishedAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await Unfinished(db).OrderBy(j => j.CreatedAt).ToListAsync(cancel);
    }

    /// <summary>The ids of all jobs.</summary>
    public async Task<IReadOnlySet<string>> IdsAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return (await db.Jobs.Select(j => j.Id).ToListAsync(cancel)).ToHashSet();
    }

    /// <summary>Records the start of a job; returns how often it was started before without an end, or null if it has ended or was deleted.</summary>
    public async Task<int?> BeginAsync(string id)
    {
        await using var db = await databases.CreateDbContextAsync();
        var begun = await db.Jobs.Where(j => j.Id == id && (j.State == JobState.Waiting || j.State == JobState.Running))
            .ExecuteUpdateAsync(set => set.SetProperty(j => j.State, JobState.Running).SetProperty(j => j.Attempts, j => j.Attempts + 1));
        return begun == 0 ? null : await db.Jobs.Where(j => j.Id == id).Select(j => (int?)j.Attempts - 1).SingleOrDefaultAsync();
    }

    /// <summary>Records a proper interruption of a job, which will be resumed.</summary>
    public async Task RequeueAsync(string id)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Jobs.Where(j => j.Id == id).ExecuteUpdateAsync(set => set.SetProperty(j => j.State, JobState.Waiting).SetProperty(j => j.Attempts, 0));
    }

    /// <summary>Records the end of a job. Its input and its uses of files are deleted.</summary>
    public async Task EndAsync(string id, JobState state, double progress, string? problem, string? result)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Jobs.Where(j => j.Id == id).ExecuteUpdateAsync(set => set
            .SetProperty(j => j.State, state)
            .SetProperty(j => j.Progress, progress)
            .SetProperty(j => j.Problem, problem)
            .SetProperty(j => j.Result, result)
            .SetProperty(j => j.Input, ""));
        await db.FileUses.Where(u => u.Kind == FileUserKind.Job && u.UserId == id).ExecuteDeleteAsync();
    }

    /// <summary>Deletes a job.</summary>
    public async Task DeleteAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.FileUses.Where(u => u.Kind == FileUserKind.Job && u.UserId == id).ExecuteDeleteAsync(cancel);
        await db.Jobs.Where(j => j.Id == id).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Deletes the finished jobs of a subject.</summary>
    public async Task DeleteEndedAsync(string showId, string kind, string subject, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Jobs.Where(j => j.ShowId == showId && j.Kind == kind && j.Subject == subject && j.State != JobState.Waiting && j.State != JobState.Running).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Deletes the rows of finished jobs that are no longer needed.</summary>
    /// <param name="before">Only jobs created before this, in UTC.</param>
    /// <param name="withFiles">The kind whose rows stay because their files do.</param>
    /// <param name="remembered">The kind of which failures and cancellations are kept.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task PruneAsync(DateTime before, string withFiles, string remembered, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Jobs.Where(j => j.CreatedAt < before && j.Kind != withFiles
            && (j.State == JobState.Done || (j.Kind != remembered && (j.State == JobState.Failed || j.State == JobState.Cancelled)))).ExecuteDeleteAsync(cancel);
    }

    private static IQueryable<JobRow> Unfinished(PhonarisDb db) => db.Jobs.AsNoTracking().Where(j => j.State == JobState.Waiting || j.State == JobState.Running);

    /// <summary>The columns a list needs: an input may be a whole show.</summary>
    private static IQueryable<JobRow> WithoutInput(IQueryable<JobRow> jobs) => jobs.Select(j => new JobRow
    {
        Id = j.Id,
        ShowId = j.ShowId,
        Kind = j.Kind,
        Name = j.Name,
        Input = "",
        Subject = j.Subject,
        State = j.State,
        Attempts = j.Attempts,
        Progress = j.Progress,
        Problem = j.Problem,
        Result = j.Result,
        CreatedAt = j.CreatedAt,
    });
}
