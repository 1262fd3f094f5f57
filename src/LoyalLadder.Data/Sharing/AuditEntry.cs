using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace LoyalLadder.Data.Sharing;

public enum Deed
{
    Added,
    Changed,
    Removed,
}

/// <summary>
/// That somebody added, changed or removed something. It names fields, never what was in them: the list outlives what it tells
/// of, and a student who asks to be forgotten must not live on in it.
/// </summary>
public sealed class AuditEntry : SchoolRow
{
    /// <summary>Counted up by the database.</summary>
    public long Number { get; set; }

    /// <summary>What kind of thing, by its class: Student, Lesson, AppUser.</summary>
    public required string Kind { get; set; }

    public Guid RowId { get; set; }
    public Deed Deed { get; set; }

    /// <summary>The fields that changed, with commas between; empty for what was added or removed.</summary>
    public string Fields { get; set; } = "";
}

/// <summary>Which changes are written down, read off the rows that are about to be saved.</summary>
internal static class Audit
{
    /// <summary>Kinds that have a record of their own, or that nobody changes by hand.</summary>
    private static readonly HashSet<string> Elsewhere =
    [
        "AuditEntry",
        "SheetVisit",
        "SheetChange",
        "SheetLine",
        "RunEvent",
        "LogLine",
        "Attendance",
        "TaughtItem",
        "Evidence",
        "CombinationChange",
        "RequirementChange",
        "SignedIn",
        "DoorNote",
        "KeptPost",
        "SchoolEdition",
        "TermSolve",
    ];

    /// <summary>Kinds that earlier versions wrote down although nobody changes them by hand.</summary>
    internal static IReadOnlyCollection<string> NotByHand => Elsewhere;

    private static readonly HashSet<string> Silent =
    [
        "ChangedAt",
        "ChangedById",
        "SchoolId",
        "ConcurrencyStamp",
        "SecurityStamp",
        "AccessFailedCount",
        "LockoutEnd",
        "NormalizedEmail",
        "NormalizedUserName",
        "UserName",
        "Version",
    ];

    /// <summary>What a kind of row is called in the list: a class's name without the word that it is a row.</summary>
    private static string KindOf(Type row) =>
        row.Name.EndsWith("Row", StringComparison.Ordinal) ? row.Name[..^3] : row.Name;

    public static IEnumerable<AuditEntry> Of(IEnumerable<EntityEntry> entries)
    {
        var changed = entries
            .Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted)
            .ToList();
        var told = changed.Select(Entry).OfType<AuditEntry>().ToList();
        // a sheet's lines have a history of their own; here it counts that it was worked on
        var begun = told.Where(t => t.Kind == nameof(Lessons.Lesson)).Select(t => t.RowId).ToHashSet();
        var sheets = changed.Select(e => e.Entity).OfType<Lessons.SheetLine>().Select(l => l.LessonId).Distinct();
        return told.Concat(
            sheets
                .Where(s => !begun.Contains(s))
                .Select(s => new AuditEntry
                {
                    Kind = nameof(Lessons.Lesson),
                    RowId = s,
                    Deed = Deed.Changed,
                    Fields = "Lines",
                })
        );
    }

    private static AuditEntry? Entry(EntityEntry entry)
    {
        var kind = KindOf(entry.Metadata.ClrType);
        if (Elsewhere.Contains(kind) || entry.Metadata.FindProperty("Id")?.ClrType != typeof(Guid))
            return null;
        var fields = entry.State == EntityState.Modified ? ChangedFields(entry) : "";
        if (entry.State == EntityState.Modified && fields.Length == 0)
            return null;
        return new AuditEntry
        {
            Kind = kind,
            RowId = (Guid)entry.Property("Id").CurrentValue!,
            Deed = DeedOf(entry.State),
            Fields = fields,
        };
    }

    private static string ChangedFields(EntityEntry entry) =>
        string.Join(
            ", ",
            entry
                .Properties.Where(p =>
                    p.IsModified && !Equals(p.OriginalValue, p.CurrentValue) && !Silent.Contains(p.Metadata.Name)
                )
                .Select(p => p.Metadata.Name)
        );

    private static Deed DeedOf(EntityState state) =>
        state switch
        {
            EntityState.Added => Deed.Added,
            EntityState.Deleted => Deed.Removed,
            _ => Deed.Changed,
        };
}
