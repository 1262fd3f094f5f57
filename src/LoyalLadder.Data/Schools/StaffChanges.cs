using LoyalLadder.Data.Doors;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>What is typed of somebody who signs in; no password keeps the one there is.</summary>
public sealed record StaffDraft(string DisplayName, string Email, Role Role, string? Password);

/// <summary>How somebody who signs in stood when a form about them was filled.</summary>
public sealed record StaffSeen(string DisplayName, string Email, Role Role)
{
    public static StaffSeen Of(AppUser person) => new(person.DisplayName, person.Email ?? "", person.Role);

    public static StaffSeen Of(StaffDraft draft) => new(draft.DisplayName, draft.Email, draft.Role);
}

/// <summary>
/// Adding and changing people who sign in. The school's people are changed one after the other, so that one head
/// always stays.
/// </summary>
public sealed class StaffChanges(LadderContext db, UserManager<AppUser> users, Sessions sessions, TimeProvider time)
{
    private const string Turn = "staff";

    /// <summary>Adds somebody with a first password.</summary>
    public Task<FieldErrors> Add(Guid key, StaffDraft draft, CancellationToken cancel) =>
        db.RunExclusive(
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

    /// <summary>Changes somebody. A new role or password ends their sessions, but for the one that it is done in.</summary>
    /// <param name="id">Who.</param>
    /// <param name="seen">How they stood when the form was filled; null takes whatever stands.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="session">The session that it is done in.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<FieldErrors> Change(
        Guid id,
        StaffSeen? seen,
        StaffDraft draft,
        Guid? session,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                var errors = new FieldErrors();
                if (await db.Staff.FirstOrDefaultAsync(u => u.Id == id, cancel) is not { } person)
                    errors.Add("DisplayName", Say("This person is no longer there."));
                else if (
                    seen is not null
                    && StaffSeen.Of(person) is var now
                    && now != seen
                    && now != StaffSeen.Of(draft)
                )
                    errors.Add(
                        "DisplayName",
                        Say(
                            $"Somebody changed this person meanwhile: {now.DisplayName}, {now.Email}. "
                                + $"Save once more to keep yours."
                        )
                    );
                else if (await IsLastHead(person, draft.Role, cancel))
                    errors.Add("Role", Say("A school keeps at least one head instructor."));
                else
                    return await Change(person, draft, session, cancel);
                return errors;
            },
            cancel
        );

    private async Task<bool> IsLastHead(AppUser person, Role role, CancellationToken cancel) =>
        person.Role == Role.Head
        && role != Role.Head
        && !await db.Staff.AnyAsync(u => u.Role == Role.Head && u.Id != person.Id && u.ClosedAt == null, cancel);

    /// <summary>Closes an account: it opens nothing any more, and what its owner did stays theirs.</summary>
    public Task<FieldErrors> Close(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                var errors = new FieldErrors();
                if (await db.Staff.FirstOrDefaultAsync(u => u.Id == id, cancel) is not { } person)
                    errors.Add("", Say("This person is no longer there."));
                else if (await IsLastHead(person, Role.Assistant, cancel))
                    errors.Add("", Say("A school keeps at least one head instructor."));
                else
                {
                    person.ClosedAt ??= time.GetUtcNow();
                    await db.SaveChangesAsync(cancel);
                    await sessions.EndOthers(id, null, cancel);
                }
                return errors;
            },
            cancel
        );

    /// <summary>Opens a closed account again; false when there is none.</summary>
    public Task<bool> Open(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.Staff.FirstOrDefaultAsync(u => u.Id == id, cancel) is not { } person)
                    return false;
                person.ClosedAt = null;
                return true;
            },
            cancel
        );

    private async Task<FieldErrors> Change(AppUser person, StaffDraft draft, Guid? session, CancellationToken cancel)
    {
        var endsSessions = person.Role != draft.Role || !string.IsNullOrEmpty(draft.Password);
        (person.DisplayName, person.Role) = (draft.DisplayName, draft.Role);
        (person.UserName, person.Email) = (draft.Email, draft.Email);
        var saved = await users.UpdateAsync(person);
        if (!saved.Succeeded)
            return Errors(saved);
        if (!string.IsNullOrEmpty(draft.Password))
        {
            var token = await users.GeneratePasswordResetTokenAsync(person);
            var chosen = await users.ResetPasswordAsync(person, token, draft.Password);
            if (!chosen.Succeeded)
                return Errors(chosen);
        }
        if (endsSessions)
            await sessions.EndOthers(person.Id, session, cancel);
        return Errors(await users.UpdateSecurityStampAsync(person));
    }

    private static FieldErrors Errors(IdentityResult result)
    {
        var errors = new FieldErrors();
        foreach (var error in result.Errors)
            if (error.Code.Contains("Duplicate", StringComparison.Ordinal))
                errors.Add("Email", Say("Somebody signs in with this e-mail already."));
            else
                errors.Add("Password", error.Description);
        return errors;
    }
}
