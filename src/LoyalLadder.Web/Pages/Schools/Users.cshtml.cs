using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Who signs in, and as what.</summary>
[Authorize(Policies.Head)]
public sealed class UsersModel(
    OwnSchool own,
    TimeProvider time,
    SchoolBook school,
    StaffChanges changes,
    Invitations invitations,
    SignInLog book,
    PublicAddress address
) : SchoolPage(own, time)
{
    public sealed class UserForm
    {
        [Required(ErrorMessage = "Type a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string DisplayName { get; set; } = "";

        [
            Required(ErrorMessage = "Type an e-mail."),
            StringLength(256, ErrorMessage = "At most 256 characters."),
            EmailAddress(ErrorMessage = "This is no e-mail address; one looks like name@place.")
        ]
        public string Email { get; set; } = "";

        [EnumDataType(typeof(Role), ErrorMessage = "Choose a role.")]
        public Role Role { get; set; } = Role.Instructor;

        [StringLength(200, MinimumLength = 10, ErrorMessage = "Ten to 200 characters.")]
        public string? Password { get; set; }
    }

    [BindProperty]
    public UserForm Form { get; set; } = new();

    public List<AppUser> Staff { get; private set; } = [];

    public SchoolFacts Own { get; private set; } = null!;

    public async Task OnGetAsync()
    {
        await Load();
        if (Staff.Find(u => u.Id == Edit) is { } user)
            Form = new UserForm
            {
                DisplayName = user.DisplayName,
                Email = user.Email ?? "",
                Role = user.Role,
            };
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (Edit is null && string.IsNullOrEmpty(Form.Password))
            ModelState.AddModelError("Form.Password", Say("Choose a first password of at least ten characters."));
        if (!ModelState.IsValid)
            return Page();
        var draft = new StaffDraft(Form.DisplayName.Trim(), Form.Email.Trim(), Form.Role, Form.Password);
        var errors = Edit is { } id
            ? await changes.Change(id, Seen(), draft, User.Session(), Cancel)
            : await changes.Add(Key, draft, Cancel);
        ShowErrors(errors, "Form.");
        return errors.Any ? Page() : Tell(Say($"{draft.DisplayName} is saved."), "/school/users");
    }

    /// <summary>How the person stood when the form was filled, as it says.</summary>
    private StaffSeen? Seen() => SeenName is null ? null : new StaffSeen(SeenName, SeenEmail ?? "", SeenRole);

    [BindProperty]
    public string? SeenName { get; set; }

    [BindProperty]
    public string? SeenEmail { get; set; }

    [BindProperty]
    public Role SeenRole { get; set; }

    /// <summary>The person whom the form is about as they stand now; null for a new one.</summary>
    public AppUser? Edited => Staff.Find(u => u.Id == Edit);

    /// <summary>The link of an invitation that was made just now; it is shown once.</summary>
    public string? Link { get; private set; }

    public List<Invitation> Open { get; private set; } = [];

    [For(Role.Head)]
    public async Task<IActionResult> OnPostInviteAsync(Role role)
    {
        ModelState.Clear();
        var secret = await invitations.Make(Enum.IsDefined(role) ? role : Role.Assistant, Cancel);
        Link = address.Link($"/join/{secret}");
        await Load();
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostWithdrawAsync(Guid id)
    {
        await invitations.Withdraw(id, Cancel);
        return Tell(Say("The invitation is withdrawn."), "/school/users");
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostCloseAsync(Guid id)
    {
        var errors = await changes.Close(id, Cancel);
        if (errors.Any)
            return Refuse(errors.First, "/school/users");
        await book.Write(DoorDeed.Closed, id, HttpContext.Address(), Cancel);
        return Tell(
            Say("The account is closed, and signed out everywhere. It can be opened again below."),
            "/school/users"
        );
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostOpenAsync(Guid id)
    {
        if (await changes.Open(id, Cancel))
            await book.Write(DoorDeed.Opened, id, HttpContext.Address(), Cancel);
        return Tell(Say("The account is open again."), "/school/users");
    }

    public string RoleWord(Role role) =>
        role switch
        {
            Role.Head => Say("head instructor"),
            Role.Instructor => Say("instructor"),
            _ => Say("assistant"),
        };

    private async Task Load()
    {
        (Own, Staff) = (await Facts(), await school.Staff(Cancel));
        Open = (await invitations.Open(Cancel)).FindAll(i => i.HallId is null);
    }
}
