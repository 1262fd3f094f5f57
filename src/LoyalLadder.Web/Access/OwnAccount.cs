using LoyalLadder.Data;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Mail;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Access;

/// <summary>
/// What people do with their own account: a new password, a second step, recovery. Everything is written into the door book.
/// </summary>
public sealed class OwnAccount(
    SchoolLookup door,
    TryLimit tries,
    Sessions sessions,
    SignInLog book,
    UserManager<AppUser> users,
    Postbox post,
    PublicAddress address,
    IDataProtectionProvider protection
)
{
    /// <summary>So long a link for a new password holds.</summary>
    public static readonly TimeSpan LinkHolds = TimeSpan.FromHours(1);

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(10);

    private const int RecoveryCodes = 8;

    private readonly ITimeLimitedDataProtector _links = protection
        .CreateProtector("LoyalLadder.NewPassword")
        .ToTimeLimitedDataProtector();

    public Task<AppUser?> Person(Guid id) => users.FindByIdAsync(id.ToString());

    /// <summary>Changes the password of somebody who knows the old one; their other sessions end.</summary>
    public async Task<FieldErrors> Change(
        Guid id,
        string old,
        string fresh,
        Guid? session,
        From from,
        CancellationToken cancel
    )
    {
        var errors = new FieldErrors();
        if (await Person(id) is not { } person)
            errors.Add("Old", Say("This account is no longer there."));
        else if (await WrongPassword(person, old, from, cancel) is { } wrong)
            errors.Add("Old", wrong);
        else
            Tell(errors, await users.ChangePasswordAsync(person, old, fresh));
        if (errors.Any)
            return errors;
        await sessions.EndOthers(id, session, cancel);
        await book.Write(DoorDeed.ChosePassword, id, from.Address, cancel);
        return errors;
    }

    /// <summary>
    /// Why what somebody typed is not taken for their password; null when it is. Whoever found a device open tries it
    /// in vain.
    /// </summary>
    private async Task<string?> WrongPassword(AppUser person, string typed, From from, CancellationToken cancel)
    {
        var wait = await tries.Count($"own password of {person.Id}", 6, TimeSpan.FromSeconds(20), Longest, cancel);
        if (wait > TimeSpan.Zero)
            return Say("That was tried often. Wait a little, then try once more.");
        if (await users.CheckPasswordAsync(person, typed))
        {
            await tries.Forget($"own password of {person.Id}", cancel);
            return null;
        }
        await book.Write(DoorDeed.WrongPassword, person.Id, from.Address, cancel);
        return Say("This is not the password that you have now.");
    }

    /// <summary>Sends a link by which a password can be chosen anew, if anybody signs in with that e-mail.</summary>
    public async Task SendLink(string email, From from, CancellationToken cancel)
    {
        if (await door.Person(email, cancel) is not { } whose)
            return;
        door.Enter(whose.SchoolId, whose.Id);
        if (await Person(whose.Id) is not { ClosedAt: null, Email: { } to } person)
            return;
        await book.Write(DoorDeed.AskedForNewPassword, person.Id, from.Address, cancel);
        // used once: a new password brings a new stamp
        var secret = _links.Protect($"{person.SchoolId} {person.Id} {person.SecurityStamp}", LinkHolds);
        string[] paragraphs =
        [
            Say($"Hello {person.DisplayName},"),
            Say("somebody, probably you, asked for a new password. Choose one here within an hour:"),
            address.Link($"/new-password/{secret}"),
            Say("If it was not you, nothing has to be done: the old password stays as it is."),
        ];
        var text = string.Join("\n\n", paragraphs);
        post.Lay(new Letter(person.SchoolId, to, Say("A new password"), text));
    }

    /// <summary>Whose link it is; null when it is old or was used.</summary>
    public async Task<AppUser?> OfLink(string secret)
    {
        try
        {
            if (_links.Unprotect(secret).Split(' ') is not [var school, var id, var stamp])
                return null;
            door.Enter(Guid.Parse(school), Guid.Parse(id));
            return await users.FindByIdAsync(id) is { ClosedAt: null } person && person.SecurityStamp == stamp
                ? person
                : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Chooses a password by a link; all sessions end.</summary>
    public async Task<FieldErrors> Choose(AppUser person, string fresh, From from, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        Tell(
            errors,
            await users.ResetPasswordAsync(person, await users.GeneratePasswordResetTokenAsync(person), fresh)
        );
        if (errors.Any)
            return errors;
        await sessions.EndOthers(person.Id, null, cancel);
        await book.Write(DoorDeed.ChosePassword, person.Id, from.Address, cancel);
        return errors;
    }

    private static void Tell(FieldErrors errors, IdentityResult result)
    {
        foreach (var error in result.Errors)
            errors.Add("Fresh", error.Description);
    }

    /// <summary>The secret that an authenticator is set up with, made anew while codes are off.</summary>
    public async Task<string> CodeSecret(AppUser person)
    {
        if (await users.GetAuthenticatorKeyAsync(person) is { } known)
            return known;
        await users.ResetAuthenticatorKeyAsync(person);
        return await users.GetAuthenticatorKeyAsync(person) ?? "";
    }

    /// <summary>Turns codes on, when the authenticator shows the right one.</summary>
    /// <returns>Recovery codes, shown once; null when the code was not right.</returns>
    public async Task<IReadOnlyList<string>?> TurnCodesOn(
        AppUser person,
        string code,
        Guid session,
        From from,
        CancellationToken cancel
    )
    {
        var typed = code.Replace(" ", "", StringComparison.Ordinal);
        if (!await users.VerifyTwoFactorTokenAsync(person, TokenOptions.DefaultAuthenticatorProvider, typed))
            return null;
        await users.SetTwoFactorEnabledAsync(person, true);
        await sessions.TookSecondStep(session, cancel);
        await sessions.EndOthers(person.Id, session, cancel);
        await book.Write(DoorDeed.TurnedCodesOn, person.Id, from.Address, cancel);
        return [.. await users.GenerateNewTwoFactorRecoveryCodesAsync(person, RecoveryCodes) ?? []];
    }

    /// <summary>Turns codes off for somebody who knows the password; the next authenticator gets another secret.</summary>
    /// <returns>What is wrong; null when they are off.</returns>
    public async Task<string?> TurnCodesOff(AppUser person, string old, From from, CancellationToken cancel)
    {
        if (await WrongPassword(person, old, from, cancel) is { } wrong)
            return wrong;
        await users.SetTwoFactorEnabledAsync(person, false);
        await users.ResetAuthenticatorKeyAsync(person);
        await book.Write(DoorDeed.TurnedCodesOff, person.Id, from.Address, cancel);
        return null;
    }
}
