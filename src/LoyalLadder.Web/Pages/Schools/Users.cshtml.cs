using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Who signs in, and as what.</summary>
[Authorize(Policies.Head)]
public sealed class UsersModel(LadderContext db, TimeProvider time, UserManager<AppUser> users, Invitations invitations)
    : SchoolPage(db, time)
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

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        var user = Edit is { } id ? await Db.Staff.FirstOrDefaultAsync(u => u.Id == id, Cancel) : null;
        if (user is null && string.IsNullOrEmpty(Form.Password))
            ModelState.AddModelError("Form.Password", "Choose a first password of at least ten characters.");
        if (user is { Role: Role.Head } && Form.Role != Role.Head && Staff.Count(u => u.Role == Role.Head) == 1)
            ModelState.AddModelError("Form.Role", "A school keeps at least one head instructor.");
        if (!ModelState.IsValid)
            return Page();
        var result = user is null ? await Make() : await Change(user);
        if (result.Succeeded)
        {
            Say($"{Form.DisplayName.Trim()} is saved.");
            return Redirect("/school/users");
        }
        foreach (var error in result.Errors)
            ModelState.AddModelError(
                "",
                error.Code.Contains("Duplicate", StringComparison.Ordinal)
                    ? "Somebody signs in with this e-mail already."
                    : error.Description
            );
        return Page();
    }

    /// <summary>The link of an invitation that was made just now; it is shown once.</summary>
    public string? Link { get; private set; }

    public List<Invitation> Open { get; private set; } = [];

    public async Task<IActionResult> OnPostInviteAsync(Role role)
    {
        ModelState.Clear();
        var secret = await invitations.Make(Enum.IsDefined(role) ? role : Role.Assistant, Cancel);
        Link = $"{Request.Scheme}://{Request.Host}/join/{secret}";
        await Load();
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync(Guid id)
    {
        await Db.RemoveOne(Db.Invitations.Where(i => i.Id == id), Cancel);
        Say("The invitation is withdrawn.");
        return Redirect("/school/users");
    }

    public string RoleWord(Role role) =>
        role switch
        {
            Role.Head => "head instructor",
            Role.Instructor => "instructor",
            _ => "assistant",
        };

    private Task<IdentityResult> Make() =>
        users.CreateAsync(
            new AppUser
            {
                UserName = Form.Email.Trim(),
                Email = Form.Email.Trim(),
                DisplayName = Form.DisplayName.Trim(),
                Role = Form.Role,
                SchoolId = Db.SchoolId,
            },
            Form.Password!
        );

    private async Task<IdentityResult> Change(AppUser user)
    {
        (user.DisplayName, user.Role, user.UserName, user.Email) = (
            Form.DisplayName.Trim(),
            Form.Role,
            Form.Email.Trim(),
            Form.Email.Trim()
        );
        var result = await users.UpdateAsync(user);
        if (!result.Succeeded)
            return result;
        if (!string.IsNullOrEmpty(Form.Password))
        {
            user.PasswordHash = users.PasswordHasher.HashPassword(user, Form.Password);
            (user.LockoutEnd, user.AccessFailedCount) = (null, 0);
        }
        // a new stamp ends the sessions that know the old role or password
        return await users.UpdateSecurityStampAsync(user);
    }

    private async Task Load()
    {
        Staff = await Db.Staff.AsNoTracking().OrderBy(u => u.DisplayName).ToListAsync(Cancel);
        var now = Time.GetUtcNow();
        Open = await Db
            .Invitations.AsNoTracking()
            .Where(i => i.UsedAt == null && i.ExpiresAt > now)
            .OrderBy(i => i.ExpiresAt)
            .ToListAsync(Cancel);
    }
}
