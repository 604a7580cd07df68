namespace Phonaris.Media.Films;

/// <summary>What the pictures of a coded part are of.</summary>
internal enum PartKind
{
    /// <summary>One that stays.</summary>
    Still,

    /// <summary>Stills going over into each other: nothing moves, all changes.</summary>
    Dissolve,

    /// <summary>Videos that move.</summary>
    Moving,
}
