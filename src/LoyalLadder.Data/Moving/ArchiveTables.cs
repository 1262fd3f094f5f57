using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

namespace LoyalLadder.Data.Moving;

/// <summary>Which tables a school takes with it, each after those that it rests on.</summary>
internal static class ArchiveTables
{
    /// <summary>
    /// What opens doors here, what this installation wrote down of its own use, and what is summed up anew from the rest.
    /// </summary>
    private static readonly HashSet<Type> Stays =
    [
        typeof(School),
        typeof(AppUser),
        typeof(ApiToken),
        typeof(Invitation),
        typeof(CalendarAddress),
        typeof(PracticePage),
        typeof(SignedIn),
        typeof(DoorNote),
        typeof(KeptPost),
        typeof(SchoolEdition),
        typeof(SheetVisit),
        typeof(AuditEntry),
        typeof(TaughtItem),
        typeof(Evidence),
    ];

    public static IReadOnlyList<IEntityType> Of(LadderContext db)
    {
        var left = db
            .Model.GetEntityTypes()
            .Where(t => t.FindProperty(LadderContext.SchoolKey) is not null && !Stays.Contains(t.ClrType))
            .OrderBy(t => t.GetTableName(), StringComparer.Ordinal)
            .ToList();
        var ordered = new List<IEntityType>();
        while (left.Count > 0)
        {
            var next = left.First(t => RestsOn(t).All(o => o == t || !left.Contains(o)));
            ordered.Add(next);
            left.Remove(next);
        }
        return ordered;
    }

    private static IEnumerable<IEntityType> RestsOn(IEntityType type) =>
        type.GetForeignKeys().Select(k => k.PrincipalEntityType);

    /// <summary>The columns that a row is ordered by, for a file that is the same each time.</summary>
    public static string Order(IEntityType type) =>
        string.Join(", ", type.FindPrimaryKey()!.Properties.Select(p => p.GetColumnName()));

    /// <summary>
    /// The columns that are written and read, without those that the database counts and those that open a door: whatever is kept as a
    /// hash is kept so because it does.
    /// </summary>
    public static string Columns(IEntityType type) =>
        string.Join(
            ", ",
            type.GetProperties()
                .Where(p => p.GetValueGenerationStrategy() != NpgsqlValueGenerationStrategy.IdentityAlwaysColumn)
                .Where(p => !p.Name.EndsWith("Hash", StringComparison.Ordinal))
                .Select(p => p.GetColumnName())
                .Where(c => c != "xmin")
                .Order(StringComparer.Ordinal)
                .Select(c => $"\"{c}\"")
        );
}
