using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Web.Access;

/// <summary>What came of trying to sign in.</summary>
/// <param name="Session">The session, when it worked.</param>
/// <param name="Ticket">Names who still owes a one-time code, when the password was right.</param>
public sealed record SignInOutcome(SignedIn? Session = null, string? Ticket = null);

/// <summary>
/// Signing in. Whether a password is wrong, an address unknown, an account closed or a wait not over: the answer is the same, and
/// comes after the same time. Only waiting is asked of somebody who tries often, and nobody else's tries keep a person out who
/// comes from where they came before.
/// </summary>
public sealed partial class SignInService(
    SchoolLookup door,
    TryLimit tries,
    Sessions sessions,
    SignInLog book,
    UserManager<AppUser> users,
    IDataProtectionProvider protection,
    TimeProvider time,
    ILogger<SignInService> log
)
{
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(10);

    /// <summary>A refusal takes at least so long, whatever was found out meanwhile.</summary>
    private static readonly TimeSpan Refusal = TimeSpan.FromMilliseconds(400);

    private static readonly TimeSpan CodeWithin = TimeSpan.FromMinutes(10);

    /// <summary>A one-time code is right for less than this, clocks that run apart included.</summary>
    private static readonly TimeSpan CodeHolds = TimeSpan.FromMinutes(5);

    private readonly ITimeLimitedDataProtector _tickets = protection
        .CreateProtector("LoyalLadder.SecondStep")
        .ToTimeLimitedDataProtector();

    /// <summary>Tries a password.</summary>
    public async Task<SignInOutcome> ByPassword(string email, string password, From from, CancellationToken cancel)
    {
        var began = time.GetTimestamp();
        var arrival = await Authenticate(email, password, from, cancel);
        if (arrival is { Session: null, Ticket: null } && Refusal - time.GetElapsedTime(began) is { Ticks: > 0 } rest)
            await Task.Delay(rest, time, cancel);
        return arrival;
    }

    private async Task<SignInOutcome> Authenticate(string email, string password, From from, CancellationToken cancel)
    {
        var whose = await door.Person(email, cancel);
        if (whose is not null)
            door.Enter(whose.SchoolId, whose.Id);
        if (await MustWait(email, whose, from, cancel))
        {
            HadToWait(log, from.Address, whose?.Id);
            if (whose is not null)
                await book.Write(DoorDeed.HadToWait, whose.Id, from.Address, cancel);
            return new SignInOutcome();
        }
        if (whose is null || await users.FindByIdAsync(whose.Id.ToString()) is not { } person)
        {
            // as long as for somebody who is there
            users.PasswordHasher.HashPassword(Nobody, password);
            WrongPassword(log, from.Address, null);
            return new SignInOutcome();
        }
        if (!await users.CheckPasswordAsync(person, password) || person.ClosedAt is not null)
        {
            WrongPassword(log, from.Address, person.Id);
            await book.Write(DoorDeed.WrongPassword, person.Id, from.Address, cancel);
            return new SignInOutcome();
        }
        await tries.Forget(PairOf(email, from), cancel);
        await tries.Forget(AccountOf(email), cancel);
        if (person.TwoFactorEnabled)
            return new SignInOutcome(
                Ticket: _tickets.Protect($"{person.SchoolId} {person.Id} {person.SecurityStamp}", CodeWithin)
            );
        return new SignInOutcome(await Enter(person, false, from, cancel));
    }

    /// <summary>Every try is counted, before it is known whether it is right.</summary>
    private async Task<bool> MustWait(string email, Whose? whose, From from, CancellationToken cancel)
    {
        if (await tries.Count(PairOf(email, from), 6, TimeSpan.FromSeconds(20), Longest, cancel) > TimeSpan.Zero)
            return true;
        if (await tries.Count($"from {from.Address}", 120, TimeSpan.FromSeconds(20), Longest, cancel) > TimeSpan.Zero)
            return true;
        if (whose is not null && await sessions.CameFrom(whose.Id, from.Address, cancel))
            return false;
        return await tries.Count(AccountOf(email), 30, TimeSpan.FromSeconds(20), Longest, cancel) > TimeSpan.Zero;
    }

    private static string PairOf(string email, From from) => $"{email} from {from.Address}";

    private static string AccountOf(string email) => $"account {email}";

    private static AppUser Nobody { get; } = new() { DisplayName = "" };

    /// <summary>Tries the one-time code, or a recovery code, of whoever a ticket names.</summary>
    /// <returns>Null when the ticket no longer holds: the password is asked for again.</returns>
    public async Task<SignInOutcome?> ByCode(string ticket, string code, From from, CancellationToken cancel)
    {
        if (await PersonOf(ticket) is not { } person)
            return null;
        var typed = code.Replace(" ", "", StringComparison.Ordinal).Replace("-", "", StringComparison.Ordinal);
        var isFree =
            await tries.Count($"code of {person.Id}", 6, TimeSpan.FromSeconds(20), Longest, cancel) == TimeSpan.Zero;
        if (isFree && await IsCode(person, typed, cancel))
            return await Right();
        if (isFree && (await users.RedeemTwoFactorRecoveryCodeAsync(person, code.Trim())).Succeeded)
        {
            await book.Write(DoorDeed.UsedRecoveryCode, person.Id, from.Address, cancel);
            return await Right();
        }
        WrongPassword(log, from.Address, person.Id);
        await book.Write(isFree ? DoorDeed.WrongCode : DoorDeed.HadToWait, person.Id, from.Address, cancel);
        return new SignInOutcome();

        async Task<SignInOutcome> Right()
        {
            await tries.Forget($"code of {person.Id}", cancel);
            return new SignInOutcome(await Enter(person, true, from, cancel));
        }
    }

    /// <summary>A code that was looked at over a shoulder opens nothing a second time.</summary>
    private async Task<bool> IsCode(AppUser person, string typed, CancellationToken cancel) =>
        await users.VerifyTwoFactorTokenAsync(person, TokenOptions.DefaultAuthenticatorProvider, typed)
        && await tries.Count($"used code {typed} of {person.Id}", 1, CodeHolds, CodeHolds, cancel) == TimeSpan.Zero;

    private async Task<AppUser?> PersonOf(string ticket)
    {
        try
        {
            if (_tickets.Unprotect(ticket).Split(' ') is not [var school, var id, var stamp])
                return null;
            door.Enter(Guid.Parse(school), Guid.Parse(id));
            var person = await users.FindByIdAsync(id);
            return person?.SecurityStamp == stamp && person.ClosedAt is null ? person : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Lets in somebody who has shown who they are.</summary>
    public async Task<SignedIn> Enter(AppUser person, bool secondStep, From from, CancellationToken cancel)
    {
        door.Enter(person.SchoolId, person.Id);
        var session = await sessions.Begin(person.Id, secondStep, from, cancel);
        await book.Write(DoorDeed.CameIn, person.Id, from.Address, cancel);
        return session;
    }

    [LoggerMessage(LogLevel.Warning, "Sign-in refused from {Address} for {Person}")]
    private static partial void WrongPassword(ILogger log, string address, Guid? person);

    [LoggerMessage(LogLevel.Warning, "Sign-in has to wait from {Address} for {Person}")]
    private static partial void HadToWait(ILogger log, string address, Guid? person);
}
