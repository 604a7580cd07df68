namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The lengths of transitions that have only a named speed, in milliseconds; neither format defines them.</summary>
internal static class TransitionSpeed
{
    public const long SlowMs = 1000, MediumMs = 750, FastMs = 500;
}
