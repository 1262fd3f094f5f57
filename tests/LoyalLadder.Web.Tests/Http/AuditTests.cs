using System.Net;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Whatever somebody changes by hand is in the list of changes: who, what kind, which deed.</summary>
public sealed class AuditTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<long> Newest(LadderServer server)
    {
        await using var owner = server.Owner();
        return await owner.Audits.IgnoreQueryFilters().MaxAsync(a => a.Number, Cancel);
    }

    /// <summary>What was written down since, as 'Ines Added Hall'.</summary>
    private static async Task<List<string>> Since(LadderServer server, long number)
    {
        await using var owner = server.Owner();
        var names = await owner.Users.ToDictionaryAsync(u => u.Id, u => u.DisplayName, Cancel);
        return
        [
            .. (
                await owner
                    .Audits.IgnoreQueryFilters()
                    .Where(a => a.Number > number)
                    .OrderBy(a => a.Number)
                    .ToListAsync(Cancel)
            ).Select(a =>
                $"{names.GetValueOrDefault(a.ChangedById)} {a.Deed} {a.Kind}{(a.Fields.Length > 0 ? $": {a.Fields}" : "")}"
            ),
        ];
    }

    [Fact]
    public async Task Each_change_of_the_school_is_one_entry_with_its_fields()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        async Task Told(Func<Task<HttpResponseMessage>> change, params string[] expected)
        {
            var before = await Newest(server);
            using var answer = await change();
            Assert.True(
                answer.StatusCode is HttpStatusCode.Redirect or HttpStatusCode.OK,
                $"{string.Join(';', expected)}: {answer.StatusCode}"
            );
            Assert.Equal(expected, await Since(server, before));
        }

        async Task<string> EditOf(string page, string row) =>
            (await ines.Page(page))
                .QuerySelectorAll("tr")
                .First(r => r.TextContent.Contains(row, StringComparison.Ordinal))
                .QuerySelector("a[href*='edit=']")!
                .GetAttribute("href")!;
        async Task<string> RemoveOf(string page, string row, string handler = "Remove") =>
            (await ines.Page(page))
                .QuerySelectorAll("tr")
                .First(r => r.TextContent.Contains(row, StringComparison.Ordinal))
                .QuerySelector($"form[action*='{handler}']")!
                .GetAttribute("action")!;

        await Told(
            () =>
                ines.Submit(
                    "/school/halls",
                    "Form.Name",
                    ("Form.Name", "Boat shed"),
                    ("Form.Length", "10"),
                    ("Form.Width", "6"),
                    ("Form.Bags", "2")
                ),
            "Ines Added Hall"
        );
        var shed = await EditOf("/school/halls", "Boat shed");
        await Told(() => ines.Submit(shed, "Form.Name", ("Form.Bags", "3")), "Ines Changed Hall: Bags");
        // saving the same is no change
        await Told(() => ines.Submit(shed, "Form.Name", ("Form.Bags", "3")));
        var removal = await RemoveOf("/school/halls", "Boat shed");
        await Told(() => ines.Post("/school/halls", removal), "Ines Removed Hall");

        await Told(
            () =>
                ines.Submit(
                    "/school/kit",
                    "Form.Name",
                    ("Form.Name", "skipping ropes"),
                    ("Form.Count", "12"),
                    ("Form.Seconds", "15")
                ),
            "Ines Added KitItem"
        );
        await Told(
            () => ines.Submit("/school/students", "Form.Names", ("Form.Names", "Quill Z")),
            "Ines Added Student"
        );
        await Told(() => ines.Submit("/school/tokens", "Name", ("Name", "notice board")), "Ines Added ApiToken");
        var revoke = await RemoveOf("/school/tokens", "notice board", "Revoke");
        await Told(() => ines.Post("/school/tokens", revoke), "Ines Changed ApiToken: RevokedAt");
        await Told(
            () => ines.Submit("/school", "Form.Name", ("Form.OpeningSeconds", "75")),
            "Ines Changed School: OpeningSeconds"
        );
        await Told(
            () =>
                ines.Submit(
                    "/school/users",
                    "Form.DisplayName",
                    ("Form.DisplayName", "Petra"),
                    ("Form.Email", "petra@netloft.example"),
                    ("Form.Role", "Assistant"),
                    ("Form.Password", TestDatabase.Password)
                ),
            "Ines Added AppUser"
        );
        var petra = await EditOf("/school/users", "Petra");
        await Told(
            () =>
                ines.Submit(
                    petra,
                    "Form.DisplayName",
                    ("Form.Role", "Instructor"),
                    ("Form.Password", "another pass phrase")
                ),
            "Ines Changed AppUser: Role",
            "Ines Changed AppUser: PasswordHash"
        );
        await Told(
            () => ines.Post("/school/users", "/school/users?handler=Invite", ("role", "Assistant")),
            "Ines Added Invitation"
        );
    }

    [Fact]
    public async Task What_instructors_do_with_people_and_sheets_is_entered_in_their_name()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        async Task<List<string>> Told(Func<Task<HttpResponseMessage>> change)
        {
            var before = await Newest(server);
            using var answer = await change();
            Assert.True((int)answer.StatusCode < 400);
            return await Since(server, before);
        }

        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Cormorants");
        var line = (await marlow.Page(sheet)).QuerySelector("li.line:not(.is-segment)")!.GetAttribute("data-line")!;
        Assert.Equal(
            ["Marlow Changed Lesson: Lines"],
            await Told(() => marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "jab x10\ncross x10\nhook x10")))
        );
        Assert.Equal(
            ["Marlow Changed Lesson: Lines"],
            await Told(() => marlow.Post(sheet, $"{sheet}/lines?handler=Remove&line={line}"))
        );
        Assert.Equal(
            ["Marlow Changed Lesson: Heads"],
            await Told(() => marlow.Submit(sheet, "Head.Heads", ("Head.Heads", "23")))
        );
        line = (await marlow.Page(sheet)).QuerySelector("li.line:not(.is-segment)")!.GetAttribute("data-line")!;
        Assert.Equal(
            ["Marlow Added LineComment"],
            await Told(() => marlow.Post(sheet, $"{sheet}/talk?handler=Say&line={line}", ("words", "slowly")))
        );
        var settle = (await marlow.Page(sheet))
            .QuerySelector($"#line-{line} .comments button")!
            .GetAttribute("formaction")!;
        Assert.Equal(["Marlow Changed LineComment: SettledAt"], await Told(() => marlow.Post(sheet, settle)));

        var student = (await marlow.Page("/people")).QuerySelector("td a[href^='/people/0']")!.GetAttribute("href")!;
        Assert.Equal(
            ["Marlow Added CareNote"],
            await Told(() => marlow.Submit(student, "until", ("words", "left wrist: no push-ups")))
        );
        var end = (await marlow.Page(student)).QuerySelectorAll("form[action*='EndCare']")[^1].GetAttribute("action")!;
        Assert.Equal(["Marlow Removed CareNote"], await Told(() => marlow.Post(student, end)));
        Assert.Equal(
            ["Marlow Added Award"],
            await Told(() => marlow.Post(student, $"{student}?handler=Give", ("words", "best guard of the month")))
        );
    }

    [Theory]
    [InlineData("FirstName, RankId", Deed.Changed, "changed", "first name, rank")]
    [InlineData("PasswordHash", Deed.Changed, "changed", "password")]
    [InlineData("FirstName, Initial, IsErased", Deed.Changed, "erased", "")]
    [InlineData("", Deed.Added, "added", "")]
    [InlineData("", Deed.Removed, "removed", "")]
    public void An_entry_reads_as_a_sentence(string fields, Deed deed, string said, string named)
    {
        var entry = new AuditEntry
        {
            Kind = "Student",
            Fields = fields,
            Deed = deed,
        };
        Assert.Equal((said, named), (Pages.Schools.ChangeWords.Deed(entry), Pages.Schools.ChangeWords.Fields(entry)));
    }

    [Fact]
    public async Task Every_field_that_is_entered_has_a_word()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        await using var owner = server.Owner();
        string[] kept = ["Id", "SchoolId", "ChangedAt", "ChangedById", "Version", "IsErased"];
        string[] ofSignIn =
        [
            "ConcurrencyStamp",
            "SecurityStamp",
            "AccessFailedCount",
            "LockoutEnd",
            "NormalizedEmail",
            "NormalizedUserName",
            "UserName",
        ];
        var fields = Entered(owner)
            .SelectMany(t => owner.Model.FindEntityType(t)!.GetProperties())
            .Select(p => p.Name)
            .Except([.. kept, .. ofSignIn]);
        Assert.Equal("", string.Join(", ", fields.Where(name => !Pages.Schools.FieldWords.Has(name))));
    }

    /// <summary>Rows whose changes are entered.</summary>
    private static IEnumerable<Type> Entered(Data.LadderContext owner) =>
        owner
            .Model.GetEntityTypes()
            .Select(t => t.ClrType)
            .Where(t =>
                t.IsSubclassOf(typeof(Data.SchoolRow))
                || t == typeof(Data.Schools.School)
                || t == typeof(Data.Schools.AppUser)
            )
            .Where(t =>
                Kind(t)
                    is not (
                        "AuditEntry"
                        or "SheetVisit"
                        or "SheetChange"
                        or "SheetLine"
                        or "LogLine"
                        or "Attendance"
                        or "CombinationChange"
                        or "RequirementChange"
                    )
            );

    private static string Kind(Type row) =>
        row.Name.EndsWith("Row", StringComparison.Ordinal) ? row.Name[..^3] : row.Name;

    [Fact]
    public async Task Every_kind_that_is_entered_has_a_word()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        await using var owner = server.Owner();
        var kinds = Entered(owner).Select(Kind);
        Assert.DoesNotContain(
            kinds,
            k =>
                string.Equals(Pages.Schools.ChangeWords.Kind(k), k, StringComparison.OrdinalIgnoreCase)
                && k
                    is not (
                        "Hall"
                        or "Track"
                        or "Rank"
                        or "Student"
                        or "Requirement"
                        or "Grading"
                        or "Candidate"
                        or "Invitation"
                        or "Drill"
                        or "Enrolment"
                    )
        );
    }
}
