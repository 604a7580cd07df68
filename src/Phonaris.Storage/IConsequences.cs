using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>What follows from an edit and is made with it: one edit, undone as one.</summary>
public interface IConsequences
{
    /// <summary>The edits that follow; none for most.</summary>
    /// <param name="after">The show as the edit leaves it.</param>
    ValueList<Edit> Of(Show after);
}
