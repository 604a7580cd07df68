using Microsoft.AspNetCore.Connections;

namespace Phonaris.Web.Hosting;

/// <summary>Why the app could not start, for the user at the terminal.</summary>
internal static class StartFailure
{
    /// <summary>One or two sentences: what is wrong, and what would help.</summary>
    public static string Sentence(Exception exception) => exception switch
    {
        RuleException e => e.Message,
        _ when Causes(exception).OfType<AddressInUseException>().Any() =>
            "The port is in use, perhaps by another Phonaris. Stop it, or choose another port with PHONARIS_PORT.",
        _ when Faults.IsDiskFull(exception) => "The disk is full. Free some space and start again.",
        _ => $"Phonaris could not start: {exception.Message}",
    };

    private static IEnumerable<Exception> Causes(Exception? exception)
    {
        for (; exception is not null; exception = exception.InnerException) yield return exception;
    }
}
