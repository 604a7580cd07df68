namespace Phonaris.Core.Drawings;

/// <summary>When a part of a slide is visible.</summary>
public static class Presence
{
    /// <summary>Whether it is visible.</summary>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    /// <param name="from">The step it appears with, from 1.</param>
    /// <param name="to">The last step at which it is visible; <see cref="int.MaxValue"/> for all.</param>
    public static bool At(int step, int from, int to) => step == 0 ? to == int.MaxValue : from <= step && step <= to;
}
