namespace Phonaris.Core.Checking;

/// <summary>A check of a show: one file each, listed in <see cref="Checks.All"/>.</summary>
public interface ICheck
{
    /// <summary>Its id, in files and for scripts: lower-case words with hyphens.</summary>
    string Name { get; }

    /// <summary>What it looks for, as text.</summary>
    string LooksFor { get; }

    /// <summary>Its findings in a show, in running order.</summary>
    IEnumerable<Finding> Find(CheckedShow show);
}
