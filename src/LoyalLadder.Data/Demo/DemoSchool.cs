using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Terms;
using LoyalLadder.Data.Timetables;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Configuration;

namespace LoyalLadder.Data.Demo;

/// <summary>
/// An invented school in an old net loft: halls, people, classes, twenty weeks of lessons run and logged, and a day to plan.
/// Everything goes through what users' own input goes through, with dates relative to today.
/// </summary>
public sealed class DemoSchool(
    LadderContext db,
    SchoolScope scope,
    SchoolLookup door,
    OwnSchool own,
    GroupBook groups,
    DrillBook drills,
    KeptSheetBook kept,
    EvidenceBook evidence,
    SyllabusBook syllabus,
    RoundsBook rounds,
    TimetableBook timetable,
    TermBook terms,
    TermMaps maps,
    UserManager<AppUser> users,
    TimeProvider time,
    IConfiguration settings
)
{
    /// <summary>Weeks of logged lessons behind the demo, unless a setting says fewer.</summary>
    private const int UsualWeeks = 20;

    private int Weeks => settings.GetValue("LOYALLADDER_DEMO_WEEKS", UsualWeeks);

    /// <summary>E-mails of the demo's head instructor, an instructor and an assistant.</summary>
    public const string Head = "ines@netloft.example",
        Instructor = "marlow@netloft.example",
        Assistant = "odile@netloft.example";

    private readonly Random _chance = new(20_417);

    /// <summary>Loads the school into an empty database.</summary>
    /// <returns>A token for the JSON interface, or null when somebody is there already.</returns>
    /// <exception cref="InvalidOperationException">No demo password is set.</exception>
    public Task<DemoToken?> LoadIntoEmpty(CancellationToken cancel = default) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                db.ChangeTracker.Clear();
                var password =
                    settings["LOYALLADDER_DEMO_PASSWORD"]
                    ?? throw new InvalidOperationException("Set LOYALLADDER_DEMO_PASSWORD; ./start makes one.");
                var school = new School
                {
                    Name = "The Old Net Loft, Saltmere",
                    Counting = CountingLanguage.Japanese,
                    Policy =
                        "Form before height, slow before fast. Tap means stop, at once. A knock to the head ends "
                        + "the lesson for that person until a medical professional has seen it. Nobody "
                        + "trains alone with a child.",
                };
                scope.SchoolId = school.Id;
                // all or nothing: a start that is killed half-way begins anew
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                await SchoolSetup.WaitForAll(db, cancel);
                if (!await door.IsOpen(cancel))
                    return null;
                db.Schools.Add(school);
                await db.SaveChangesAsync(cancel);
                await Fill(school, password, cancel);
                var token = ApiToken.Fresh();
                db.ApiTokens.Add(
                    new ApiToken
                    {
                        Name = "Demo",
                        Hash = ApiToken.HashOf(token),
                        CreatedAt = time.GetUtcNow(),
                    }
                );
                await db.SaveChangesAsync(cancel);
                await transaction.CommitAsync(cancel);
                return new DemoToken(token);
            });

    /// <summary>The token of a demo school that was loaded just now; it is not kept anywhere else.</summary>
    public sealed record DemoToken(string Token);

    private async Task Fill(School school, string password, CancellationToken cancel)
    {
        var card = SchoolCard.Of(school);
        var today = SchoolTime.Today(card, time);
        var people = new DemoPeople(db, users, _chance);
        var ladder = new DemoLadder(db, own, _chance);
        var material = new DemoMaterial(db, own, drills, kept);
        var staff = await people.Staff(school, password);
        scope.UserId = staff[0].Id;
        var classes = await people.Furnish(staff, ladder.Tracks(), today, cancel);
        await material.Number(cancel);
        await ladder.Ask(cancel);
        await material.Keep(cancel);
        await KeepRounds(card, cancel);
        await new DemoLessons(db, scope, own, groups, evidence, syllabus, rounds, timetable, time, _chance).Teach(
            Weeks,
            card,
            staff,
            classes,
            cancel
        );
        await ladder.Grade(today, staff, cancel);
        DemoDates.Add(db, classes, staff, today);
        await db.SaveChangesAsync(cancel);
        await new DemoTerm(db, terms, maps).Add(classes, today, cancel);
    }

    private async Task KeepRounds(SchoolCard school, CancellationToken cancel)
    {
        var ask = new RoundRequest
        {
            AgeBand = "adults",
            Clinch = true,
            Focus = [new FocusRequest("knees", 0.3m), new FocusRequest("low kick", 0.2m)],
            Seed = 4017,
        };
        var kept = await rounds.Keep(Guid.CreateVersion7(), null, "Thursday pads", ask, school.Naming, cancel);
        if (kept.Errors.Any)
            throw new InvalidOperationException(kept.Errors.First);
    }
}
