using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Data.Schools;

/// <summary>
/// Keeps who signs in. An e-mail serves one person in all schools, but a school cannot see another's people: that it is taken
/// is learned from the database on saving.
/// </summary>
public sealed class StaffStore(
    LadderContext db,
    IDataProtectionProvider protection,
    IdentityErrorDescriber? describer = null
) : UserOnlyStore<AppUser, LadderContext, Guid>(db, describer)
{
    private readonly IDataProtector _secrets = protection.CreateProtector("LoyalLadder.AccountSecrets");

    /// <summary>Secrets of authenticators and recovery codes are sealed: the database alone makes nobody's second step.</summary>
    public override Task SetTokenAsync(
        AppUser user,
        string loginProvider,
        string name,
        string? value,
        CancellationToken cancellationToken
    ) =>
        base.SetTokenAsync(
            user,
            loginProvider,
            name,
            value is null ? null : _secrets.Protect(value),
            cancellationToken
        );

    public override async Task<string?> GetTokenAsync(
        AppUser user,
        string loginProvider,
        string name,
        CancellationToken cancellationToken
    )
    {
        var kept = await base.GetTokenAsync(user, loginProvider, name, cancellationToken);
        return string.IsNullOrEmpty(kept) ? null : _secrets.Unprotect(kept);
    }

    public override Task<IdentityResult> CreateAsync(AppUser user, CancellationToken cancellationToken = default) =>
        Save(user, () => base.CreateAsync(user, cancellationToken));

    public override Task<IdentityResult> UpdateAsync(AppUser user, CancellationToken cancellationToken = default) =>
        Save(user, () => base.UpdateAsync(user, cancellationToken));

    private async Task<IdentityResult> Save(AppUser user, Func<Task<IdentityResult>> save)
    {
        try
        {
            return await save();
        }
        catch (DbUpdateException e)
            when (e.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation })
        {
            Context.ChangeTracker.Clear();
            return IdentityResult.Failed(ErrorDescriber.DuplicateEmail(user.Email ?? ""));
        }
    }
}
