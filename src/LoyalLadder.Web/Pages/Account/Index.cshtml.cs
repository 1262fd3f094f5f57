using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Account;

/// <summary>Somebody's own account: password, second step, passkeys, and where they are signed in.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    OwnAccount account,
    Sessions sessions,
    SignInLog book,
    UserManager<AppUser> users
) : RoomPage(own, time)
{
    public AppUser Person { get; private set; } = null!;
    public List<SignedIn> Held { get; private set; } = [];
    public IList<UserPasskeyInfo> Passkeys { get; private set; } = [];
    public SchoolCard Card { get; private set; } = null!;

    /// <summary>The secret of an authenticator that is being set up; null while codes are on.</summary>
    public string? Secret { get; private set; }

    /// <summary>Shown once, when codes are turned on.</summary>
    public IReadOnlyList<string> Recovery { get; private set; } = [];

    public int RecoveryLeft { get; private set; }

    /// <summary>Where an authenticator reads the secret from, as a picture.</summary>
    public string SecretPicture => CodePicture.Of(Secret ?? "", Person.Email ?? "");

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Load())
            return NotFound();
        return Page();
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostPasswordAsync(string? old, string? fresh)
    {
        var errors = await account.Change(Me, old ?? "", fresh ?? "", User.Session(), HttpContext.From(), Cancel);
        ShowErrors(errors);
        if (errors.Any)
            return await OnGetAsync();
        return Told(Say("The password is changed. Other devices have to sign in with it."));
    }

    [For(Role.Assistant)]
    public IActionResult OnPostLanguage(string? code)
    {
        if (AllLanguages.Find(code) is not { } language)
            return BadRequest();
        ReadersLanguage.Choose(Response, language);
        return Redirect("/me#language");
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostCodesAsync(string? code)
    {
        if (await account.Person(Me) is not { } person || User.Session() is not { } session)
            return NotFound();
        if (await account.TurnCodesOn(person, code ?? "", session, HttpContext.From(), Cancel) is { } recovery)
            Recovery = recovery;
        else
            ModelState.AddModelError(
                "Code",
                Say("This is not the code that it shows now. Type the six figures as they stand.")
            );
        return await OnGetAsync();
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostNoCodesAsync(string? old)
    {
        if (await account.Person(Me) is not { } person)
            return NotFound();
        if (await account.TurnCodesOff(person, old ?? "", HttpContext.From(), Cancel) is not { } wrong)
            return Told(Say("Codes are off."));
        ModelState.AddModelError("OldForCodes", wrong);
        return await OnGetAsync();
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostEndAsync(Guid session)
    {
        if (await sessions.End(Me, session, Cancel))
            await book.Write(DoorDeed.EndedSession, Me, HttpContext.Address(), Cancel);
        return Told(Say("It is signed out."));
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostEndOthersAsync()
    {
        if (await sessions.EndOthers(Me, User.Session(), Cancel))
            await book.Write(DoorDeed.EndedSession, Me, HttpContext.Address(), Cancel);
        return Told(Say("All other devices are signed out."));
    }

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostNoPasskeyAsync(string? passkey)
    {
        if (
            await account.Person(Me) is not { } person
            || string.IsNullOrEmpty(passkey)
            || !Convert.TryFromBase64String(passkey, new byte[2048], out _)
        )
            return NotFound();
        await users.RemovePasskeyAsync(person, Convert.FromBase64String(passkey));
        await book.Write(DoorDeed.RemovedPasskey, Me, HttpContext.Address(), Cancel);
        return Told(Say("The passkey opens nothing any more."));
    }

    private RedirectResult Told(string said)
    {
        Tell(said);
        return Redirect("/me");
    }

    private async Task<bool> Load()
    {
        if (await account.Person(Me) is not { } person)
            return false;
        (Person, Card) = (person, await School());
        Held = await sessions.Of(Me, Cancel);
        Passkeys = await users.GetPasskeysAsync(person);
        Secret = person.TwoFactorEnabled ? null : await account.CodeSecret(person);
        RecoveryLeft = person.TwoFactorEnabled ? await users.CountRecoveryCodesAsync(person) : 0;
        return true;
    }
}
