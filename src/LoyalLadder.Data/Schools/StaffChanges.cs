using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>What is typed of somebody who signs in; no password keeps the one there is.</summary>
public sealed record StaffDraft(string DisplayName, string Email, Role Role, string? Password);

/// <summary>Adding and changing people who sign in. The school's people are changed one after the other, so that one head always stays.</summary>
public sealed class StaffChanges(LadderContext db, UserManager<AppUser> users)
{
    private const string Turn = "staff";

    /// <summary>Adds somebody with a first password.</summary>
    public Task<FieldErrors> Add(Guid key, StaffDraft draft, CancellationToken cancel) =>
        db.InTurn(
            Turn,
            async () =>
            {
                if (await db.Staff.AnyAsync(u => u.Id == key, cancel))
                    return new FieldErrors();
                var person = new AppUser
                {
                    Id = key,
                    UserName = draft.Email,
                    Email = draft.Email,
                    DisplayName = draft.DisplayName,
                    Role = draft.Role,
                    SchoolId = db.SchoolId,
                };
                return Errors(await users.CreateAsync(person, draft.Password ?? ""));
            },
            cancel
        );

    /// <summary>Changes somebody; a new stamp ends the sessions that know the old role or password.</summary>
    public Task<FieldErrors> Change(Guid id, StaffDraft draft, CancellationToken cancel) =>
        db.InTurn(
            Turn,
            async () =>
            {
                var errors = new FieldErrors();
                if (await db.Staff.FirstOrDefaultAsync(u => u.Id == id, cancel) is not { } person)
                    errors.Add("DisplayName", "This person is no longer there.");
                else if (await IsLastHead(person, draft.Role, cancel))
                    errors.Add("Role", "A school keeps at least one head instructor.");
                else
                    return await Change(person, draft);
                return errors;
            },
            cancel
        );

    private async Task<bool> IsLastHead(AppUser person, Role role, CancellationToken cancel) =>
        person.Role == Role.Head
        && role != Role.Head
        && !await db.Staff.AnyAsync(u => u.Role == Role.Head && u.Id != person.Id, cancel);

    private async Task<FieldErrors> Change(AppUser person, StaffDraft draft)
    {
        (person.DisplayName, person.Role) = (draft.DisplayName, draft.Role);
        (person.UserName, person.Email) = (draft.Email, draft.Email);
        var saved = await users.UpdateAsync(person);
        if (!saved.Succeeded)
            return Errors(saved);
        if (!string.IsNullOrEmpty(draft.Password))
        {
            person.PasswordHash = users.PasswordHasher.HashPassword(person, draft.Password);
            (person.LockoutEnd, person.AccessFailedCount) = (null, 0);
        }
        return Errors(await users.UpdateSecurityStampAsync(person));
    }

    private static FieldErrors Errors(IdentityResult result)
    {
        var errors = new FieldErrors();
        foreach (var error in result.Errors)
            if (error.Code.Contains("Duplicate", StringComparison.Ordinal))
                errors.Add("Email", "Somebody signs in with this e-mail already.");
            else
                errors.Add("Password", error.Description);
        return errors;
    }
}
