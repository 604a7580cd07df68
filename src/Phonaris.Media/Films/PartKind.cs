namespace Phonaris.Media.Films;

/// <summary>The kinds of encoded parts.</summary>
internal enum PartKind
{
    /// <summary>A still.</summary>
    Still,

    /// <summary>A dissolve between stills: nothing moves, everything changes.</summary>
    Dissolve,

    /// <summary>Moving video.</summary>
    Moving,
}
