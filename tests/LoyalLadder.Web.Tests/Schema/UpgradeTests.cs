using LoyalLadder.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Web.Tests.Schema;

/// <summary>Every upgrade of the schema, with rows in it.</summary>
public sealed class UpgradeTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private const string Founding = "20261125215439_Founding";

    [Fact]
    public async Task A_school_of_the_first_schema_comes_through_with_all_that_it_had()
    {
        await using var db = LadderDatabase.AsOwner((await TestDatabase.Bare()).Owner);
        await db.GetService<IMigrator>().MigrateAsync(Founding, cancellationToken: Cancel);
        var school = Guid.CreateVersion7();
        await db.Database.ExecuteSqlAsync(
            $"""
            INSERT INTO schools (id, name, time_zone, naming, counting, opening_seconds, closing_seconds, numbers, sides, build_up,
              crossed_mitts, policy)
              VALUES ({school}, 'Quay', 'Europe/London', 'Generic', 'English', 60, 60, '', 'LeadRear', 'AddOne', false, '');
            INSERT INTO numbered_combinations (id, number, kind, name, notation, versions, least_band, control_rule, cautions,
              notes, school_id, changed_at, changed_by_id)
              VALUES ({Guid.CreateVersion7()}, '7', 'Combination', 'First', 'jab, cross', '', 'Kids', '', '', '', {school}, now(),
                {Guid.Empty});
            INSERT INTO classes (id, name, band, weekday, start, minutes, school_id, changed_at, changed_by_id)
              VALUES ({Guid.CreateVersion7()}, 'Gulls', 'Kids', 'Thursday', '16:30', 40, {school}, now(), {Guid.Empty});
            """,
            Cancel
        );
        await db.Database.MigrateAsync(Cancel);
        // what was the class's one day is its one meeting
        var meeting = await db.Meetings.IgnoreQueryFilters().Include(m => m.Class).SingleAsync(Cancel);
        Assert.Equal(
            ("Gulls", DayOfWeek.Thursday, new TimeOnly(16, 30), null, 40),
            (meeting.Class!.Name, meeting.Weekday, meeting.Start, meeting.Minutes, meeting.Class.Minutes)
        );
        var kept = await db.NumberedCombinations.IgnoreQueryFilters().SingleAsync(Cancel);
        Assert.Equal(
            ("7", "jab, cross", "", "", null),
            (kept.Number, kept.Notation, kept.Tradition, kept.Readings, kept.FormSeconds)
        );
        Assert.Empty(await db.Database.GetPendingMigrationsAsync(Cancel));
    }

    private const string BeforeSessions = "20261127053637_DraftParts";

    /// <summary>Nothing of an earlier school is lost: of two lessons at one hour the first is the session's, the other beside it.</summary>
    [Fact]
    public async Task Lessons_of_earlier_schools_get_their_sessions_and_none_goes()
    {
        await using var db = LadderDatabase.AsOwner((await TestDatabase.Bare()).Owner);
        await db.GetService<IMigrator>().MigrateAsync(BeforeSessions, cancellationToken: Cancel);
        var (school, group) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await db.Database.ExecuteSqlAsync(
            $"""
            INSERT INTO schools (id, name, time_zone, naming, counting, opening_seconds, closing_seconds, numbers, sides, build_up,
              crossed_mitts, policy)
              VALUES ({school}, 'Quay', 'Europe/London', 'Generic', 'English', 60, 60, '', 'LeadRear', 'AddOne', false, '');
            INSERT INTO classes (id, name, band, minutes, school_id, changed_at, changed_by_id)
              VALUES ({group}, 'Gulls', 'Kids', 40, {school}, now(), {Guid.Empty});
            INSERT INTO meetings (id, class_id, weekday, start, assistant_ids, until, school_id, changed_at, changed_by_id)
              VALUES ({Guid.CreateVersion7()}, {group}, 'Thursday', '16:30', ARRAY[]::uuid[], '2041-06-30', {school}, now(),
                {Guid.Empty});
            INSERT INTO date_changes (id, class_id, date, at, is_extra, is_cancelled, reason, to_date, to_start, is_away, school_id,
              changed_at, changed_by_id)
              VALUES ({Guid.CreateVersion7()}, {group}, '2041-06-13', '16:30', false, false, '', '2041-06-14', '17:00', false, {school},
                now(), {Guid.Empty});
            """,
            Cancel
        );
        (string Date, string Start, string? Session)[] lessons =
        [
            ("2041-06-06", "16:30", "2041-06-06 16:30"),
            ("2041-06-06", "16:30", null),
            ("2041-06-07", "16:30", null),
            ("2041-06-14", "17:00", "2041-06-13 16:30"),
            ("2041-06-20", "16:40", null),
            ("2041-07-04", "16:30", null),
        ];
        var ids = lessons
            .Select((_, n) => Guid.CreateVersion7(DateTimeOffset.UnixEpoch.AddYears(60).AddSeconds(n)))
            .ToList();
        foreach (var (lesson, id) in lessons.Zip(ids))
            await db.Database.ExecuteSqlAsync(
                $"""
                INSERT INTO lessons (id, class_id, date, start, minutes, heads, title, focus, school_id, changed_at, changed_by_id)
                  VALUES ({id}, {group}, {lesson.Date}::date, {lesson.Start}::time, 40, 8, '', '', {school}, now(), {Guid.Empty})
                """,
                Cancel
            );
        await db.Database.MigrateAsync(Cancel);
        var kept = await db.Lessons.IgnoreQueryFilters().OrderBy(l => l.Id).ToListAsync(Cancel);
        Assert.Equal(
            lessons.Select(l => l.Session),
            kept.Select(l => l.SessionDate is { } day ? $"{day:yyyy-MM-dd} {l.SessionAt:HH:mm}" : null)
        );
    }

    [Fact]
    public async Task Every_table_of_schools_rows_has_its_wall_whenever_it_came()
    {
        await using var db = LadderDatabase.AsOwner((await TestDatabase.Fresh(withDemo: false)).Owner);
        var open = await db
            .Database.SqlQuery<string>(
                $"""
                SELECT c.table_name AS "Value" FROM information_schema.columns c
                JOIN pg_class t ON t.relname = c.table_name AND t.relnamespace = 'public'::regnamespace
                WHERE c.table_schema = 'public' AND c.column_name = 'school_id' AND NOT t.relrowsecurity
                """
            )
            .ToListAsync(Cancel);
        Assert.Empty(open);
    }

    /// <summary>What a table is, in words that two databases can be compared by.</summary>
    private static async Task<List<string>> Columns(LadderContext db) =>
        await db
            .Database.SqlQuery<string>(
                $"""
                SELECT table_name || '.' || column_name || ' ' || data_type || ' ' || is_nullable AS "Value"
                FROM information_schema.columns WHERE table_schema = 'public'
                UNION ALL SELECT indexname || ' ' || indexdef FROM pg_indexes WHERE schemaname = 'public'
                UNION ALL SELECT tablename || ' ' || policyname FROM pg_policies
                UNION ALL SELECT proname FROM pg_proc WHERE pronamespace = 'public'::regnamespace
                """
            )
            .OrderBy(v => v)
            .ToListAsync(Cancel);

    /// <summary>Between two versions four steps stood where one does now; a database may have taken any number of them.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task A_database_from_between_two_versions_is_carried_to_where_all_others_are(int taken)
    {
        var owner = (await TestDatabase.Bare()).Owner;
        await using var db = LadderDatabase.AsOwner(owner);
        await db.GetService<IMigrator>().MigrateAsync("20261126213108_Terms", cancellationToken: Cancel);
        string[] steps =
        [
            "20261127005220_ExaminersMarks",
            "20261127010217_Papers",
            "20261127012159_AimsOfWork",
            "20261127015945_Assistants",
        ];
        foreach (var command in await File.ReadAllLinesAsync(Path.Combine(HouseTests.Folder, StepsBetween), Cancel))
            if (Array.IndexOf(steps, command.Split('|')[0]) < taken)
                await Run(db, command.Split('|', 2)[1]);
        foreach (var step in steps.Take(taken))
            await db.Database.ExecuteSqlAsync(
                $"INSERT INTO \"__EFMigrationsHistory\" VALUES ({step}, '10.0.12')",
                Cancel
            );
        await LadderDatabase.Migrate(owner, Cancel);
        await using var fresh = LadderDatabase.AsOwner((await TestDatabase.Fresh(withDemo: false)).Owner);
        Assert.Equal(await Columns(fresh), await Columns(db));
        Assert.Equal(db.Database.GetMigrations(), await db.Database.GetAppliedMigrationsAsync(Cancel));
    }

    private static async Task Run(LadderContext db, string command)
    {
        await db.Database.OpenConnectionAsync(Cancel);
        await using var asked = db.Database.GetDbConnection().CreateCommand();
#pragma warning disable CA2100 // the test's own
        asked.CommandText = command;
#pragma warning restore CA2100
        await asked.ExecuteNonQueryAsync(Cancel);
    }

    /// <summary>What those four steps did, a command a line, as they stood when they were part of the program.</summary>
    private const string StepsBetween = "tests/LoyalLadder.Web.Tests/Schema/steps-between.txt";

    [Fact]
    public async Task A_step_that_nobody_knows_is_refused_in_words_and_nothing_is_changed()
    {
        var owner = (await TestDatabase.Bare()).Owner;
        await using var db = LadderDatabase.AsOwner(owner);
        await db.GetService<IMigrator>().MigrateAsync("20261126213108_Terms", cancellationToken: Cancel);
        await db.Database.ExecuteSqlAsync(
            $"INSERT INTO \"__EFMigrationsHistory\" VALUES ('20990101000000_Unheard', '10.0.12')",
            Cancel
        );
        var before = await Columns(db);
        var refused = await Assert.ThrowsAsync<NotSupportedException>(() => LadderDatabase.Migrate(owner, Cancel));
        Assert.Contains("20990101000000_Unheard", refused.Message, StringComparison.Ordinal);
        Assert.Equal(before, await Columns(db));
    }

    /// <summary>
    /// A step that has landed may stand in somebody's database: it is never edited, joined or taken out. A new one is added to the
    /// list when it lands.
    /// </summary>
    [Fact]
    public void Steps_that_have_landed_are_as_they_were()
    {
        var landed = File.ReadAllLines(Path.Combine(HouseTests.Folder, "tests/LoyalLadder.Web.Tests/Schema/landed.txt"))
            .Select(l => l.Split(' '))
            .ToDictionary(l => l[0], l => l[1]);
        var there = Directory
            .EnumerateFiles(Path.Combine(HouseTests.Folder, "src/LoyalLadder.Data/Migrations"), "2*.cs")
            .ToDictionary(
                f => Path.GetFileName(f)!,
                f => Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(File.ReadAllBytes(f)))
            );
        Assert.NotEmpty(landed);
        Assert.Equal(landed, landed.ToDictionary(l => l.Key, l => there.GetValueOrDefault(l.Key, "gone")));
        Assert.Equal([], there.Keys.Except(landed.Keys));
    }

    [Fact]
    public async Task The_model_and_the_last_upgrade_agree()
    {
        await using var db = LadderDatabase.AsOwner((await TestDatabase.Bare()).Owner);
        Assert.False(db.Database.HasPendingModelChanges());
    }
}
