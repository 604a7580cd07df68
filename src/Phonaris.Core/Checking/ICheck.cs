namespace Phonaris.Core.Checking;

/// <summary>One thing a show is looked over for: a file each, listed in <see cref="Checks.All"/>.</summary>
public interface ICheck
{
    /// <summary>Its id, in files and for scripts: lower-case words with hyphens.</summary>
    string Name { get; }

    /// <summary>What it looks for, in words.</summary>
    string LooksFor { get; }

    /// <summary>What it finds in a show, in the order of the slides.</summary>
    IEnumerable<Finding> Find(CheckedShow show);
}
