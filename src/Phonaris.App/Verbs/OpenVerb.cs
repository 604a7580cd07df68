using System.CommandLine;
using Phonaris.Web.Hosting;

namespace Phonaris.App.Verbs;

/// <summary><c>open [FILE]</c>: opens the app in the browser, with a saved show if one is given; starts it if necessary.</summary>
internal static class OpenVerb
{
    public static Command Make()
    {
        var file = new Argument<string?>("file") { Description = "A saved show (SHOW.phonaris).", Arity = ArgumentArity.ZeroOrOne };
        var command = new Command("open", "Opens the app in the browser, with a saved show if one is given.") { file };
        var settings = new SettingOptions(command, "port", "data", "cache");
        command.SetAction(async (parsed, cancel) =>
        {
            try
            {
                string[] given = [.. settings.Given(parsed)];
                using var app = await RunningApp.FindOrStartAsync(AppPaths.Of(given), settings.AsOptions(parsed), cancel);
                var address = app.AddressOf(parsed.GetValue(file) is { } path ? await app.ImportAsync(path, cancel) : "/");
                if (await Announcement.OpenAsync(address)) return 0;
                throw new RuleException($"No browser could be opened here. Phonaris is at {address}") { IsOfMachine = true };
            }
            catch (Exception e) when (e is RuleException or IOException or HttpRequestException)
            {
                await parsed.InvocationConfiguration.Error.WriteLineAsync(e.Message);
                return e is RuleException { IsOfMachine: false } ? 3 : 1;
            }
        });
        return command;
    }
}
