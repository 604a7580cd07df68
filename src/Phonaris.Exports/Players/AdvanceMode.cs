namespace Phonaris.Exports.Players;

/// <summary>How a show advances in a player.</summary>
public enum AdvanceMode
{
    /// <summary>Manually.</summary>
    Hand,

    /// <summary>By the planned holds, once.</summary>
    Plan,

    /// <summary>By the planned holds, in a loop.</summary>
    ForEver,
}
