namespace Phonaris.Web.Shows;

/// <summary>What a feature does when a show is deleted.</summary>
internal interface IShowLeaves
{
    /// <summary>Ends what it has open for a show.</summary>
    Task LeaveAsync(string showId);
}
