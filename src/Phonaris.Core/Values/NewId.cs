namespace Phonaris.Core.Values;

/// <summary>Makes ids: 48 random bits in hexadecimal.</summary>
public static class NewId
{
    /// <summary>A new id.</summary>
    public static string Next() => Guid.NewGuid().ToString("N")[..12];
}
