using System.CommandLine;
using Phonaris.Media;
using Phonaris.Web;

namespace Phonaris.App.Verbs;

/// <summary><c>serve</c> and <c>demo</c>: the app in the browser.</summary>
internal static class ServeVerb
{
    public static Command Make() => Make("serve", "Starts the app with your shows.", () => []);

    public static Command MakeDemo() => Make("demo", "Starts the app with the demo show.", () =>
        Installation.Demo is { } demo ? [$"--Phonaris:Demo={demo}"] : throw new RuleException("The demo show is missing. Install Phonaris again."));

    private static Command Make(string name, string what, Func<IEnumerable<string>> more)
    {
        var command = new Command(name, what);
        var settings = new SettingOptions(command);
        command.SetAction(async (parsed, _) =>
        {
            try
            {
                return await Server.RunAsync([.. settings.Given(parsed), .. more()]);
            }
            catch (RuleException e)
            {
                await parsed.InvocationConfiguration.Error.WriteLineAsync(e.Message);
                return 1;
            }
        });
        return command;
    }
}
