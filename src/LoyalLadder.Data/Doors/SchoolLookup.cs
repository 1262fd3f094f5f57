using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Doors;

/// <summary>Whose something is that was shown at the door.</summary>
public sealed record Whose(Guid Id, Guid SchoolId);

/// <summary>
/// What has to be known before it is known whose school it is. The database answers each of these questions by a function that
/// tells no more than is asked; without a school nothing else of it can be seen.
/// </summary>
public sealed class SchoolLookup(LadderContext db, SchoolScope scope)
{
    /// <summary>True while there is nobody who could sign in.</summary>
    public Task<bool> IsOpen(CancellationToken cancel) =>
        db.Database.SqlQuery<bool>($"""SELECT NOT ladder_is_founded() AS "Value" """).SingleAsync(cancel);

    /// <summary>The person who signs in with an e-mail; null for nobody.</summary>
    public Task<Whose?> Person(string email, CancellationToken cancel) =>
        Ask(
            db.Database.SqlQuery<Whose>(
                $"SELECT id, school_id FROM ladder_person_of_email({email.Trim().ToUpperInvariant()})"
            ),
            cancel
        );

    /// <summary>The person whose passkey it is; null for nobody's.</summary>
    public Task<Whose?> Person(byte[] passkey, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_person_of_passkey({passkey})"), cancel);

    /// <summary>An invitation of that hash; null for none.</summary>
    public Task<Whose?> Invitation(string hash, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_invitation({hash})"), cancel);

    /// <summary>A token of that hash; null for none.</summary>
    public Task<Whose?> Token(string hash, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_token({hash})"), cancel);

    /// <summary>The hall whose wall's address has that hash; null for none.</summary>
    public Task<Whose?> Wall(string hash, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_wall({hash})"), cancel);

    /// <summary>The calendar address of that hash; null for none, or where its person's account is closed.</summary>
    public Task<Whose?> Calendar(string hash, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_calendar({hash})"), cancel);

    /// <summary>The page for practising of that hash; null for none.</summary>
    public Task<Whose?> Practice(string hash, CancellationToken cancel) =>
        Ask(db.Database.SqlQuery<Whose>($"SELECT id, school_id FROM ladder_practice({hash})"), cancel);

    /// <summary>The keys of all schools of the installation.</summary>
    public Task<List<Guid>> Schools(CancellationToken cancel) =>
        db.Database.SqlQuery<Guid>($"""SELECT ladder_schools() AS "Value" """).ToListAsync(cancel);

    /// <summary>From here on this request works for a school.</summary>
    public void Enter(Guid school, Guid person) => (scope.SchoolId, scope.UserId) = (school, person);

    private static async Task<Whose?> Ask(IQueryable<Whose> of, CancellationToken cancel) =>
        (await of.ToListAsync(cancel)).SingleOrDefault();
}
