namespace Phonaris.Web.Hearing;

/// <summary>Is told that sound of a show has been measured on which something may wait.</summary>
internal interface IMeasuredListener
{
    /// <summary>Does what can be done now that more of a show has been measured.</summary>
    Task FollowUpAsync(string showId, CancellationToken cancel);
}
