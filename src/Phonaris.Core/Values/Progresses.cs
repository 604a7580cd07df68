namespace Phonaris.Core.Values;

/// <summary>Progress of work that is part of some other.</summary>
public static class Progresses
{
    /// <summary>What tells the progress of a part as progress of the whole.</summary>
    /// <param name="whole">Receives the fraction of the whole that is done; null for nobody.</param>
    /// <param name="from">The fraction at which the part begins.</param>
    /// <param name="share">The fraction it makes up.</param>
    public static IProgress<double>? Part(this IProgress<double>? whole, double from, double share) => whole is null ? null : new Share(whole, from, share);

    private sealed class Share(IProgress<double> whole, double from, double share) : IProgress<double>
    {
        public void Report(double value) => whole.Report(from + share * value);
    }
}
