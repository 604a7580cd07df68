using System.Collections.Concurrent;
using System.Text.Json;
using System.Threading.Channels;
using Phonaris.Core.Shows;
using Phonaris.Media;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Jobs;

/// <summary>
/// Runs jobs: as many short ones at once as there are cores, and two long ones, which use all cores themselves. After a restart it resumes
/// unfinished ones.
/// </summary>
internal sealed class JobRunner(JobStore store, IEnumerable<IJobWork> works, IPages pages, TimeProvider clock, ILogger<JobRunner> log) : BackgroundService
{
    private static readonly TimeSpan TellEvery = TimeSpan.FromMilliseconds(100), StoreAgain = TimeSpan.FromSeconds(2), EndsWithin = TimeSpan.FromSeconds(10);

    /// <summary>A job that ended the server this many times is not started again.</summary>
    private const int MostAttempts = 2;

    private const int LongAtOnce = 2;

    private readonly Channel<JobRow> _short = Channel.CreateUnbounded<JobRow>(), _long = Channel.CreateUnbounded<JobRow>();
    private readonly ConcurrentDictionary<string, OpenJob> _open = new();

    /// <summary>Whether any job is unfinished.</summary>
    public bool IsWorking => !_open.IsEmpty;

    /// <summary>Stores a job and queues it; returns an unfinished one with the same subject instead, if there is one.</summary>
    public async Task<JobView> AddAsync<TInput>(string showId, string kind, string name, TInput input, CancellationToken cancel, string? subject = null)
    {
        var row = New(showId, kind, name, input, subject);
        var kept = await store.AddAsync(row, cancel);
        return kept == row ? await TakeUpAsync(row) : JobView.Of(kept);
    }

    /// <summary>A job to be stored, and queued by <see cref="TakeUpAsync"/> afterwards.</summary>
    public JobRow New<TInput>(string showId, string kind, string name, TInput input, string? subject = null) => new()
    {
        Id = NewId.Next(),
        ShowId = showId,
        Kind = kind,
        Name = name,
        Input = JsonSerializer.Serialize(input, ShowJson.Options),
        Subject = subject,
        Files = input is INeedsFiles { Files: var files } ? [.. files] : [],
        CreatedAt = clock.GetUtcNow().UtcDateTime,
    };

    /// <summary>Queues a stored job.</summary>
    public async Task<JobView> TakeUpAsync(JobRow row)
    {
        Queue(row);
        var view = JobView.Of(row);
        await TellAsync(view);
        return view;
    }

    /// <summary>Cancels a job, waits until it has ended, and deletes it with its results.</summary>
    public async Task ForgetAsync(string id, CancellationToken cancel)
    {
        var ended = _open.TryGetValue(id, out var open) ? open.Ended.Task : Task.CompletedTask;
        await CancelAsync(id);
        // If it does not end in time, what it still writes is deleted with the exports that have no job.
        await Task.WhenAny(ended, Task.Delay(EndsWithin, cancel));
        if (await store.FindAsync(id, cancel) is not { } job) return;
        WorkOf(job)?.Forget(job);
        // A failure is recorded for its subject: it is repeated only on request.
        if (job is { Subject: not null, State: JobState.Failed }) await store.EndAsync(id, JobState.Cancelled, job.Progress, null, null);
        else await store.DeleteAsync(id, cancel);
    }

    /// <summary>Cancels an unfinished job. A queued one has thereby ended.</summary>
    public async Task CancelAsync(string id)
    {
        if (!_open.TryGetValue(id, out var open)) return;
        await open.Cancel.CancelAsync();
        if (!open.TryBegin()) return;
        await EndAsync(open.Row, JobState.Cancelled, 0, null, null, CancellationToken.None);
        Close(id);
    }

    /// <summary>Cancels those unfinished jobs of a show that are no longer needed.</summary>
    public async Task CancelAsync(string showId, Func<JobRow, bool> unwanted, CancellationToken cancel)
    {
        foreach (var row in await store.UnfinishedAsync(cancel))
            if (row.ShowId == showId && unwanted(row)) await CancelAsync(row.Id);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        foreach (var row in await store.UnfinishedAsync(CancellationToken.None)) Queue(row);
        var workers = Enumerable.Repeat(_short, Math.Max(2, Environment.ProcessorCount)).Concat(Enumerable.Repeat(_long, LongAtOnce));
        await Task.WhenAll(workers.Select(queue => WorkAsync(queue, stoppingToken))).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
    }

