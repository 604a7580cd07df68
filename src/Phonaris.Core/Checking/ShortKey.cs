using System.Security.Cryptography;
using System.Text;

namespace Phonaris.Core.Checking;

/// <summary>Shortens keys: findings are stored by them.</summary>
internal static class ShortKey
{
    private const int Longest = 200;

    /// <summary>The key itself when it is short, otherwise its SHA-256 hash.</summary>
    public static string Of(string name) => name.Length <= Longest ? name : Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(name)).AsSpan(0, 16));
}
