using Phonaris.Storage;

namespace Phonaris.Web.Jobs;

/// <summary>A piece of long work as the page sees it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="ShowId">The show it is for.</param>
/// <param name="Kind">What it does, such as <c>sound</c> or <c>export</c>; one for each <see cref="IJobWork"/>.</param>
/// <param name="Name">What the person calls it.</param>
/// <param name="Subject">What it is about, where asking again names it: of a copy of a video its content hash; else null.</param>
/// <param name="State">How far it has come.</param>
/// <param name="Progress">The fraction done.</param>
/// <param name="Problem">What went wrong, in words, or null.</param>
/// <param name="Result">What came out, or null.</param>
/// <param name="CreatedAt">When it was asked for, in UTC.</param>
public sealed record JobView(
    string Id, string ShowId, string Kind, string Name, string? Subject, JobState State, double Progress, string? Problem, string? Result, DateTime CreatedAt)
{
    /// <summary>The view of a kept job.</summary>
    public static JobView Of(JobRow row)
    {
        ArgumentNullException.ThrowIfNull(row);
        return new(row.Id, row.ShowId, row.Kind, row.Name, row.Subject, row.State, row.Progress, row.Problem, row.Result, row.CreatedAt);
    }
}
