namespace Phonaris.Storage;

/// <summary>An edit was based on an older revision, and somebody else has changed the same thing since.</summary>
public sealed class StaleEditException : Exception
{
    private StaleEditException(string message) : base(message) { }

    /// <param name="since">The edits made since, as text.</param>
    public static StaleEditException Of(string since) =>
        new($"Someone else changed this first ({since}). Your change was not made. Make it again if you still want it.");

    /// <summary>An undo or redo that would act on somebody else's last change.</summary>
    /// <param name="since">The edits made since, as text.</param>
    /// <param name="again">What to press to do it anyway.</param>
    public static StaleEditException OfHistory(string since, string again) =>
        new($"Someone else changed the show ({since}). Press {again} again to continue.");
}
