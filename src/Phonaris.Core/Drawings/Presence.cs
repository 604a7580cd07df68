namespace Phonaris.Core.Drawings;

/// <summary>When something on a slide is there.</summary>
public static class Presence
{
    /// <summary>Whether it is there.</summary>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    /// <param name="from">The step it appears with, from 1.</param>
    /// <param name="to">The last step it is there; <see cref="int.MaxValue"/> permanently.</param>
    public static bool At(int step, int from, int to) => step == 0 ? to == int.MaxValue : from <= step && step <= to;
}
