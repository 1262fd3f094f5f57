using System.Buffers.Binary;
using System.Security.Cryptography;

namespace LoyalLadder.Core;

/// <summary>Keys that follow from another: the same post sent twice makes the same rows.</summary>
public static class DerivedKey
{
    /// <summary>The n-th key that follows from one; the 0-th is that one itself.</summary>
    public static Guid Of(Guid key, int n)
    {
        if (n == 0)
            return key;
        Span<byte> bytes = stackalloc byte[20];
        key.TryWriteBytes(bytes);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[16..], n);
        Span<byte> hash = stackalloc byte[32];
        SHA256.HashData(bytes, hash);
        return new Guid(hash[..16]);
    }
}
