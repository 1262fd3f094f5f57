using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>
/// The keys that sign-ins are sealed with. They are reached by a login of their own, so that no page and no query of a school can
/// read or replace them; what is kept is encrypted with the installation's certificate.
/// </summary>
public sealed class KeyRing(DbContextOptions<KeyRing> options) : DbContext(options), IDataProtectionKeyContext
{
    /// <summary>The role that may read and add keys, and do nothing else.</summary>
    public const string Role = "ladder_key_ring";

    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();
}
