using System.Globalization;
using LoyalLadder.Core.Gradings;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using OpenQA.Selenium;

namespace LoyalLadder.Web.Tests.Browser;

/// <summary>The head instructor's week as it is lived: by touch, on two devices, without network in the middle.</summary>
public sealed class HeadsWeekJourneyTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>The database as the head instructor's requests have it.</summary>
    private static async Task InSchool(LadderServer server, Func<LadderContext, Task> work)
    {
        await using var scope = server.Services.CreateAsyncScope();
        await using var owner = server.Owner();
        var ines = await owner.Users.SingleAsync(u => u.Email == DemoSchool.Head, Cancel);
        var school = scope.ServiceProvider.GetRequiredService<SchoolScope>();
        (school.SchoolId, school.UserId) = (ines.SchoolId, ines.Id);
        var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
        await work(db);
        await db.SaveChangesAsync(Cancel);
    }

    /// <summary>Lets every rank of the teens ask for one more thing, which nobody has shown yet.</summary>
    private static Task Ask(LadderServer server, string learnable) =>
        InSchool(
            server,
            async db =>
                db.Requirements.AddRange(
                    (await db.Ranks.Where(r => r.Track!.Name == "Teens").ToListAsync(Cancel)).Select(
                        r => new RequirementRow
                        {
                            RankId = r.Id,
                            Kind = Core.Syllabus.RequirementKind.Form,
                            Learnable = learnable,
                            Words = "Tide walk",
                            Position = 90,
                        }
                    )
                )
        );

    [Fact]
    public async Task One_kick_is_signed_off_for_fourteen_students_in_sixteen_touches()
    {
        await using var server = await LadderServer.Start();
        await Ask(server, "form:tidewalk");
        using var ines = Screen.SignedIn(server, width: 390);
        ines.Go("/people");
        ines.Run("[...document.querySelectorAll('.shelves a')].find(a => a.textContent.includes('Kites')).click()");
        ines.Until(() => ines.Text("h1").Contains("Kites", StringComparison.Ordinal));
        var touches = 0;
        void Touch(string css)
        {
            ines.Click(css);
            touches++;
        }
        Touch(".room-head a[href^='/people/sign']");
        Touch(".sign-things a[href$='form%3Atidewalk']");
        ines.Until(() => ines.Has(".sign-tile"));
        for (var n = 1; n <= 14; n++)
        {
            Touch($".sign-tile:nth-of-type({n}) button");
            var signed = n;
            ines.Until(() => ines.Texts(".sign-tile .is-mine").Count == signed);
        }
        Assert.Equal(16, touches);
        await using var owner = server.Owner();
        Task<int> Count() =>
            owner.SignOffs.IgnoreQueryFilters().CountAsync(s => s.Requirement!.Learnable == "form:tidewalk", Cancel);
        Assert.Equal(14, await Count());
        // a second touch only opens the tile; the button inside takes the signature back
        ines.Click(".sign-tile:nth-of-type(3) summary");
        ines.Until(() => ines.Has(".sign-tile details[open]"));
        Assert.Equal(14, await Count());
        ines.Click(".sign-tile:nth-of-type(3) .act");
        ines.Until(() => ines.Texts(".sign-tile .is-mine").Count == 13);
        Assert.Equal(13, await Count());
        ines.HasNoScriptErrors();
    }

    /// <summary>A grading of twelve candidates for one rank that asks for eight things.</summary>
    private static async Task<Guid> Twelve(LadderServer server)
    {
        var id = Guid.Empty;
        await InSchool(server, async db => id = await Twelve(server, db));
        return id;
    }

    private static async Task<Guid> Twelve(LadderServer server, LadderContext owner)
    {
        var grading = await owner.Gradings.SingleAsync(Cancel);
        var ranks = await owner
            .Ranks.IgnoreQueryFilters()
            .Where(r => r.TrackId == grading.TrackId)
            .OrderBy(r => r.Position)
            .ToListAsync(Cancel);
        var to = ranks[3].Id;
        var asked = await owner.Requirements.IgnoreQueryFilters().Where(r => r.RankId == to).ToListAsync(Cancel);
        foreach (var more in asked.Skip(8))
            more.ArchivedAt = server.Clock.GetUtcNow();
        Assert.True(asked.Count >= 8);
        var students = await owner
            .Students.IgnoreQueryFilters()
            .Where(s => s.Rank!.TrackId == grading.TrackId)
            .Take(12)
            .ToListAsync(Cancel);
        foreach (var student in students)
            student.RankId = ranks[2].Id;
        owner.Candidates.AddRange(
            students.Select(s => new Data.Gradings.Candidate
            {
                GradingId = grading.Id,
                StudentId = s.Id,
                FromRankId = ranks[2].Id,
                ToRankId = to,
            })
        );
        return grading.Id;
    }

    private static void Mark(Screen screen, int from, int to) =>
        screen.Run(
            string.Create(
                CultureInfo.InvariantCulture,
                $"[...document.querySelectorAll('.mark-cell')].slice({from}, {to}).forEach(c => c.click())"
            )
        );

    [Fact]
    public async Task Two_examiners_mark_on_two_devices_and_what_was_marked_without_network_is_there_once()
    {
        await using var server = await LadderServer.Start();
        var grading = await Twelve(server);
        using var ines = Screen.SignedIn(server);
        using var marlow = Screen.SignedIn(server, DemoSchool.Instructor, 820);
        foreach (var screen in new[] { ines, marlow })
        {
            screen.Go($"/gradings/{grading}/table");
            screen.Until(() => screen.Text("[data-net]") == "all marks are with the school");
        }
        Mark(ines, 0, 40);
        Mark(marlow, 0, 20);
        marlow.Until(() => marlow.Text("[data-net]") == "all marks are with the school");
        marlow.Run("window.there = window.fetch; window.fetch = () => Promise.reject(new TypeError('away'))");
        Mark(marlow, 20, 96);
        marlow.Until(() => marlow.Text("[data-net]") == "no network: 76 wait here");
        Mark(ines, 40, 96);
        // a mark that is pressed again is not yet; what to work on is said with it
        Mark(marlow, 95, 96);
        marlow.Until(() => marlow.Has(".faults-bar:not([hidden])"));
        marlow.Fill("[data-own]", "guard comes down");
        marlow.Press(Keys.Enter);
        ines.Until(() => ines.Text("[data-net]") == "all marks are with the school");
        // back: by a reload, after which the device still has what waits
        marlow.Reload();
        marlow.Until(() => marlow.Text("[data-net]") == "all marks are with the school");
        ines.Until(() => ines.Has(".mark-cell.is-differing"));
        await using var owner = server.Owner();
        var marks = await owner
            .GradingMarks.IgnoreQueryFilters()
            .Where(m => m.Seen != MarkSeen.None)
            .ToListAsync(Cancel);
        Assert.Equal(192, marks.Count);
        Assert.Equal(192, marks.DistinctBy(m => (m.CandidateId, m.RequirementId, m.ExaminerId)).Count());
        Assert.Equal("guard comes down", Assert.Single(marks, m => m.Seen == MarkSeen.NotYet).Faults);
        Assert.Single(ines.Texts(".mark-cell.is-differing"));
        ines.Click("tr[data-candidate] button[value=Passed]");
        ines.Until(() => ines.Has("button.is-chosen[value=Passed]"));
        marlow.Until(() => marlow.Has("button.is-chosen[value=Passed]"));
        ines.HasNoScriptErrors();
        ines.Go($"/gradings/{grading}/certificates");
        Assert.Equal(1, ines.Printed().Pages);
        ines.Go($"/gradings/{grading}/certificates?print=Work");
        Assert.Contains("guard comes down", ines.Text("main"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_grid_is_typed_filled_along_and_undone_by_keyboard()
    {
        await using var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/ladder/grid");
        ines.Fill("#new-what", "ridge hand strike");
        ines.Press(Keys.Enter);
        ines.Until(() => ines.Has("tr[data-learnable=ridge-hand]"));
        string Kept() =>
            ines.Run(
                "return [...document.querySelectorAll('tr[data-learnable=ridge-hand] input')].map(i => i.dataset.kept).join('|')"
            );
        ines.Press("3");
        ines.Press(Keys.Enter);
        ines.Until(() => Kept().StartsWith("3|", StringComparison.Ordinal));
        ines.Click("tr[data-learnable=ridge-hand] td:nth-of-type(1) input");
        ines.Press(Keys.Shift + Keys.ArrowRight);
        ines.Press(Keys.Shift + Keys.ArrowRight);
        ines.Press(Keys.Alt + Keys.ArrowRight);
        ines.Until(() => Kept().StartsWith("3|3|3|", StringComparison.Ordinal));
        // asked for three times at one stage: the gaps say so
        Assert.NotEmpty(ines.Texts("tr[data-learnable=ridge-hand] td.has-gap"));
        ines.Press(Keys.Control + "z");
        ines.Until(() => Kept().StartsWith("3||", StringComparison.Ordinal));
        ines.Fill("tr[data-learnable=ridge-hand] td:nth-of-type(2) input", "nine");
        ines.Press(Keys.Tab);
        ines.Until(() => ines.Has("input.is-wrong"));
        Assert.Contains("A stage is 1 to 6", ines.Text("[data-words]"), StringComparison.Ordinal);
        ines.HasNoScriptErrors();
    }

    [Fact]
    public async Task Without_network_a_room_says_what_works()
    {
        var server = await LadderServer.Start();
        using var ines = Screen.SignedIn(server);
        ines.Go("/people");
        ines.Until(() =>
            ines.Run("return navigator.serviceWorker.controller ? 'yes' : ''") == "yes" || Controlled(ines)
        );
        var manifest = ines.Run("return document.querySelector('link[rel=manifest]').href");
        Assert.EndsWith(".webmanifest", manifest, StringComparison.Ordinal);
        await server.DisposeAsync();
        ines.Go("/ladder");
        Assert.Contains("cannot be reached", ines.Text("h1"), StringComparison.Ordinal);
        Assert.Contains("A lesson that is open on the mat", ines.Text("main"), StringComparison.Ordinal);
    }

    private static bool Controlled(Screen screen)
    {
        screen.Reload();
        return false;
    }
}
