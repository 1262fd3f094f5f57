using LoyalLadder.Core;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Data.Lessons;

/// <summary>Every edit of a sheet's lines. Edits of one sheet are made one after the other, whoever makes them.</summary>
public sealed class SheetEdits(
    LadderContext db,
    LessonSheets sheets,
    DrillBook drills,
    SheetQuotes quotes,
    TimeProvider time
)
{
    /// <summary>Adds what was typed: one line or a whole pasted sheet.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="key">The key of the post, which becomes that of the first line: sent twice it adds once.</param>
    /// <param name="text">As typed.</param>
    /// <param name="where">Where it should stand.</param>
    /// <param name="owed">The log line that this makes good, if any.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<SheetEdit> Add(
        Guid lessonId,
        Guid key,
        string? text,
        LineTarget where,
        Guid? owed,
        CancellationToken cancel
    )
    {
        var call = DrillCall.Read(text);
        var drill = call is null ? null : await drills.Named(call.Name, cancel);
        if (call is not null && drill is null)
            return new SheetEdit.Refused(Say($"There is no drill called '{call.Name}'. Material lists them."));
        var (entries, texts, refusal) = await ReadEntries(drill?.Text ?? text, cancel);
        if (refusal is not null)
            return new SheetEdit.Refused(refusal);
        return await db.RunExclusive(
            Turn(lessonId),
            key,
            () => Task.FromResult<SheetEdit>(new SheetEdit.Saved(key)),
            async () =>
            {
                var edit = await AddInTurn(lessonId, texts, entries, where, cancel);
                if (edit.Added is not { } added)
                    return edit.Refused!;
                added[0].Id = key;
                Tie(added, owed, call is { IsLink: true } ? drill : null);
                db.SheetLines.AddRange(added);
                return new SheetEdit.Saved(key);
            },
            cancel
        );
    }

    private async Task<(List<SheetLine>? Added, SheetEdit? Refused)> AddInTurn(
        Guid lessonId,
        List<string> texts,
        List<SheetEntry> entries,
        LineTarget where,
        CancellationToken cancel
    )
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return (null, new SheetEdit.Gone());
        var rows = await db.SheetRows(lessonId, cancel);
        if (rows.Count(r => r.RemovedAt is null) + texts.Count > SheetReader.MostLines)
            return (null, new SheetEdit.Refused(Say($"A sheet may have {SheetReader.MostLines} lines.")));
        var behind = where.Behind(sheet, entries) is { } row ? rows.Find(r => r.Id == row) : null;
        return (Insert(lessonId, rows, behind, texts), null);
    }

    private static void Tie(List<SheetLine> added, Guid? owed, Drill? linked)
    {
        var link = Guid.CreateVersion7();
        foreach (var line in added)
        {
            line.OwedLogLineId = owed;
            if (linked is not null)
                (line.DrillId, line.LinkId) = (linked.Id, link);
        }
    }

    /// <summary>Replaces the text of a line, as seen at a version.</summary>
    public async Task<SheetEdit> Edit(Guid lessonId, Guid lineId, uint version, string? text, CancellationToken cancel)
    {
        var (texts, refusal) = await ReadTyped(text, cancel);
        if (refusal is not null)
            return new SheetEdit.Refused(refusal);
        return await db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                if (rows.Find(r => r.Id == lineId && r.RemovedAt is null) is not { } row)
                    return (SheetEdit)new SheetEdit.Gone();
                if (row.Version != version && row.Text != texts[0])
                    return new SheetEdit.Clash(row, text!);
                Write(rows, row, texts[0]);
                db.SheetLines.AddRange(Insert(lessonId, rows, row, texts[1..]));
                return new SheetEdit.Saved(lineId);
            },
            cancel
        );
    }

    /// <summary>Gives a line another text, and with it every line of the sheet that says the same.</summary>
    public async Task<SheetEdit> EditAlike(Guid lessonId, Guid lineId, string text, CancellationToken cancel)
    {
        var (texts, refusal) = await ReadTyped(text, cancel);
        if (refusal is not null)
            return new SheetEdit.Refused(refusal);
        return await db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                if (rows.Find(r => r.Id == lineId && r.RemovedAt is null) is not { } row)
                    return (SheetEdit)new SheetEdit.Gone();
                var was = row.Text;
                foreach (var alike in rows.Where(r => r.RemovedAt is null && r.Text == was))
                    Write(rows, alike, texts[0]);
                return new SheetEdit.Saved(lineId);
            },
            cancel
        );
    }

    /// <summary>Makes the work of a line as near to some seconds as whole repetitions allow.</summary>
    public async Task<SheetEdit> Size(Guid lessonId, Guid lineId, int seconds, CancellationToken cancel)
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return new SheetEdit.Gone();
        var setting = sheet.Clock.Setting;
        return await Change(lessonId, lineId, Sized, cancel);

        LessonLine Sized(LessonLine line)
        {
            if (line.Dose is not { } dose)
                return line;
            var nearest = DoseScale.NearestTo(
                dose,
                seconds,
                d => LessonClock.WorkSeconds(line with { Dose = d }, setting)
            );
            return line with { Dose = nearest };
        }
    }

    /// <summary>A step less or more of a line's dose.</summary>
    public Task<SheetEdit> Step(Guid lessonId, Guid lineId, int direction, CancellationToken cancel) =>
        Change(
            lessonId,
            lineId,
            line => line.Dose is null ? line : line with { Dose = DoseStep.Of(line.Dose, direction) },
            cancel
        );

    /// <summary>What a line counts waits for a call each time.</summary>
    public Task<SheetEdit> Call(Guid lessonId, Guid lineId, CancellationToken cancel) =>
        Change(
            lessonId,
            lineId,
            line =>
                line.Dose is CountedDose dose
                    ? line with
                    {
                        Dose = dose with
                        {
                            Steps = dose
                                .Steps.Select(s => s.Pace == Pace.Counted ? s with { Pace = Pace.Called } : s)
                                .ToSequence(),
                        },
                    }
                    : line,
            cancel
        );

    /// <summary>Says how much a line matters.</summary>
    public Task<SheetEdit> Prioritise(Guid lessonId, Guid lineId, Priority priority, CancellationToken cancel) =>
        Change(lessonId, lineId, line => line with { Priority = priority }, cancel);

    /// <summary>Says how much of a line has to be taught.</summary>
    public Task<SheetEdit> Teach(Guid lessonId, Guid lineId, TeachingKind kind, CancellationToken cancel)
    {
        Teaching? teaching = kind == TeachingKind.Known ? null : new Teaching(kind);
        return Change(lessonId, lineId, line => line with { Teach = teaching }, cancel);
    }

    /// <summary>Moves a line past its neighbour.</summary>
    public Task<SheetEdit> Move(Guid lessonId, Guid lineId, int direction, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                var shown = rows.FindAll(r => r.RemovedAt is null);
                var at = shown.FindIndex(r => r.Id == lineId);
                if (at < 0)
                    return (SheetEdit)new SheetEdit.Gone();
                var past = at + Math.Sign(direction);
                if (past < 0 || past >= shown.Count || past == at)
                    return new SheetEdit.Saved(lineId);
                var others = rows.FindAll(r => r.Id != lineId);
                var neighbour = others.IndexOf(shown[past]);
                shown[at].Place =
                    direction > 0
                        ? LinePlace.Between(others[neighbour].Place, others.ElementAtOrDefault(neighbour + 1)?.Place)
                        : LinePlace.Between(others.ElementAtOrDefault(neighbour - 1)?.Place, others[neighbour].Place);
                return new SheetEdit.Saved(lineId);
            },
            cancel
        );

    /// <summary>Takes a line out, as seen at a version.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="lineId">The line.</param>
    /// <param name="version">What was seen; null takes it out whatever it says now.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>Saved with the line below, where there is one.</returns>
    public Task<SheetEdit> Remove(Guid lessonId, Guid lineId, uint? version, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                if (rows.Find(r => r.Id == lineId) is not { } row)
                    return (SheetEdit)new SheetEdit.Gone();
                if (row.RemovedAt is null && version is { } seen && seen != row.Version)
                    return new SheetEdit.Conflict(row);
                row.RemovedAt ??= time.GetUtcNow();
                Unlink(rows, row);
                var below = rows.Find(r => r.RemovedAt is null && string.CompareOrdinal(r.Place, row.Place) > 0);
                return new SheetEdit.Saved(below?.Id ?? lineId);
            },
            cancel
        );

    /// <summary>Edits of one sheet wait for each other.</summary>
    internal static string Turn(Guid lessonId) => $"sheet {lessonId}";

    /// <summary>New rows behind one of the sheet's; in front of all where that is null.</summary>
    internal static List<SheetLine> Insert(
        Guid lessonId,
        List<SheetLine> rows,
        SheetLine? behind,
        IReadOnlyList<string> texts
    )
    {
        var next = behind is null ? rows.FirstOrDefault() : rows.ElementAtOrDefault(rows.IndexOf(behind) + 1);
        var places = LinePlace.Between(behind?.Place, next?.Place, texts.Count);
        return
        [
            .. texts.Zip(
                places,
                (text, place) =>
                    new SheetLine
                    {
                        LessonId = lessonId,
                        Place = place,
                        Text = text,
                    }
            ),
        ];
    }

    /// <summary>Gives a row another text; a linked block that is changed becomes the sheet's own.</summary>
    internal static void Write(List<SheetLine> rows, SheetLine row, string text)
    {
        if (row.Text == text)
            return;
        Unlink(rows, row);
        row.Text = text;
    }

    /// <summary>A linked block that is changed here becomes the sheet's own: the drill must not write over it.</summary>
    internal static void Unlink(List<SheetLine> rows, SheetLine row)
    {
        if (row.LinkId is not { } link)
            return;
        foreach (var part in rows.Where(r => r.LinkId == link))
            (part.DrillId, part.LinkId) = (null, null);
    }

    private Task<SheetEdit> Change(
        Guid lessonId,
        Guid lineId,
        Func<LessonLine, LessonLine> change,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                if (rows.Find(r => r.Id == lineId && r.RemovedAt is null) is not { } row)
                    return (SheetEdit)new SheetEdit.Gone();
                var reader = await sheets.Reader(cancel);
                if (reader.ReadEntries(row.Text) is [LessonLine line])
                    Write(rows, row, new SheetWriter(reader).Write(change(line)));
                return new SheetEdit.Saved(lineId);
            },
            cancel
        );

    private async Task<(List<string> Texts, string? Refusal)> ReadTyped(string? text, CancellationToken cancel)
    {
        var (_, texts, refusal) = await ReadEntries(text, cancel);
        return (texts, refusal);
    }

    private async Task<(List<SheetEntry> Entries, List<string> Texts, string? Refusal)> ReadEntries(
        string? text,
        CancellationToken cancel
    )
    {
        if (string.IsNullOrWhiteSpace(text))
            return ([], [], Say("Type what the class does, for example: front kick 5/side"));
        if (SheetReader.Refusal(text) is { } refusal)
            return ([], [], refusal);
        var reader = await sheets.Reader(cancel);
        var entries = reader.ReadEntries(await quotes.Filled(text, cancel)).ToList();
        if (entries is [LessonLine { Problem: { } wrong }])
            return ([], [], wrong);
        if (entries.Count == 0)
            return ([], [], Say("There are no words in this line."));
        var writer = new SheetWriter(reader);
        var texts = entries.Select(writer.Write).ToList();
        if (texts.Find(t => t.Length > SheetLine.LongestText) is { } tooLong)
            return (
                [],
                [],
                Say($"A line may have {SheetLine.LongestText:N0} characters; this has {tooLong.Length:N0}.")
            );
        return (entries, texts, null);
    }
}
