using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>Logs once, at startup, which external programs are missing or too old, and what does not work without them.</summary>
internal sealed class MissingPrograms(ILogger<MissingPrograms> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        foreach (var missing in await MediaPrograms.MissingAsync(stoppingToken)) log.LogWarning("{Missing}", missing);
    }
}