    private void Queue(JobRow row)
    {
        if (_open.TryAdd(row.Id, new(row))) (WorkOf(row)?.IsLong == true ? _long : _short).Writer.TryWrite(row);
    }

    private IJobWork? WorkOf(JobRow row) => works.FirstOrDefault(w => w.Kind == row.Kind);

    private async Task WorkAsync(Channel<JobRow> queue, CancellationToken stopping)
    {
        await foreach (var row in queue.Reader.ReadAllAsync(stopping))
        {
            // A job cancelled while queued has ended.
            if (!_open.TryGetValue(row.Id, out var open) || !open.TryBegin()) continue;
            using var cancel = CancellationTokenSource.CreateLinkedTokenSource(stopping, open.Cancel.Token);
            try
            {
                await RunAsync(row, stopping, cancel.Token);
            }
            catch (OperationCanceledException) when (stopping.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
            {
                log.LogError(e, "Could not send the state of job {Id} ({Kind}) to pages", row.Id, row.Kind);
            }
            finally
            {
                Close(row.Id);
            }
        }
    }

    private void Close(string id)
    {
        if (_open.TryRemove(id, out var open)) open.Ended.TrySetResult();
    }

    private async Task RunAsync(JobRow row, CancellationToken stopping, CancellationToken cancel)
    {
        var (state, problem, result, reached) = (JobState.Done, (string?)null, (string?)null, 0.0);
        try
        {
            if (await store.BeginAsync(row.Id) is not { } attempts) return;
            if (attempts >= MostAttempts)
                throw new RuleException($"{row.Name}: Phonaris stopped twice while processing this, so it will not start again. Try another file.");
            await TellAsync(JobView.Of(row) with { State = JobState.Running, Progress = 0 });
            result = await works.Single(w => w.Kind == row.Kind).RunAsync(row, new Progress(this, row, f => reached = f), cancel);
            reached = 1;
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            await store.RequeueAsync(row.Id);
            throw;
        }
        catch (OperationCanceledException)
        {
            state = JobState.Cancelled;
        }
        catch (RuleException e)
        {
            (state, problem) = (JobState.Failed, e.Message);
        }
        catch (Exception e) when (Faults.IsDiskFull(e))
        {
            (state, problem) = (JobState.Failed, DiskFull.Exception().Message);
        }
        catch (Exception e)
        {
            log.LogError(e, "Job {Id} ({Kind}) failed", row.Id, row.Kind);
            (state, problem) = (JobState.Failed, $"{row.Name}: something went wrong in Phonaris. Try again.");
        }
        await EndAsync(row, state, reached, problem, result, stopping);
    }

    /// <summary>Reports and stores the outcome of a job, as soon as that is possible, for example when the disk has space again. The next jobs run meanwhile.</summary>
    private async Task EndAsync(JobRow row, JobState state, double progress, string? problem, string? result, CancellationToken stopping)
    {
        if (!await TryStoreAsync()) _ = StoreLaterAsync();
        await TellAsync(JobView.Of(row) with { State = state, Progress = progress, Problem = problem, Result = result });

        async Task<bool> TryStoreAsync()
        {
            try
            {
                await store.EndAsync(row.Id, state, progress, problem, result);
                return true;
            }
            catch (Exception e)
            {
                log.LogWarning(e, "Could not save the outcome of job {Id}, will retry", row.Id);
                return false;
            }
        }

        async Task StoreLaterAsync()
        {
            do await Task.Delay(StoreAgain, stopping);
            while (!await TryStoreAsync());
        }
    }

    /// <summary>An unfinished job. Either a worker starts it or cancelling ends it, whichever comes first.</summary>
    private sealed class OpenJob(JobRow row)
    {
        private int _begun;

        public JobRow Row { get; } = row;

        public CancellationTokenSource Cancel { get; } = new();

        public TaskCompletionSource Ended { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public bool TryBegin() => Interlocked.Exchange(ref _begun, 1) == 0;
    }

    private Task TellAsync(JobView job) => pages.TellAsync(job.ShowId, "job", job);

    /// <summary>Sends a job's progress to pages, ten times a second at most.</summary>
    private sealed class Progress(JobRunner runner, JobRow row, Action<double> reached) : IProgress<double>
    {
        private long _told;

        public void Report(double value)
        {
            reached(value);
            var (now, last) = (Environment.TickCount64, Interlocked.Read(ref _told));
            if (now - last < TellEvery.TotalMilliseconds || Interlocked.CompareExchange(ref _told, now, last) != last) return;
            _ = runner.TellAsync(JobView.Of(row) with { State = JobState.Running, Progress = value });
        }
    }
}
