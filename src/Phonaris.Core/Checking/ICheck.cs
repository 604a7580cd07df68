using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>One thing a show is looked over for: a file each, listed in <see cref="Checks.All"/>.</summary>
public interface ICheck
{
    /// <summary>What it finds in a show, in the order of the slides.</summary>
    IEnumerable<Finding> Find(TimedShow show);
}
