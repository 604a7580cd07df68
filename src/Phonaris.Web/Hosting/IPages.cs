namespace Phonaris.Web.Hosting;

/// <summary>Sends messages to open pages.</summary>
internal interface IPages
{
    /// <summary>Sends a message to some pages.</summary>
    /// <param name="group">The group of pages: the id of a show for those that follow it, or another group.</param>
    /// <param name="what">The name of the event.</param>
    /// <param name="said">The data of the event.</param>
    Task TellAsync(string group, string what, params object?[] said);
}
