using System.Security.Cryptography;
using System.Text;

namespace LoyalLadder.Data.Schools;

/// <summary>How far a token goes, each scope including those before it.</summary>
public enum TokenScope
{
    /// <summary>Look: read and time a sheet, trace a combination, the timetable.</summary>
    Read,

    /// <summary>Plan: fit a sheet.</summary>
    Plan,
}

/// <summary>A bearer token for the JSON interface. Only its hash is kept; the token itself is shown once.</summary>
public sealed class ApiToken : SchoolRow
{
    public required string Name { get; set; }
    public required string Hash { get; set; }
    public TokenScope Scope { get; set; } = TokenScope.Plan;
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>Opens nothing from then on.</summary>
    public DateTimeOffset? ExpiresAt { get; set; }

    /// <summary>To within some minutes; null when it was never used.</summary>
    public DateTimeOffset? UsedAt { get; set; }
    public DateTimeOffset? RevokedAt { get; set; }

    /// <summary>A fresh token of 256 random bits.</summary>
    public static string Fresh() => "ll_" + Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));

    /// <summary>SHA-256 suffices: the token is random, so there is nothing to guess from a list of words.</summary>
    public static string HashOf(string token) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
