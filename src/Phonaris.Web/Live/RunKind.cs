namespace Phonaris.Web.Live;

/// <summary>The kind of a run.</summary>
public enum RunKind
{
    /// <summary>Presented to an audience.</summary>
    Present,

    /// <summary>A dry run.</summary>
    Dry,

    /// <summary>Self-running.</summary>
    Self,
}
