using LoyalLadder.Data.People;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Names of students in what people typed.</summary>
public sealed class MentionTests(Loft loft) : IClassFixture<Loft>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Columns of whole sentences that no person's name gets into, and why.</summary>
    private static readonly HashSet<string> NotLookedThrough =
    [
        // notations and what is read from them
        "CombinationChange.Notation",
        "CombinationChange.OtherReading",
        "CombinationChange.Versions",
        "NumberedCombination.ControlRule",
        "NumberedCombination.Notation",
        "NumberedCombination.OtherReading",
        "NumberedCombination.Readings",
        "NumberedCombination.Versions",
        "SchoolTechnique.Row",
        "LogLine.Taught",
        "LessonRun.Program",
        "BandLimits.Limits",
        "KeptRounds.Ask",
        "KeptRounds.Calls",
        "ClassTermRow.Plan",
        "TermSolve.Plan",
        // what the program says of a plan that nobody took yet: names of things, and of rules
        "TermSolve.Offers",
        "TermSolve.Trouble",
        // places and words of the trade
        "SheetLine.Place",
        "SheetChange.AfterPlace",
        "SheetChange.BeforePlace",
        "SchoolWord.Means",
        "RequirementChange.Words",
        // what heads write about the school
        "School.Policy",
        "School.Numbers",
        // figures
        "School.Paces",
        // names of fields
        "AuditEntry.Fields",
    ];

    [Fact]
    public async Task No_column_of_sentences_is_forgotten()
    {
        await using var desk = await loft.Sit();
        var columns = desk
            .Db.Model.GetEntityTypes()
            .Where(t => t.ClrType.Namespace!.StartsWith("LoyalLadder", StringComparison.Ordinal))
            .SelectMany(t => t.GetProperties())
            .Where(p => p.ClrType == typeof(string) && p.GetMaxLength() is null or >= 150)
            .Select(p => $"{p.DeclaringType.ClrType.Name}.{p.Name}")
            .Where(c => !c.StartsWith("AppUser.", StringComparison.Ordinal) && !NotLookedThrough.Contains(c));
        Assert.Empty(columns.Except(StudentMentions.Columns));
    }

    [Fact]
    public async Task A_name_is_found_as_a_word_and_taken_out_where_it_is_meant()
    {
        await using var desk = await loft.Sit();
        var (db, mentions) = (desk.Db, desk.Get<StudentMentions>());
        var lines = await db.SheetLines.OrderBy(l => l.Id).Take(3).ToListAsync(Cancel);
        (lines[0].Text, lines[1].Text, lines[2].Text) = (
            "jab x10, Quillon holds",
            "quillon and Ada walk",
            "Quillonade 1 min"
        );
        await desk.Save();
        var found = await mentions.Of("Quillon", Cancel);
        Assert.Equal([lines[0].Id, lines[1].Id], found.Where(m => m.Place == "sheets").Select(m => m.Row).Order());
        await mentions.Replace("Quillon", [lines[0].Id], Cancel);
        db.ChangeTracker.Clear();
        Assert.Equal(
            ["jab x10, (erased) holds", "quillon and Ada walk", "Quillonade 1 min"],
            await db.SheetLines.OrderBy(l => l.Id).Take(3).Select(l => l.Text).ToListAsync(Cancel)
        );
        // a name with signs in it is no pattern
        Assert.Empty(await mentions.Of("A.*(", Cancel));
    }
}
