using Phonaris.Storage;

namespace Phonaris.Web.Jobs;

/// <summary>A job for display.</summary>
/// <param name="Id">Its id.</param>
/// <param name="ShowId">The show it is for.</param>
/// <param name="Kind">Its kind, such as <c>sound</c> or <c>export</c>; see <see cref="IJobWork"/>.</param>
/// <param name="Name">Its name for the user.</param>
/// <param name="Subject">Its subject, if asking again means the same job: for a video's browser version the content hash; otherwise null.</param>
/// <param name="State">Its state.</param>
/// <param name="Progress">The fraction done.</param>
/// <param name="Problem">The error message, or null.</param>
/// <param name="Result">The result, or null.</param>
/// <param name="CreatedAt">When it was created, in UTC.</param>
public sealed record JobView(
    string Id, string ShowId, string Kind, string Name, string? Subject, JobState State, double Progress, string? Problem, string? Result, DateTime CreatedAt)
{
    /// <summary>The view of a stored job.</summary>
    public static JobView Of(JobRow row)
    {
        ArgumentNullException.ThrowIfNull(row);
        return new(row.Id, row.ShowId, row.Kind, row.Name, row.Subject, row.State, row.Progress, row.Problem, row.Result, row.CreatedAt);
    }
}
