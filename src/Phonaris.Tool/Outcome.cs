using System.CommandLine;
using System.Text.Json;
using Phonaris.Core.Shows;

namespace Phonaris.Tool;

/// <summary>How verbs end: one JSON object or some lines on standard output, error messages on standard error, and an exit code.</summary>
public static class Outcome
{
    /// <summary>The exit codes: done, failed, wrong usage, wrong input, and problems found.</summary>
    public const int Done = 0, Failure = 1, BadUsage = 2, BadInput = 3, LeftToDo = 4;

    /// <summary>The option for one JSON object instead of lines.</summary>
    public static Option<bool> Json { get; } = new("--json") { Description = "Print one JSON object.", Recursive = true };

    /// <summary>Sets the action of a command: its result is printed; an exception becomes a message and an exit code.</summary>
    /// <param name="command">The command.</param>
    /// <param name="work">The action; returns the object for JSON and the lines for people.</param>
    public static void Does(this Command command, Func<ParseResult, CancellationToken, Task<(object Json, string Text)>> work) =>
        command.Does(async (parsed, cancel) =>
        {
            var (json, text) = await work(parsed, cancel);
            return (json, text, Done);
        });

    /// <summary>Sets the action of a command with its own exit code.</summary>
    /// <param name="command">The command.</param>
    /// <param name="work">The action; returns the object for JSON, the lines for people, and the exit code.</param>
    public static void Does(this Command command, Func<ParseResult, CancellationToken, Task<(object Json, string Text, int Code)>> work) =>
        command.SetAction(async (parsed, cancel) =>
        {
            var (output, errors) = (parsed.InvocationConfiguration.Output, parsed.InvocationConfiguration.Error);
            try
            {
                var (json, text, code) = await work(parsed, cancel);
                await output.WriteLineAsync(parsed.GetValue(Json) ? JsonSerializer.Serialize(json, ShowJson.Options) : text);
                return code;
            }
            catch (RuleException e)
            {
                return await SayAsync(e.Message, e.IsOfMachine ? Failure : BadInput);
            }
            catch (OperationCanceledException)
            {
                return await SayAsync("Cancelled.", Failure);
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                return await SayAsync(e.Message, e is FileNotFoundException or DirectoryNotFoundException ? BadInput : Failure);
            }
            catch (Exception e)
            {
                return await SayAsync($"Something went wrong in Phonaris: {e.Message}", Failure);
            }

            async Task<int> SayAsync(string message, int code)
            {
                await errors.WriteLineAsync(message);
                return code;
            }
        });
}
