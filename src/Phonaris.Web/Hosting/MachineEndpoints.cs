namespace Phonaris.Web.Hosting;

/// <summary>What the machine of the app lacks.</summary>
internal static class MachineEndpoints
{
    public static void MapMachine(this IEndpointRouteBuilder api) =>
        api.MapGet("/machine/missing", async (MissingPrograms programs, CancellationToken cancel) => TypedResults.Ok(await programs.Found.WaitAsync(cancel)));
}
