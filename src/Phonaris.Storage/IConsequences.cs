using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>Computes edits that are made together with another edit, and undone with it.</summary>
public interface IConsequences
{
    /// <summary>The consequences; usually none.</summary>
    /// <param name="after">The show after the edit.</param>
    ValueList<Edit> Of(Show after);
}
