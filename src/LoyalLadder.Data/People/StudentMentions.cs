using System.Linq.Expressions;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>Words in which a name stands.</summary>
/// <param name="Row">The row.</param>
/// <param name="Place">Where that is, as people say it.</param>
/// <param name="Words">The words, with the name.</param>
public sealed record Mention(Guid Row, string Place, string Words);

/// <summary>
/// Names of students stand in what people typed: sheets, notes, comments. They are found before somebody is erased, shown, since a
/// name can be a word like any other, and replaced where they mean that person.
/// </summary>
public sealed class StudentMentions(LadderContext db)
{
    /// <summary>What stands where a name stood.</summary>
    public const string Instead = "(erased)";

    /// <summary>A name that stands in more places than this is a word like any other.</summary>
    public const int Most = 300;

    /// <summary>Where people type whole sentences. A test holds that no such column is forgotten.</summary>
    private static readonly Place[] Places =
    [
        new Place<SheetLine>(MarkForTranslation("sheets"), nameof(SheetLine.Text)),
        new Place<SheetChange>(MarkForTranslation("history of sheets"), nameof(SheetChange.Before)),
        new Place<SheetChange>(MarkForTranslation("history of sheets"), nameof(SheetChange.After)),
        new Place<Lesson>(MarkForTranslation("titles of sheets"), nameof(Lesson.Title)),
        new Place<Lesson>(MarkForTranslation("focus of sheets"), nameof(Lesson.Focus)),
        new Place<Lesson>(MarkForTranslation("pasted sheets"), nameof(Lesson.Pasted)),
        new Place<KeptSheet>(MarkForTranslation("kept sheets"), nameof(KeptSheet.Text)),
        new Place<KeptSheet>(MarkForTranslation("titles of kept sheets"), nameof(KeptSheet.Title)),
        new Place<LineComment>(MarkForTranslation("comments"), nameof(LineComment.Words)),
        new Place<LessonLog>(MarkForTranslation("notes of logs"), nameof(LessonLog.Notes)),
        new Place<LogLine>(MarkForTranslation("lines of logs"), nameof(LogLine.Text)),
        new Place<RunEvent>(MarkForTranslation("notes on the mat"), nameof(RunEvent.Text)),
        new Place<CareNote>(MarkForTranslation("care notes"), nameof(CareNote.Words)),
        new Place<Gradings.Award>(MarkForTranslation("stripes and marks given"), nameof(Gradings.Award.Words)),
        new Place<Drill>(MarkForTranslation("drills"), nameof(Drill.Text)),
        new Place<Drill>(MarkForTranslation("notes of drills"), nameof(Drill.Notes)),
        new Place<NumberedCombination>(MarkForTranslation("notes of combinations"), nameof(NumberedCombination.Notes)),
        new Place<NumberedCombination>(
            MarkForTranslation("cautions of combinations"),
            nameof(NumberedCombination.Cautions)
        ),
        new Place<CheckOverride>(MarkForTranslation("reasons for setting a check aside"), nameof(CheckOverride.Reason)),
        new Place<DateChangeRow>(MarkForTranslation("reasons of changed dates"), nameof(DateChangeRow.Reason)),
        new Place<ClosureRow>(MarkForTranslation("names of closed days"), nameof(ClosureRow.Name)),
    ];

    /// <summary>The columns that are looked through, as <c>Row.Property</c>.</summary>
    public static IEnumerable<string> Columns => Places.Select(p => p.Column);

    /// <summary>Where a first name stands as a word of its own.</summary>
    public async Task<List<Mention>> Of(string firstName, CancellationToken cancel)
    {
        var mentions = new List<Mention>();
        foreach (var place in Places)
            if (mentions.Count < Most)
                mentions.AddRange(await place.Find(db, PatternOf(firstName), Most - mentions.Count, cancel));
        return mentions;
    }

    /// <summary>Replaces a first name in the rows named, wherever they have it.</summary>
    public async Task Replace(string firstName, IReadOnlyCollection<Guid> rows, CancellationToken cancel)
    {
        foreach (var place in Places)
            await place.Replace(db, PatternOf(firstName), rows, cancel);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>The name as a word, in the database's own way of writing patterns.</summary>
    private static string PatternOf(string firstName) => $@"\m{Regex.Escape(firstName)}\M";

    private abstract record Place(string Name, string Column)
    {
        public abstract Task<List<Mention>> Find(LadderContext db, string pattern, int most, CancellationToken cancel);

        public abstract Task Replace(
            LadderContext db,
            string pattern,
            IReadOnlyCollection<Guid> rows,
            CancellationToken cancel
        );
    }

    private sealed record Place<T>(string Name, string Property) : Place(Name, $"{typeof(T).Name}.{Property}")
        where T : class
    {
        private Expression<Func<T, bool>> Has(string pattern)
        {
            var row = Expression.Parameter(typeof(T));
            var words = Expression.Call(
                typeof(EF),
                nameof(EF.Property),
                [typeof(string)],
                row,
                Expression.Constant(Property)
            );
            var isMatch = typeof(Regex).GetMethod(
                nameof(Regex.IsMatch),
                [typeof(string), typeof(string), typeof(RegexOptions)]
            )!;
            return Expression.Lambda<Func<T, bool>>(
                Expression.Call(
                    isMatch,
                    words,
                    Expression.Constant(pattern),
                    Expression.Constant(RegexOptions.IgnoreCase)
                ),
                row
            );
        }

        public override async Task<List<Mention>> Find(
            LadderContext db,
            string pattern,
            int most,
            CancellationToken cancel
        ) =>
            await db.Set<T>()
                .Where(Has(pattern))
                .OrderBy(r => EF.Property<Guid>(r, "Id"))
                .Take(most)
                .Select(r => new Mention(EF.Property<Guid>(r, "Id"), Name, EF.Property<string>(r, Property)))
                .ToListAsync(cancel);

        public override async Task Replace(
            LadderContext db,
            string pattern,
            IReadOnlyCollection<Guid> rows,
            CancellationToken cancel
        )
        {
            var meant = rows.ToArray();
            var found = await db.Set<T>()
                .Where(r => meant.Contains(EF.Property<Guid>(r, "Id")))
                .Where(Has(pattern))
                .ToListAsync(cancel);
            foreach (var row in found)
            {
                var property = db.Entry(row).Property<string>(Property);
                property.CurrentValue = Regex.Replace(
                    property.CurrentValue,
                    pattern
                        .Replace(@"\m", @"\b", StringComparison.Ordinal)
                        .Replace(@"\M", @"\b", StringComparison.Ordinal),
                    Instead,
                    RegexOptions.IgnoreCase
                );
            }
        }
    }
}
