namespace Phonaris.Core.Values;

/// <summary>Decibels and linear gains: gain = 10^(dB/20).</summary>
public static class Gain
{
    /// <summary>The linear gain of a level in dB.</summary>
    public static float FromDecibels(double db) => (float)Math.Pow(10, db / 20);

    /// <summary>The level in dB of a linear gain; negative infinity for 0.</summary>
    public static double ToDecibels(double gain) => 20 * Math.Log10(gain);
}
