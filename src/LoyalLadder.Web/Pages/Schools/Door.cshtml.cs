using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Mail;
using Microsoft.AspNetCore.Authorization;
using MimeKit;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The door book: who came in and who tried to, and letters where the school has no mail server.</summary>
[Authorize(Policies.Head)]
public sealed class DoorModel(OwnSchool own, TimeProvider time, SignInLog book, Outbox outbox) : SchoolPage(own, time)
{
    public List<DoorNote> Notes { get; private set; } = [];
    public List<MimeMessage> Letters { get; private set; } = [];
    public SchoolFacts Own { get; private set; } = null!;

    public async Task OnGetAsync()
    {
        Own = await Facts();
        Notes = await book.Last(Cancel);
        Letters = await outbox.Of(Own.School.Id, Cancel);
    }

    public string WordOf(DoorDeed deed) =>
        deed switch
        {
            DoorDeed.CameIn => Say("signed in"),
            DoorDeed.WrongPassword => Say("a wrong password"),
            DoorDeed.WrongCode => Say("a wrong code"),
            DoorDeed.HadToWait => Say("too many tries, had to wait"),
            DoorDeed.AskedForNewPassword => Say("asked for a new password"),
            DoorDeed.ChosePassword => Say("chose a password"),
            DoorDeed.AddedPasskey => Say("added a passkey"),
            DoorDeed.RemovedPasskey => Say("removed a passkey"),
            DoorDeed.TurnedCodesOn => Say("turned codes on"),
            DoorDeed.TurnedCodesOff => Say("turned codes off"),
            DoorDeed.UsedRecoveryCode => Say("used a recovery code"),
            DoorDeed.EndedSession => Say("signed another device out"),
            DoorDeed.Closed => Say("the account was closed"),
            DoorDeed.Opened => Say("the account was opened again"),
            DoorDeed.MadeToken => Say("made a token"),
            _ => Say("revoked a token"),
        };

    /// <summary>Whether a line is one to look at.</summary>
    public bool IsOdd(DoorDeed deed) =>
        deed is DoorDeed.WrongPassword or DoorDeed.WrongCode or DoorDeed.HadToWait or DoorDeed.UsedRecoveryCode;
}
