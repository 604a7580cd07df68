namespace Phonaris.Core.Values;

/// <summary>The progress of a part of some work.</summary>
public static class Progresses
{
    /// <summary>Reports the progress of a part as progress of the whole.</summary>
    /// <param name="whole">Receives the fraction of the whole that is done; null to ignore it.</param>
    /// <param name="from">The fraction at which the part begins.</param>
    /// <param name="share">The share of the part in the whole.</param>
    public static IProgress<double>? Part(this IProgress<double>? whole, double from, double share) => whole is null ? null : new Share(whole, from, share);

    private sealed class Share(IProgress<double> whole, double from, double share) : IProgress<double>
    {
        public void Report(double value) => whole.Report(from + share * value);
    }
}
