namespace Phonaris.Web.Live;

/// <summary>What a run is for.</summary>
public enum RunKind
{
    /// <summary>Shown to an audience.</summary>
    Present,

    /// <summary>A dry run.</summary>
    Dry,

    /// <summary>Self-running.</summary>
    Self,
}
