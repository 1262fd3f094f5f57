using System.Reflection;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The wall that the database keeps between schools, with the pages' own filter taken away.</summary>
public sealed class SchoolWallTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>A context of a school as a page has it.</summary>
    private static (AsyncServiceScope Scope, LadderContext Db) As(LadderServer server, Guid school)
    {
        var scope = server.Services.CreateAsyncScope();
        scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = school;
        return (scope, scope.ServiceProvider.GetRequiredService<LadderContext>());
    }

    /// <summary>How many rows there are of each kind that belongs to a school, without the filter of the pages.</summary>
    private static async Task<Dictionary<string, int>> Unfiltered(LadderContext db)
    {
        var rows = new Dictionary<string, int>();
        var count = typeof(SchoolWallTests).GetMethod(nameof(Count), BindingFlags.NonPublic | BindingFlags.Static)!;
        foreach (
            var kind in db
                .Model.GetEntityTypes()
                .Where(t => t.GetTableName() == "schools" || t.FindProperty("SchoolId") is not null)
        )
            rows[kind.GetTableName()!] = await (Task<int>)count.MakeGenericMethod(kind.ClrType).Invoke(null, [db])!;
        return rows;
    }

    private static Task<int> Count<T>(LadderContext db)
        where T : class => db.Set<T>().IgnoreQueryFilters().CountAsync(Cancel);

    private static async Task<Guid> Demo(LadderServer server)
    {
        await using var owner = server.Owner();
        return await owner.Schools.Select(s => s.Id).SingleAsync(Cancel);
    }

    [Fact]
    public async Task Without_the_filter_of_the_pages_another_school_still_sees_no_row()
    {
        await using var server = await LadderServer.Start();
        var demo = await Demo(server);
        var stranger = await OtherSchool.In(server);
        await using var owner = server.Owner();
        var other = await owner.Users.Where(u => u.Email == stranger).Select(u => u.SchoolId).SingleAsync(Cancel);

        var (own, mine) = As(server, demo);
        var (away, theirs) = As(server, other);
        var (nobody, unknown) = As(server, Guid.Empty);
        await using var a = own;
        await using var b = away;
        await using var c = nobody;
        var seen = await Unfiltered(mine);
        Assert.True(
            seen.Values.Count(n => n > 0) > 25,
            string.Join(' ', seen.Where(s => s.Value == 0).Select(s => s.Key))
        );
        Assert.Equal(
            ["AspNetUsers 1", "audits 2", "school_editions 1", "schools 1"],
            (await Unfiltered(theirs))
                .Where(s => s.Value > 0)
                .Select(s => $"{s.Key} {s.Value}")
                .Order(StringComparer.Ordinal)
        );
        // whoever has not said for whom sees nobody's
        Assert.DoesNotContain(await Unfiltered(unknown), s => s.Value > 0);
    }

    [Fact]
    public async Task A_row_of_another_school_can_be_neither_changed_nor_removed_nor_planted()
    {
        await using var server = await LadderServer.Start();
        var demo = await Demo(server);
        var stranger = await OtherSchool.In(server);
        await using var owner = server.Owner();
        var other = await owner.Users.Where(u => u.Email == stranger).Select(u => u.SchoolId).SingleAsync(Cancel);
        var (scope, db) = As(server, other);
        await using var _ = scope;

        Assert.Equal(
            0,
            await db
                .Students.IgnoreQueryFilters()
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.FirstName, "Taken"), Cancel)
        );
        Assert.Equal(0, await db.SheetLines.IgnoreQueryFilters().ExecuteDeleteAsync(Cancel));
        Assert.Equal(
            0,
            await db
                .Users.Where(u => u.SchoolId == demo)
                .ExecuteUpdateAsync(u => u.SetProperty(x => x.Role, Role.Assistant), Cancel)
        );
        var planted = await Assert.ThrowsAsync<PostgresException>(() =>
            db.Database.ExecuteSqlAsync(
                $"""
                INSERT INTO halls (id, name, length_metres, width_metres, bags, school_id, changed_at, changed_by_id)
                VALUES (gen_random_uuid(), 'Planted', 5, 5, 0, {demo}, now(), gen_random_uuid())
                """,
                Cancel
            )
        );
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, planted.SqlState);
        Assert.Equal(0, await owner.Halls.IgnoreQueryFilters().CountAsync(h => h.Name == "Planted", Cancel));
    }

    [Fact]
    public async Task A_connection_that_served_one_school_serves_the_next_with_the_next_ones_rows()
    {
        await using var server = await LadderServer.Start();
        var demo = await Demo(server);
        for (var i = 0; i < 30; i++)
        {
            var (scope, db) = As(
                server,
                i % 3 == 0 ? demo
                    : i % 3 == 1 ? Guid.NewGuid()
                    : Guid.Empty
            );
            await using var _ = scope;
            Assert.Equal(i % 3 == 0, await db.Students.IgnoreQueryFilters().AnyAsync(Cancel));
        }
    }

    [Fact]
    public async Task Every_table_with_a_school_stands_behind_the_wall()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        await using var owner = server.Owner();
        var open = await owner
            .Database.SqlQuery<string>(
                $"""
                SELECT c.relname AS "Value" FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'school_id'
                WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace
                  AND NOT (c.relrowsecurity AND EXISTS (SELECT FROM pg_policies p WHERE p.tablename = c.relname
                    AND p.policyname = 'own_school'))
                """
            )
            .ToListAsync(Cancel);
        Assert.Empty(open);
        var mine = await owner
            .Model.GetEntityTypes()
            .ToAsyncEnumerable()
            .CountAsync(t => t.FindProperty("SchoolId") is not null, Cancel);
        Assert.Equal(
            mine,
            await owner
                .Database.SqlQuery<int>(
                    $"SELECT count(*)::int AS \"Value\" FROM pg_policies WHERE policyname = 'own_school' AND tablename <> 'schools'"
                )
                .SingleAsync(Cancel)
        );
    }

    [Fact]
    public async Task An_email_of_another_school_is_said_to_be_taken()
    {
        await using var server = await LadderServer.Start();
        var stranger = await OtherSchool.In(server);
        using var ines = await Visitor.SignedIn(server);
        var answer = await ines.Post(
            "/school/users",
            "/school/users",
            ("Form.DisplayName", "Twin"),
            ("Form.Email", stranger),
            ("Form.Role", "Instructor"),
            ("Form.Password", TestDatabase.Password)
        );
        Assert.Contains(
            "Somebody signs in with this e-mail already",
            await answer.Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        // and the same when a person of this school takes it over
        var marlow = (await ines.Page("/school/users"))
            .QuerySelectorAll("a[href*='edit=']")
            .First(a => a.GetAttribute("href")!.Contains("edit", StringComparison.Ordinal))
            .GetAttribute("href")!;
        answer = await ines.Post(
            marlow,
            marlow,
            ("Form.DisplayName", "Twin"),
            ("Form.Email", stranger),
            ("Form.Role", "Head")
        );
        Assert.Contains(
            "Somebody signs in with this e-mail already",
            await answer.Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        using var scope = server.Services.CreateScope();
        Assert.NotNull(
            await scope.ServiceProvider.GetRequiredService<SchoolLookup>().Person(DemoSchool.Instructor, Cancel)
        );
    }
}
