using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What came of an edit of a sheet.</summary>
public abstract record SheetEdit
{
    /// <summary>Saved. <paramref name="Line"/> is the row that changed or the first that was added.</summary>
    public sealed record Saved(Guid Line) : SheetEdit;

    /// <summary>Not saved; the message says what to do.</summary>
    public sealed record Refused(string Message) : SheetEdit;

    /// <summary>Somebody else changed the line meanwhile; nothing was saved and both texts are here.</summary>
    public sealed record Clash(SheetLine Theirs, string Mine) : SheetEdit;

    /// <summary>There is no such line any more.</summary>
    public sealed record Gone : SheetEdit;
}

/// <summary>Lessons and their sheets: beginning one, reading it, and every edit of a line. All typed text is read by the one sheet reader.</summary>
public sealed class LessonSheets(LadderContext db, OwnSchool own, GroupBook groups, DrillBook drills, TimeProvider time)
{
    // every look at a sheet and every edit asks these two: translated once
    private static readonly Func<LadderContext, Guid, CancellationToken, Task<Lesson?>> LessonOf = EF.CompileAsyncQuery(
        (LadderContext db, Guid id, CancellationToken cancel) =>
            db.Lessons.AsNoTracking().Include(l => l.Class).FirstOrDefault(l => l.Id == id)
    );

    private static readonly Func<LadderContext, Guid, IAsyncEnumerable<SheetLine>> RowsOf = EF.CompileAsyncQuery(
        (LadderContext db, Guid lessonId) =>
            db
                .SheetLines.AsNoTracking()
                .Where(l => l.LessonId == lessonId && l.RemovedAt == null)
                .OrderBy(l => l.Position)
                .AsQueryable()
    );

    /// <summary>A lesson with its sheet; null when this school has none of that key.</summary>
    public async Task<OpenSheet?> Open(Guid lessonId, CancellationToken cancel)
    {
        var lesson = await LessonOf(db, lessonId, cancel);
        if (lesson is null)
            return null;
        var facts = await own.Facts(cancel);
        lesson.Hall = facts.Halls.FirstOrDefault(h => h.Id == lesson.HallId);
        lesson.Teacher = facts.Staff.FirstOrDefault(u => u.Id == lesson.TeacherId);
        var rows = await RowsOf(db, lessonId).ToListAsync(cancel);
        return OpenSheet.Of(lesson, facts, rows, await groups.Of(lesson, facts, cancel));
    }

    /// <summary>The reader for this school's names.</summary>
    public async Task<SheetReader> Reader(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return facts.Material.Sheets(facts.School.Naming);
    }

    /// <summary>Begins a lesson for a class on a day, from a pasted sheet or empty.</summary>
    /// <returns>The lesson, or null with the reason why the text was refused.</returns>
    public async Task<(Lesson? Lesson, string? Refusal)> Begin(
        Guid classId,
        DateOnly date,
        string? text,
        CancellationToken cancel
    )
    {
        var reading = (await Reader(cancel)).Read(text ?? "");
        if (reading.Refusal is { } refusal)
            return (null, refusal);
        return await Begin(
            classId,
            date,
            reading.Plan,
            reading.Plan.Head.People,
            string.IsNullOrWhiteSpace(text) ? null : text.Replace("\0", "", StringComparison.Ordinal),
            cancel
        );
    }

    /// <summary>A sheet as it would be begun; nothing is kept.</summary>
    public async Task<(OpenSheet? Sheet, string? Refusal)> LookAt(
        Guid classId,
        DateOnly date,
        string? text,
        CancellationToken cancel
    )
    {
        var reading = (await Reader(cancel)).Read(text ?? "");
        if (reading.Refusal is { } unread)
            return (null, unread);
        var (lesson, refusal) = await Make(classId, date, reading.Plan, reading.Plan.Head.People, null, cancel);
        if (lesson is null)
            return (null, refusal);
        var facts = await own.Facts(cancel);
        lesson.Hall = facts.Halls.FirstOrDefault(h => h.Id == lesson.HallId);
        return (OpenSheet.Of(lesson, facts, lesson.Lines, await groups.Of(lesson, facts, cancel)), null);
    }

    /// <summary>Begins a lesson with the lines of another; heads and hour are the class's own.</summary>
    public Task<(Lesson? Lesson, string? Refusal)> BeginFrom(
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        CancellationToken cancel
    ) => Begin(classId, date, plan, null, null, cancel);

