using System.Security.Cryptography;
using System.Text;

namespace Phonaris.Core.Checking;

/// <summary>Names that may be long, made short: a finding is kept by its name.</summary>
internal static class ShortKey
{
    private const int Longest = 200;

    /// <summary>The name itself where it is short, else what SHA-256 makes of it.</summary>
    public static string Of(string name) => name.Length <= Longest ? name : Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(name)).AsSpan(0, 16));
}
