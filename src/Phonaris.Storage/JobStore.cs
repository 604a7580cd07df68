using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Keeps jobs, so that a restart takes them up again.</summary>
public sealed class JobStore(IDbContextFactory<PhonarisDb> databases)
{
    /// <summary>Keeps a new job.</summary>
    public async Task AddAsync(JobRow job, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        db.Jobs.Add(job);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>A job, or null.</summary>
    public async Task<JobRow?> FindAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking().SingleOrDefaultAsync(j => j.Id == id, cancel);
    }

    /// <summary>The jobs of a show, the latest first.</summary>
    public async Task<IReadOnlyList<JobRow>> ListAsync(string showId, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking().Where(j => j.ShowId == showId).OrderByDescending(j => j.CreatedAt).ToListAsync(cancel);
    }

    /// <summary>The jobs not ended, the oldest first.</summary>
    public async Task<IReadOnlyList<JobRow>> UnfinishedAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking()
            .Where(j => j.State == JobState.Waiting || j.State == JobState.Running)
            .OrderBy(j => j.CreatedAt)
            .ToListAsync(cancel);
    }

    /// <summary>Keeps that a job is begun; gives how often it was before without an end.</summary>
    public async Task<int> BeginAsync(string id)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Jobs.Where(j => j.Id == id).ExecuteUpdateAsync(set => set.SetProperty(j => j.State, JobState.Running).SetProperty(j => j.Attempts, j => j.Attempts + 1));
        return await db.Jobs.Where(j => j.Id == id).Select(j => j.Attempts - 1).SingleOrDefaultAsync();
    }

    /// <summary>Keeps that a job was put aside in order, to be taken up again.</summary>
    public async Task PutAsideAsync(string id)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Jobs.Where(j => j.Id == id).ExecuteUpdateAsync(set => set.SetProperty(j => j.State, JobState.Waiting).SetProperty(j => j.Attempts, 0));
    }

    /// <summary>Keeps how far a job has come.</summary>
    public async Task UpdateAsync(string id, JobState state, double progress, string? problem, string? result)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Jobs.Where(j => j.Id == id).ExecuteUpdateAsync(set => set
            .SetProperty(j => j.State, state)
            .SetProperty(j => j.Progress, progress)
            .SetProperty(j => j.Problem, problem)
            .SetProperty(j => j.Result, result));
    }

    /// <summary>Forgets a job.</summary>
    public async Task DeleteAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Jobs.Where(j => j.Id == id).ExecuteDeleteAsync(cancel);
    }
}
