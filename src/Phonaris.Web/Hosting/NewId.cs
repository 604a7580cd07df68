namespace Phonaris.Web.Hosting;

/// <summary>Makes ids: 48 random bits in hexadecimal.</summary>
internal static class NewId
{
    /// <summary>A new id.</summary>
    public static string Next() => Guid.NewGuid().ToString("N")[..12];
}
