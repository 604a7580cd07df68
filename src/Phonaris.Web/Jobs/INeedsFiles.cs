namespace Phonaris.Web.Jobs;

/// <summary>The input of a job that needs stored files: they are kept until it has ended.</summary>
internal interface INeedsFiles
{
    /// <summary>Their content hashes.</summary>
    IEnumerable<string> Files { get; }
}
