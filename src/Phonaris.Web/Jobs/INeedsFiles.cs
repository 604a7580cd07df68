namespace Phonaris.Web.Jobs;

/// <summary>The input of a job that needs files of the store: they are kept until it has ended.</summary>
internal interface INeedsFiles
{
    /// <summary>Their content hashes.</summary>
    IEnumerable<string> Files { get; }
}
