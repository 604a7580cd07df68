namespace Phonaris.Core.Fitting;

/// <summary>A join: after one stretch comes another than the next.</summary>
/// <param name="From">The stretch that is left at its end.</param>
/// <param name="To">The stretch that comes then.</param>
/// <param name="Percentile">The part of all pairs of places that are more alike, 0 to 1.</param>
/// <param name="Cost">What it costs: nothing where nobody could tell, about 1 where everybody could.</param>
internal readonly record struct Edge(int From, int To, float Percentile, float Cost)
{
    /// <summary>How many bytes one holds.</summary>
    public const int Bytes = 2 * sizeof(int) + 2 * sizeof(float);
}
