using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>Finds out once, at startup, which outside programs are missing, and what does not work without them: for the log and the page.</summary>
internal sealed class MissingPrograms(ILogger<MissingPrograms> log) : BackgroundService
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
            foreach (var part in missing) log.LogWarning("{Missing} Install it with: {Mend}", part.Sentence, part.Mend);
        }
        catch (OperationCanceledException)
        {
            _found.SetCanceled(stoppingToken);
        }
    }
}
