namespace Phonaris.Formats.Decks.Presentations;

/// <summary>How long a transition takes that only says how fast it is, in milliseconds; neither format says it in figures.</summary>
internal static class TransitionSpeed
{
    public const long SlowMs = 1000, MediumMs = 750, FastMs = 500;
}
