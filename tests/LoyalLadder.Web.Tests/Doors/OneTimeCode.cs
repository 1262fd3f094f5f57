using System.Buffers.Binary;
using System.Globalization;
using System.Numerics;
using System.Security.Cryptography;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>What an authenticator shows: six figures of the half minute.</summary>
internal static class OneTimeCode
{
    private const string Base32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    public static string Of(string secret, DateTimeOffset at)
    {
        var number = secret
            .Where(Base32.Contains)
            .Aggregate(BigInteger.Zero, (sum, c) => (sum << 5) + Base32.IndexOf(c, StringComparison.Ordinal));
        var bytes = secret.Count(Base32.Contains) * 5 / 8;
        var key = number.ToByteArray(isUnsigned: true, isBigEndian: true);
        key = [.. new byte[bytes - key.Length], .. key];
        Span<byte> counter = stackalloc byte[8];
        BinaryPrimitives.WriteInt64BigEndian(counter, at.ToUnixTimeSeconds() / 30);
#pragma warning disable CA5350 // what authenticators understand
        var hash = HMACSHA1.HashData(key, counter);
#pragma warning restore CA5350
        var value = BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(hash[^1] & 15)) & int.MaxValue;
        return (value % 1_000_000).ToString("000000", CultureInfo.InvariantCulture);
    }
}
