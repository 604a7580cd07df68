namespace Phonaris.Core.Fitting;

/// <summary>A place at which a piece can go over into itself, in steps of a <see cref="Likeness"/>.</summary>
/// <param name="From">The step before which it is left.</param>
/// <param name="To">The step that comes then.</param>
/// <param name="Percentile">The part of random pairs of places that are more alike, 0 to 1.</param>
/// <param name="Cost">What it costs: nothing where nobody could tell, about 1 where everybody could.</param>
internal readonly record struct Jump(int From, int To, float Percentile, float Cost)
{
    /// <summary>How many bytes one holds.</summary>
    public const int Bytes = 4 * sizeof(int);

    /// <summary>How much is left out by it, in steps; less than nothing where it leads back.</summary>
    public int Lag => To - From;
}
