namespace Phonaris.Web.Tests;

/// <summary>Half seconds of sound, as a page requests them.</summary>
internal static class Half
{
    /// <summary>The query for one of them.</summary>
    /// <param name="number">Its number, from 0.</param>
    public static string Second(int number) => $"from={number * 24_000}&to={(number + 1) * 24_000}";
}
