using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Runs;

/// <summary>A line of what is left, before and behind a fit; a fitted dose of null means that it is left out.</summary>
public sealed record MatFitLine(string Title, string Dose, string? Fitted, int SecondsBefore, int SecondsAfter);

/// <summary>What the mat offers when a lesson runs late.</summary>
/// <param name="LateSeconds">By how much the end would be late as things stand; early is negative.</param>
/// <param name="Fits">False when even the musts do not fit.</param>
/// <param name="Lines">What changes.</param>
/// <param name="MustsOver">Without a fit: seconds by which the musts alone do not fit.</param>
public sealed record MatFitOffer(int LateSeconds, bool Fits, IReadOnlyList<MatFitLine> Lines, int MustsOver);

/// <summary>Fits what is left of a running lesson into the time that is left.</summary>
public sealed class MatFit(LadderContext db, LessonSheets sheets, TimeProvider time)
{
    /// <summary>A class that begins further from its hour than this is run by its own length instead.</summary>
    private static readonly TimeSpan NearItsHour = TimeSpan.FromMinutes(20);

    private sealed record Found(
        LessonRun Run,
        MatProgram Program,
        Guid Current,
        OpenSheet Sheet,
        LessonPlan Plan,
        List<SheetLine> Rows,
        int Late,
        Fitted? Fitted,
        NoFit? NoFit
    );

    /// <summary>What a fit would change; null when nothing runs.</summary>
    public async Task<MatFitOffer?> Offer(Guid lessonId, CancellationToken cancel) =>
        await Find(lessonId, cancel) is { } f
            ? new MatFitOffer(
                f.Late,
                f.Fitted is not null,
                [
                    .. f.Fitted?.Lines.Where(l => l.IsChanged)
                        .Select(l => new MatFitLine(
                            l.Before.Content,
                            SheetWriter.Write(l.Before.Dose!),
                            l.After?.Dose is { } dose ? SheetWriter.Write(dose) : null,
                            l.SecondsBefore,
                            l.SecondsAfter
                        ))
                        ?? [],
                ],
                f.NoFit?.OverSeconds ?? 0
            )
            : null;

    /// <summary>Fits what is left and keeps it for all devices.</summary>
    /// <returns>The program from now on; null when nothing runs or nothing fits.</returns>
    public async Task<MatProgram?> Take(Guid lessonId, CancellationToken cancel)
    {
        if (await Find(lessonId, cancel) is not { Fitted: { } fitted } f)
            return null;
        var writer = new SheetWriter(await sheets.Reader(cancel));
        var (entries, ids, names) = (new List<SheetEntry>(), new List<Guid>(), new List<string>());
        var after = fitted.Lines.ToDictionary(l => l.Entry, l => l.After);
        var heading = "";
        for (var i = 0; i < f.Plan.Entries.Count; i++)
        {
            if (f.Plan.Entries[i] is Segment segment)
                heading = segment.Name;
            var entry = after.TryGetValue(i, out var line) ? line : f.Plan.Entries[i];
            if (entry is null)
                continue;
            entries.Add(entry);
            ids.Add(f.Rows[i].Id);
            names.Add(heading);
        }
        var clock = Core.Lessons.Clock.LessonClock.Time(
            f.Plan with
            {
                Entries = entries.ToSequence(),
            },
            f.Sheet.Clock.Setting
        );
        var texts = fitted
            .Lines.Where(l => l is { IsChanged: true, After: not null })
            .ToDictionary(l => f.Rows[l.Entry].Id, l => writer.Write(l.After!));
        var steps = MatProgram
            .Of(clock, names, ids)
            .Steps.Select(s => s with { Fitted = texts.GetValueOrDefault(s.Id) })
            .DistinctBy(s => s.Id)
            .ToDictionary(s => s.Id);
        var program = f.Program.With(f.Current, steps);
        var run = await db.Runs.FirstAsync(r => r.Id == f.Run.Id, cancel);
        run.Program = LessonRun.Write(program);
        db.RunEvents.Add(new RunEvent(Guid.CreateVersion7(), time.GetUtcNow(), RunEventKind.Fit, Value: program.Fits));
        db.Entry(db.RunEvents.Local.First()).Property("RunId").CurrentValue = run.Id;
        await db.SaveChangesAsync(cancel);
        return program;
    }

    private async Task<Found?> Find(Guid lessonId, CancellationToken cancel)
    {
        var run = await db
            .Runs.AsNoTracking()
            .Include(r => r.Events)
            .FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
        if (run is null || await sheets.Open(lessonId, cancel) is not { } sheet)
            return null;
        var (program, now) = (run.ReadProgram(), time.GetUtcNow());
        var state = RunState.Of(program, run.Events, now);
        if (state is not { StartedAt: { } started, EndedAt: null, Current: { } current })
            return null;
        // lines as they run, not as the sheet may have been changed since; what was left out stays out
        var known = program.Steps.Where(s => !s.IsDropped).ToDictionary(s => s.Id);
        var reader = await sheets.Reader(cancel);
        var kept = sheet
            .Plan.Entries.Select((e, i) => (Entry: e, Row: sheet.RowOf[i]))
            .Where(x => x.Entry is not LessonLine { Dose: not null } || known.ContainsKey(x.Row.Id))
            .Select(x =>
                (
                    Entry: known.TryGetValue(x.Row.Id, out var s)
                    && s.Fitted is { } text
                    && reader.ReadEntries(text) is [LessonLine line]
                        ? line
                        : x.Entry,
                    x.Row
                )
            )
            .ToList();
        var at = kept.FindLastIndex(x => x.Row.Id == current);
        if (at < 0)
            return null;
        var plan = sheet.Plan with { Entries = kept.Select(x => x.Entry).ToSequence() };
        var setting = sheet.Clock.Setting;
        var clock = Core.Lessons.Clock.LessonClock.Time(plan, setting);
        var up = clock.Lines.Last(l => l.Entry == at);
        var booked = run.BookedEnd.AddMinutes(-setting.Minutes);
        var end = (started - booked).Duration() <= NearItsHour ? run.BookedEnd : started.AddMinutes(setting.Minutes);
        var lineLeft = Math.Max(0, known[current].Seconds - state.Lines.Single(l => l.Step == current).Actual);
        var left = (int)(end - now).TotalSeconds - setting.ClosingSeconds - lineLeft;
        var planned = clock.Lines.Where(l => l.Entry > at).Sum(l => l.Seconds);
        var (fitted, noFit) = LessonFit.Of(
            plan,
            setting,
            new LessonFit.Rest(at + 1, Math.Max(0, left), up.Formation, up.Line.Kit)
        );
        return new Found(
            run,
            program,
            current,
            sheet,
            plan,
            kept.ConvertAll(x => x.Row),
            planned - left,
            fitted,
            noFit
        );
    }
}