    private async Task<(Lesson? Lesson, string? Refusal)> Begin(
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        int? people,
        string? pasted,
        CancellationToken cancel
    )
    {
        var (lesson, refusal) = await Make(classId, date, plan, people, pasted, cancel);
        if (lesson is null)
            return (null, refusal);
        lesson.Class = null;
        db.Lessons.Add(lesson);
        await db.SaveChangesAsync(cancel);
        return (lesson, null);
    }

    private async Task<(Lesson? Lesson, string? Refusal)> Make(
        Guid classId,
        DateOnly date,
        LessonPlan plan,
        int? people,
        string? pasted,
        CancellationToken cancel
    )
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        if (date < today.AddYears(-2) || date > today.AddYears(2))
            return (null, "Choose a day within two years of today.");
        var group = await db
            .Classes.AsNoTracking()
            .Include(c => c.Enrolments)
            .FirstOrDefaultAsync(c => c.Id == classId, cancel);
        if (group is null)
            return (null, "Choose a class.");
        var lesson = new Lesson
        {
            ClassId = group.Id,
            Class = group,
            Date = date,
            Start = group.Start,
            Minutes = group.Minutes,
            Heads = people ?? Math.Max(1, group.Enrolments.Count),
            HallId = group.HallId,
            TeacherId = group.TeacherId,
            Title = plan.Head.Title ?? "",
            Focus = plan.Head.Focus ?? "",
            Pasted = pasted,
        };
        Place(lesson.Lines, lesson.Id, 0, double.MaxValue, Write(await Reader(cancel), plan.Entries));
        return (lesson, null);
    }

    /// <summary>Adds what was typed: one line or a whole pasted sheet.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="text">As typed.</param>
    /// <param name="after">The row to stand behind; null for the end.</param>
    /// <param name="owed">The log line that this makes good, if any.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<SheetEdit> Add(Guid lessonId, string? text, Guid? after, Guid? owed, CancellationToken cancel)
    {
        if (!await db.Lessons.AnyAsync(l => l.Id == lessonId, cancel))
            return new SheetEdit.Gone();
        var (drill, isLink, unknown) = await CalledDrill(text, cancel);
        if (unknown is not null)
            return new SheetEdit.Refused(unknown);
        var (entries, refusal) = await ReadTyped(drill?.Text ?? text, cancel);
        if (refusal is not null)
            return new SheetEdit.Refused(refusal);
        var order = await db
            .SheetLines.Where(l => l.LessonId == lessonId && l.RemovedAt == null)
            .OrderBy(l => l.Position)
            .Select(l => new { l.Id, l.Position })
            .ToListAsync(cancel);
        if (order.Count + entries.Count > SheetReader.MostLines)
            return new SheetEdit.Refused($"A sheet may have {SheetReader.MostLines} lines.");
        var at = after is null ? order.Count - 1 : order.FindIndex(o => o.Id == after);
        var added = new List<SheetLine>();
        Place(
            added,
            lessonId,
            at < 0 ? 0 : order[at].Position,
            at + 1 < order.Count ? order[at + 1].Position : double.MaxValue,
            entries
        );
        var link = Guid.CreateVersion7();
        foreach (var line in added)
        {
            line.OwedLogLineId = owed;
            if (isLink)
                (line.DrillId, line.LinkId) = (drill!.Id, link);
        }
        db.SheetLines.AddRange(added);
        await db.SaveChangesAsync(cancel);
        return new SheetEdit.Saved(added[0].Id);
    }

    /// <summary>Replaces the text of a line, as seen at a version.</summary>
    public async Task<SheetEdit> Edit(Guid lessonId, Guid lineId, int version, string? text, CancellationToken cancel)
    {
        var row = await Line(lessonId, lineId, cancel);
        if (row is null)
            return new SheetEdit.Gone();
        var (entries, refusal) = await ReadTyped(text, cancel);
        if (refusal is not null)
            return new SheetEdit.Refused(refusal);
        if (row.Version != version && row.Text != entries[0])
            return new SheetEdit.Clash(row, text!);
        var next = await db
            .SheetLines.Where(l => l.LessonId == lessonId && l.RemovedAt == null && l.Position > row.Position)
            .OrderBy(l => l.Position)
            .Select(l => (double?)l.Position)
            .FirstOrDefaultAsync(cancel);
        var more = new List<SheetLine>();
        Place(more, lessonId, row.Position, next ?? double.MaxValue, entries[1..]);
        db.SheetLines.AddRange(more);
        return await Save(row, entries[0], text!, cancel);
    }

    /// <summary>'drill: wall of jabs' links a drill of that name, 'copy: wall of jabs' copies its lines; anything else calls none.</summary>
    private async Task<(Drill? Drill, bool IsLink, string? Unknown)> CalledDrill(string? text, CancellationToken cancel)
    {
        var typed = text?.Trim() ?? "";
        var isLink = typed.StartsWith("drill:", StringComparison.OrdinalIgnoreCase);
        if (
            typed.Contains('\n', StringComparison.Ordinal)
            || (!isLink && !typed.StartsWith("copy:", StringComparison.OrdinalIgnoreCase))
        )
            return default;
        var name = typed[(typed.IndexOf(':', StringComparison.Ordinal) + 1)..].Trim();
        return await drills.Named(name, cancel) is { } drill
            ? (drill, isLink, null)
            : (null, false, $"There is no drill called '{name}'. Material lists them.");
    }

    /// <summary>Makes the work of a line as near to some seconds as whole repetitions allow.</summary>
    public async Task<SheetEdit> Size(Guid lessonId, Guid lineId, int seconds, CancellationToken cancel)
    {
        if (await Open(lessonId, cancel) is not { } sheet)
            return new SheetEdit.Gone();
        var setting = sheet.Clock.Setting;
        return await Change(
            lessonId,
            lineId,
            line =>
                line.Dose is { } dose
                    ? line with
                    {
                        Dose = DoseScale.NearestTo(
                            dose,
                            seconds,
                            d => LessonClock.WorkSeconds(line with { Dose = d }, setting)
                        ),
                    }
                    : line,
            cancel
        );
    }

    /// <summary>Sets a stop aside for this lesson, by name and with a reason.</summary>
    /// <returns>What is wrong with the reason; null when it is kept.</returns>
    public async Task<string?> SetAside(
        Guid lessonId,
        string code,
        Guid? lineId,
        string? reason,
        CancellationToken cancel
    )
    {
        if (string.IsNullOrWhiteSpace(reason))
            return "Say why this is all right today; it is kept with your name.";
        if (reason.Trim().Length > CheckOverride.LongestReason)
            return $"A reason has at most {CheckOverride.LongestReason} characters.";
        if (await Open(lessonId, cancel) is not { } sheet)
            return "This lesson is no longer there.";
        if (!sheet.Checks().Any(c => c.Level == CheckLevel.Stop && c.Code == code && sheet.LineOf(c) == lineId))
            return "There is no such stop any more.";
        var row = await db.CheckOverrides.FirstOrDefaultAsync(
            o => o.LessonId == lessonId && o.Code == code && o.LineId == lineId,
            cancel
        );
        if (row is null)
            db.CheckOverrides.Add(
                row = new CheckOverride
                {
                    LessonId = lessonId,
                    Code = code,
                    LineId = lineId,
                    Reason = "",
                }
            );
        row.Reason = reason.Trim();
        await db.SaveChangesAsync(cancel);
        return null;
    }

    /// <summary>Stops of a lesson that nobody has mended or set aside.</summary>
    public async Task<List<Check>> OpenStops(OpenSheet sheet, CancellationToken cancel) =>
        sheet.OpenStops([]).Any() ? [.. sheet.OpenStops(await SetAsideOf(sheet.Lesson.Id, cancel))] : [];

    public Task<List<CheckOverride>> SetAsideOf(Guid lessonId, CancellationToken cancel) =>
        db.CheckOverrides.AsNoTracking().Where(o => o.LessonId == lessonId).ToListAsync(cancel);

    /// <summary>A step less or more of a line's dose.</summary>
    public Task<SheetEdit> Step(Guid lessonId, Guid lineId, int direction, CancellationToken cancel) =>
        Change(
            lessonId,
            lineId,
            line => line.Dose is null ? line : line with { Dose = DoseStep.Of(line.Dose, direction) },
            cancel
        );

    /// <summary>Says how much a line matters.</summary>
    public Task<SheetEdit> Prioritise(Guid lessonId, Guid lineId, Priority priority, CancellationToken cancel) =>
        Change(lessonId, lineId, line => line with { Priority = priority }, cancel);

    /// <summary>Says how much of a line has to be taught.</summary>
    public Task<SheetEdit> Teach(Guid lessonId, Guid lineId, TeachingKind kind, CancellationToken cancel) =>
        Change(
            lessonId,
            lineId,
            line => line with { Teach = kind == TeachingKind.Known ? null : new Teaching(kind) },
            cancel
        );

    /// <summary>Moves a line past its neighbour.</summary>
    public async Task<SheetEdit> Move(Guid lessonId, Guid lineId, int direction, CancellationToken cancel)
    {
        var rows = await db
            .SheetLines.Where(l => l.LessonId == lessonId && l.RemovedAt == null)
            .OrderBy(l => l.Position)
            .ToListAsync(cancel);
        var at = rows.FindIndex(r => r.Id == lineId);
        if (at < 0)
            return new SheetEdit.Gone();
        var to = at + Math.Sign(direction);
        if (to < 0 || to >= rows.Count)
            return new SheetEdit.Saved(lineId);
        (rows[at].Position, rows[to].Position) = (rows[to].Position, rows[at].Position);
        await db.SaveChangesAsync(cancel);
        return new SheetEdit.Saved(lineId);
    }

    /// <summary>Settles a check with its own mend, in one save.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="code">The check's code.</param>
    /// <param name="lineId">The line that it is about; null for the lesson as a whole.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>False when the sheet no longer has that check.</returns>
    public async Task<bool> Mend(Guid lessonId, string code, Guid? lineId, CancellationToken cancel)
    {
        if (await Open(lessonId, cancel) is not { } sheet)
            return false;
        var check = sheet.Checks().FirstOrDefault(c => c.Code == code && sheet.LineOf(c) == lineId);
        if (check?.Mend is not { } mend)
            return false;
        var reader = await Reader(cancel);
        if (mend.Change is { } change)
        {
            if (await Line(lessonId, sheet.RowOf[mend.Entry].Id, cancel) is not { } row)
                return false;
            await Unlink(row, cancel);
            (row.Text, row.Version) = (new SheetWriter(reader).Write(change), row.Version + 1);
        }
        else
        {
            var more = new List<SheetLine>();
            var before = mend.Entry > 0 ? sheet.RowOf[mend.Entry - 1].Position : 0;
            var after = mend.Entry < sheet.RowOf.Count ? sheet.RowOf[mend.Entry].Position : double.MaxValue;
            Place(more, lessonId, before, after, Write(reader, reader.ReadEntries(mend.NewLine!)));
            db.SheetLines.AddRange(more);
        }
        await db.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Puts the fitted form of chosen lines into the sheet, all in one save.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="lines">The lines whose fitted form is taken, each with the version that was fitted.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many lines changed; -1 when the sheet has changed since, so that the fit has to be made anew.</returns>
    public async Task<int> AcceptFit(Guid lessonId, IReadOnlyDictionary<Guid, int> lines, CancellationToken cancel)
    {
        if (await Open(lessonId, cancel) is not { } sheet)
            return -1;
        if (LessonFit.Of(sheet.Plan, sheet.Clock.Setting).Fitted is not { } fitted)
            return -1;
        var rows = await db
            .SheetLines.Where(l => l.LessonId == lessonId && l.RemovedAt == null)
            .ToDictionaryAsync(l => l.Id, cancel);
        var writer = new SheetWriter(await Reader(cancel));
        var changed = 0;
        foreach (var line in fitted.Lines.Where(l => l.IsChanged))
        {
            var shown = sheet.RowOf[line.Entry];
            if (!lines.TryGetValue(shown.Id, out var version) || !rows.TryGetValue(shown.Id, out var row))
                continue;
            if (row.Version != version)
                return -1;
            await Unlink(row, cancel);
            if (line.After is { } after)
                (row.Text, row.Version) = (writer.Write(after), row.Version + 1);
            else
                row.RemovedAt = time.GetUtcNow();
            changed++;
        }
        await db.SaveChangesAsync(cancel);
        return changed;
    }

    /// <summary>Takes a line out; <see cref="Restore"/> puts it back where it was.</summary>
    public Task<SheetEdit> Remove(Guid lessonId, Guid lineId, CancellationToken cancel) =>
        SetRemoved(lessonId, lineId, time.GetUtcNow(), cancel);

    public Task<SheetEdit> Restore(Guid lessonId, Guid lineId, CancellationToken cancel) =>
        SetRemoved(lessonId, lineId, null, cancel);

    private async Task<SheetEdit> SetRemoved(Guid lessonId, Guid lineId, DateTimeOffset? at, CancellationToken cancel)
    {
        var row = await db.SheetLines.FirstOrDefaultAsync(l => l.LessonId == lessonId && l.Id == lineId, cancel);
        if (row is null)
            return new SheetEdit.Gone();
        row.RemovedAt = at;
        await Unlink(row, cancel);
        await db.SaveChangesAsync(cancel);
        return new SheetEdit.Saved(lineId);
    }

    /// <summary>A linked block that is changed here becomes the sheet's own: the drill must not write over it.</summary>
    private async Task Unlink(SheetLine row, CancellationToken cancel)
    {
        if (row.LinkId is not { } link)
            return;
        foreach (
            var of in await db.SheetLines.Where(l => l.LessonId == row.LessonId && l.LinkId == link).ToListAsync(cancel)
        )
            (of.DrillId, of.LinkId) = (null, null);
    }

    private Task<SheetLine?> Line(Guid lessonId, Guid lineId, CancellationToken cancel) =>
        db.SheetLines.FirstOrDefaultAsync(l => l.LessonId == lessonId && l.Id == lineId && l.RemovedAt == null, cancel);

    private async Task<SheetEdit> Change(
        Guid lessonId,
        Guid lineId,
        Func<LessonLine, LessonLine> change,
        CancellationToken cancel
    )
    {
        var row = await Line(lessonId, lineId, cancel);
        if (row is null)
            return new SheetEdit.Gone();
        var reader = await Reader(cancel);
        if (reader.ReadEntries(row.Text) is not [LessonLine line])
            return new SheetEdit.Saved(lineId);
        var text = new SheetWriter(reader).Write(change(line));
        return await Save(row, text, text, cancel);
    }

    private async Task<SheetEdit> Save(SheetLine row, string text, string typed, CancellationToken cancel)
    {
        if (row.Text != text)
        {
            await Unlink(row, cancel);
            row.Text = text;
            row.Version++;
        }
        try
        {
            await db.SaveChangesAsync(cancel);
            return new SheetEdit.Saved(row.Id);
        }
        catch (DbUpdateConcurrencyException)
        {
            db.ChangeTracker.Clear();
            return await db.SheetLines.AsNoTracking().FirstOrDefaultAsync(l => l.Id == row.Id, cancel) is { } theirs
                ? new SheetEdit.Clash(theirs, typed)
                : new SheetEdit.Gone();
        }
    }

    private async Task<(List<string> Entries, string? Refusal)> ReadTyped(string? text, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(text))
            return ([], "Type what the class does, for example: front kick 5/side");
        if (SheetReader.Refusal(text) is { } refusal)
            return ([], refusal);
        var reader = await Reader(cancel);
        var entries = reader.ReadEntries(text);
        if (entries.OfType<LessonLine>().FirstOrDefault(l => l.Problem is not null) is { } wrong && entries.Count == 1)
            return ([], wrong.Problem);
        if (entries.Count == 0)
            return ([], "There are no words in this line.");
        var texts = Write(reader, entries);
        return texts.Find(t => t.Length > SheetLine.LongestText) is { } tooLong
            ? ([], $"A line may have {SheetLine.LongestText:N0} characters; this has {tooLong.Length:N0}.")
            : (texts, null);
    }

    private static List<string> Write(SheetReader reader, IEnumerable<SheetEntry> entries)
    {
        var writer = new SheetWriter(reader);
        return [.. entries.Select(writer.Write)];
    }

    /// <summary>Lays rows evenly between two positions.</summary>
    private static void Place(List<SheetLine> rows, Guid lessonId, double from, double to, List<string> texts)
    {
        var step = to == double.MaxValue ? 1 : (to - from) / (texts.Count + 1);
        for (var i = 0; i < texts.Count; i++)
            rows.Add(
                new SheetLine
                {
                    LessonId = lessonId,
                    Position = from + (step * (i + 1)),
                    Text = texts[i],
                }
            );
    }
}
