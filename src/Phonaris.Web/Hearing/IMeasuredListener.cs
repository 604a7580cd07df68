namespace Phonaris.Web.Hearing;

/// <summary>Is notified when more sound of a show has been measured.</summary>
internal interface IMeasuredListener
{
    /// <summary>Does what was waiting for the measurement.</summary>
    Task FollowUpAsync(string showId, CancellationToken cancel);
}
