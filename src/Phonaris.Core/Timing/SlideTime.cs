namespace Phonaris.Core.Timing;

/// <summary>A slide's place in the running order.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Index">Its position among all slides, from 0.</param>
/// <param name="Place">Its index among the shown slides, from 0.</param>
/// <param name="StartFrame">Its first frame at 48 kHz.</param>
/// <param name="EndFrame">The frame after its last.</param>
/// <param name="StepFrames">The frames its steps come at; the first is <paramref name="StartFrame"/>.</param>
public sealed record SlideTime(string SlideId, int Index, int Place, long StartFrame, long EndFrame, ValueList<long> StepFrames)
{
    /// <summary>Its number, from 1: that of the deck, hidden slides counted.</summary>
    public int Number => Index + 1;
}
