namespace Phonaris.Formats.Decks.Charts;

/// <summary>Maps values to positions along an axis that begins and ends at round numbers and has round intervals.</summary>
/// <param name="Least">Its minimum.</param>
/// <param name="Most">Its maximum, which is greater.</param>
/// <param name="Step">The interval between its marks.</param>
internal sealed record ChartScale(double Least, double Most, double Step)
{
    private const int UsualSteps = 5, MostSteps = 50;

    /// <summary>If the values span less than this fraction of their distance from 0, the scale does not include 0.</summary>
    private const double WithoutZero = 1 / 6.0;

    /// <summary>The marks, from minimum to maximum.</summary>
    public IReadOnlyList<double> Marks => [.. Enumerable.Range(0, (int)Math.Floor((Most - Least) / Step + 1e-6) + 1).Select(i => Least + i * Step)];

    /// <summary>The position of a value: 0 at the minimum, 1 at the maximum.</summary>
    public double At(double value) => Math.Clamp((value - Least) / (Most - Least), 0, 1);

    /// <summary>A scale that contains values.</summary>
    /// <param name="values">The values.</param>
    /// <param name="axis">The values set on the axis.</param>
    public static ChartScale Of(IEnumerable<double> values, ChartAxis axis)
    {
        var (least, most) = (double.PositiveInfinity, double.NegativeInfinity);
        foreach (var value in values.Where(double.IsFinite)) (least, most) = (Math.Min(least, value), Math.Max(most, value));
        if (least > most) (least, most) = (0, 1);
        // Bars begin at 0. Only values that are close together are shown without 0.
        if (least > 0 && (most - least) / most > WithoutZero || least == most && least > 0) least = 0;
        if (most < 0 && (most - least) / -least > WithoutZero || least == most && most < 0) most = 0;
        if (least == most) most = least + 1;
        (least, most) = (axis.Least ?? least, axis.Most ?? most);
        if (!(most > least)) most = least + 1;
        var step = axis.Step is > 0 and var set && (most - least) / set <= MostSteps ? set : Round((most - least) / UsualSteps);
        var begin = axis.Least ?? Math.Floor(least / step + 1e-9) * step;
        var end = axis.Most ?? Math.Ceiling(most / step - 1e-9) * step;
        // Some space above the highest value.
        if (axis.Most is null && end != 0 && end - most < 0.05 * (end - begin) && most != 0) end += step;
        return new(begin, end > begin ? end : begin + step, step);
    }

    /// <summary>The next number upward that is 1, 2 or 5 times a power of ten.</summary>
    private static double Round(double of)
    {
        var power = Math.Pow(10, Math.Floor(Math.Log10(of)));
        var part = of / power;
        return (part <= 1 ? 1 : part <= 2 ? 2 : part <= 5 ? 5 : 10) * power;
    }
}
