using Phonaris.Media;

namespace Phonaris.Web.Hosting;

/// <summary>Says once, at the start, what outside programs of this machine cannot do, and what that costs.</summary>
internal sealed class MissingPrograms(ILogger<MissingPrograms> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        foreach (var missing in await MediaPrograms.MissingAsync(stoppingToken)) log.LogWarning("{Missing}", missing);
    }
}
