using System.Security.Cryptography;
using System.Text;

namespace LoyalLadder.Data.Schools;

/// <summary>A bearer token for the JSON interface. Only its hash is kept; the token itself is shown once.</summary>
public sealed class ApiToken : SchoolRow
{
    public required string Name { get; set; }
    public required string Hash { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
    public DateTimeOffset? RevokedAt { get; set; }

    /// <summary>A fresh token of 256 random bits.</summary>
    public static string Fresh() => "ll_" + Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));

    /// <summary>SHA-256 suffices: the token is random, so there is nothing to guess from a list of words.</summary>
    public static string HashOf(string token) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
