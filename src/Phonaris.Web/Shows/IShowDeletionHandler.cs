namespace Phonaris.Web.Shows;

/// <summary>Lets a feature react to the deletion of a show.</summary>
internal interface IShowDeletionHandler
{
    /// <summary>Ends what it has running for a show.</summary>
    Task LeaveAsync(string showId);
}
