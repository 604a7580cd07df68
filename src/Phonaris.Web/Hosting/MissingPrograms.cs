using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>Finds out once, at startup, which outside programs are missing, and what does not work without them: for the log and the page.</summary>
internal sealed class MissingPrograms(IHostApplicationLifetime lifetime, ILogger<MissingPrograms> log) : BackgroundService
{
    private readonly TaskCompletionSource<IReadOnlyList<MissingPart>> _found = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>What is missing, once that is known.</summary>
    public Task<IReadOnlyList<MissingPart>> Found => _found.Task;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            var missing = await MediaPrograms.MissingAsync(stoppingToken);
            _found.SetResult(missing);
            // Nothing else is said where the app cannot start.
            var started = new TaskCompletionSource();
            await using var whenStarted = lifetime.ApplicationStarted.Register(started.SetResult);
            await started.Task.WaitAsync(stoppingToken);
            foreach (var part in missing) log.LogWarning("{Missing} Install it with: {Mend}", part.Sentence, part.Mend);
        }
        catch (OperationCanceledException)
        {
            _found.TrySetCanceled(stoppingToken);
        }
    }
}
