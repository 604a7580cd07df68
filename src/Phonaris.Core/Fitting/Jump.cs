namespace Phonaris.Core.Fitting;

/// <summary>A jump from one position of a piece to another, in steps of a <see cref="Likeness"/>.</summary>
/// <param name="From">The step before which the piece is left.</param>
/// <param name="To">The step that follows.</param>
/// <param name="Percentile">The fraction of random pairs of moments that are more alike.</param>
/// <param name="Cost">Its cost: 0 if it is inaudible, about 1 if everyone hears it.</param>
internal readonly record struct Jump(int From, int To, float Percentile, float Cost)
{
    /// <summary>The size of one in bytes.</summary>
    public const int Bytes = 4 * sizeof(int);

    /// <summary>The number of steps left out; negative if it jumps back.</summary>
    public int Lag => To - From;
}
