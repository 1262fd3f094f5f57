using LoyalLadder.Core.Terms;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Terms;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Demo;

/// <summary>A term in its fifth week: gradings at its end, and the plans of three classes, which were mostly followed.</summary>
internal sealed class DemoTerm(LadderContext db, TermBook terms, TermMaps maps)
{
    private const int WeeksSoFar = 4,
        Weeks = 12;

    private const int GoneOver = 5,
        TimesAgain = 4;

    private static readonly string[] Laid = ["Kites", "Cormorants", "Sandpipers"];

    public async Task Add(List<ClassGroup> classes, DateOnly today, CancellationToken cancel)
    {
        var monday = WeekDays.MondayOf(today).AddDays(-7 * WeeksSoFar);
        var tracks = await db.Tracks.Select(t => t.Id).ToListAsync(cancel);
        var row = new TermRow
        {
            Id = Guid.CreateVersion7(),
            Name = "Herring term",
            From = monday,
            Until = monday.AddDays((7 * Weeks) - 1),
            Gradings = tracks.ConvertAll(t => new TermGradingRow { TrackId = t, On = monday.AddDays((7 * Weeks) - 2) }),
        };
        if ((await terms.Save(null, row, null, cancel)).Row is null)
            throw new InvalidOperationException("The demo's term was refused.");
        var term = (await terms.Find(row.Id, cancel))!;
        foreach (var group in classes.Where(c => Laid.Contains(c.Name)))
            await LayOut(term, group.Id, cancel);
    }

    private async Task LayOut(TermRow term, Guid group, CancellationToken cancel)
    {
        await Choose((await maps.Read(term, group, cancel))!, term, cancel);
        var map = (await maps.Read(term, group, cancel))!;
        var plan = Followed(map).With(map.Plain, TermSolver.Quick(map.Plain.Ask()));
        await terms.Change(term.Id, group, c => (c.Plan, c.PlannedAt) = (plan.Write(), db.Now), cancel);
    }

    /// <summary>Some of what ranks ask for and the last weeks held, to be gone over again, and the rest as it is.</summary>
    private async Task Choose(ClassMap map, TermRow term, CancellationToken cancel)
    {
        var again = (
            await db
                .TaughtItems.Where(t =>
                    t.Date >= term.From
                    && t.LessonShare > 0
                    && db.Logs.Any(l => l.Id == t.LogId && l.ClassId == map.Class.Id)
                )
                .Select(t => new { t.Learnable, t.Date })
                .Distinct()
                .ToListAsync(cancel)
        )
            .Where(t => map.Choice.Any(c => c.Learnable == t.Learnable && !c.IsIn))
            .GroupBy(t => t.Learnable)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(GoneOver)
            .Select(g => new AskedThing(g.Key, true, TimesAgain, false, null))
            .ToList();
        await terms.SetThings(map, again, null, cancel);
    }

    /// <summary>What was planned of the weeks that are over: what was taught, and now and then something more.</summary>
    private static KeptTerm Followed(ClassMap map)
    {
        var drawn = map.Map(KeptTerm.Nothing);
        var places = new Dictionary<string, IReadOnlyList<string>>();
        for (var n = 0; n < drawn.Columns.Count; n++)
        {
            var (column, held) = (n, new List<string>());
            held.AddRange(
                drawn
                    .Rails.Where(r => r.Cells[column].Mark?.State == TermMarkState.Taught)
                    .Select(r => r.Thing.Learnable)
            );
            var notTaught = drawn.Rails.Where(r => r.Cells[column].Mark is null).ToList();
            if (held.Count > 0 && notTaught.Count > 0)
                held.Add(notTaught[(n * 5) % notTaught.Count].Thing.Learnable);
            if (held.Count > 0)
                places[drawn.Columns[n].Key] = held;
        }
        return new KeptTerm(new Dictionary<string, int>(), places);
    }
}
