namespace Phonaris.Web.Shows;

/// <summary>What a feature does as a show is laid aside.</summary>
internal interface IShowLeaves
{
    /// <summary>Ends what it has open for a show.</summary>
    Task LeaveAsync(string showId);
}
