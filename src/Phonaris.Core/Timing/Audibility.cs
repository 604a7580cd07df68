namespace Phonaris.Core.Timing;

/// <summary>How audible an edit is.</summary>
public enum Audibility
{
    /// <summary>Not audible.</summary>
    Not,

    /// <summary>Barely audible.</summary>
    Hardly,

    /// <summary>Possibly audible.</summary>
    MayBe,
}

/// <summary>Audibility as text.</summary>
public static class AudibilityWords
{
    /// <summary>How audible an edit is, as text.</summary>
    public static string InWords(this Audibility heard) => heard switch
    {
        Audibility.Not => "inaudible",
        Audibility.Hardly => "barely audible",
        _ => "audible",
    };
}
