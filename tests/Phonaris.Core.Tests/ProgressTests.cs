namespace Phonaris.Core.Tests;

/// <summary>Progress of parts within a whole.</summary>
public sealed class ProgressTests
{
    [Fact]
    public void Partial_progress_maps_to_its_range()
    {
        List<double> told = [];
        var part = new ProgressList(told).Part(0.75, 0.25)!.Part(0.5, 0.5)!;
        foreach (var fraction in (double[])[0, 0.5, 1]) part.Report(fraction);
        Assert.Equal([0.875, 0.9375, 1], told);
        Assert.Null(((IProgress<double>?)null).Part(0, 1));
    }

    /// <summary>Stores what it receives, synchronously.</summary>
    private sealed class ProgressList(List<double> told) : IProgress<double>
    {
        public void Report(double value) => told.Add(value);
    }
}
