using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>Edits of several lines of a sheet at once; each is one save and is taken back as one step.</summary>
public sealed class PickedLines(LadderContext db, LessonSheets sheets, DrillBook drills, TimeProvider time)
{
    private static SheetEdit NothingChosen => new SheetEdit.Refused(Say("Choose at least one line first."));

    /// <summary>Moves lines, in the order in which they stand, right behind another.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="lines">The lines.</param>
    /// <param name="behind">The line that they go behind, not one of them; null for the front.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<SheetEdit> MoveBehind(
        Guid lessonId,
        IReadOnlyCollection<Guid> lines,
        Guid? behind,
        CancellationToken cancel
    ) =>
        RunExclusive(
            lessonId,
            lines,
            (rows, chosen) =>
            {
                if (behind is { } b && chosen.Exists(r => r.Id == b))
                    return new SheetEdit.Saved(chosen[0].Id);
                var others = rows.FindAll(r => !chosen.Contains(r));
                var before = others.Find(r => r.Id == behind);
                if (behind is not null && before is null)
                    return new SheetEdit.Gone();
                Place(others, before, chosen);
                return new SheetEdit.Saved(chosen[0].Id);
            },
            cancel
        );

    /// <summary>Moves lines together past the neighbour above or below.</summary>
    public Task<SheetEdit> MoveBy(
        Guid lessonId,
        IReadOnlyCollection<Guid> lines,
        int direction,
        CancellationToken cancel
    ) =>
        RunExclusive(
            lessonId,
            lines,
            (rows, chosen) =>
            {
                var shown = rows.FindAll(r => r.RemovedAt is null);
                var others = rows.FindAll(r => !chosen.Contains(r));
                var past =
                    direction > 0
                        ? shown.Skip(shown.IndexOf(chosen[^1]) + 1).FirstOrDefault(others.Contains)
                        : shown.Take(shown.IndexOf(chosen[0])).LastOrDefault(others.Contains);
                if (past is null)
                    return new SheetEdit.Saved(chosen[0].Id);
                var before = direction > 0 ? past : others.ElementAtOrDefault(others.IndexOf(past) - 1);
                Place(others, before, chosen);
                return new SheetEdit.Saved(chosen[0].Id);
            },
            cancel
        );

    private static void Place(List<SheetLine> others, SheetLine? before, List<SheetLine> chosen)
    {
        var next = before is null ? others.FirstOrDefault() : others.ElementAtOrDefault(others.IndexOf(before) + 1);
        foreach (var (row, place) in chosen.Zip(LinePlace.Between(before?.Place, next?.Place, chosen.Count)))
            row.Place = place;
    }

    /// <summary>Puts a copy of lines right behind the last of them.</summary>
    public Task<SheetEdit> Copy(Guid lessonId, Guid key, IReadOnlyCollection<Guid> lines, CancellationToken cancel) =>
        RunExclusive(
            lessonId,
            lines,
            (rows, chosen) =>
            {
                if (rows.Exists(r => r.Id == key))
                    return new SheetEdit.Saved(key);
                if (rows.Count(r => r.RemovedAt is null) + chosen.Count > SheetReader.MostLines)
                    return new SheetEdit.Refused(Say($"A sheet may have {SheetReader.MostLines} lines."));
                var copies = SheetEdits.Insert(lessonId, rows, chosen[^1], [.. chosen.Select(r => r.Text)]);
                copies[0].Id = key;
                db.SheetLines.AddRange(copies);
                return new SheetEdit.Saved(key);
            },
            cancel
        );

    /// <summary>Takes lines out.</summary>
    public Task<SheetEdit> Remove(Guid lessonId, IReadOnlyCollection<Guid> lines, CancellationToken cancel) =>
        RunExclusive(
            lessonId,
            lines,
            (rows, chosen) =>
            {
                var left = rows.FindAll(r => r.RemovedAt is null && !chosen.Contains(r));
                foreach (var row in chosen)
                    TakeOut(rows, row);
                var below =
                    left.Find(r => string.CompareOrdinal(r.Place, chosen[^1].Place) > 0) ?? left.LastOrDefault();
                return new SheetEdit.Saved(below?.Id ?? chosen[0].Id);
            },
            cancel
        );

    private void TakeOut(List<SheetLine> rows, SheetLine row)
    {
        row.RemovedAt = time.GetUtcNow();
        SheetEdits.Unlink(rows, row);
    }

    /// <summary>Makes one circuit of lines, in the place of the first of them.</summary>
    public async Task<SheetEdit> Circuit(
        Guid lessonId,
        IReadOnlyCollection<Guid> lines,
        int times,
        CancellationToken cancel
    )
    {
        var reader = await sheets.Reader(cancel);
        return await RunExclusive(
            lessonId,
            lines,
            (rows, chosen) =>
            {
                var parts = chosen.ConvertAll(r => reader.ReadEntries(r.Text));
                if (parts.Exists(p => p is not [var only] || !Circuits.MayBePart(only)))
                    return new SheetEdit.Refused(
                        Say(
                            "A circuit is made of lines with reps or a time each; leave out headings, notes, stations and lines "
                                + "without a dose."
                        )
                    );
                if (parts.Count > CircuitDose.MostParts)
                    return new SheetEdit.Refused(Say($"A circuit has at most {CircuitDose.MostParts} parts."));
                var circuit = Circuits.Of(
                    parts.ConvertAll(p => (LessonLine)p[0]),
                    Math.Clamp(times, 1, Dose.MostRounds)
                );
                SheetEdits.Write(rows, chosen[0], new SheetWriter(reader).Write(circuit));
                foreach (var row in chosen.Skip(1))
                    TakeOut(rows, row);
                return new SheetEdit.Saved(chosen[0].Id);
            },
            cancel
        );
    }

    /// <summary>Keeps lines as a drill of the school; the sheet stays as it is.</summary>
    /// <returns>What is wrong, in words; null when it is kept.</returns>
    public async Task<string?> KeepAsDrill(
        Guid lessonId,
        Guid key,
        IReadOnlyCollection<Guid> lines,
        string? name,
        CancellationToken cancel
    )
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return Say("This lesson is no longer there.");
        var entries = sheet.RowOf.Select((r, i) => (Row: r, Entry: i)).Where(e => lines.Contains(e.Row.Id)).ToList();
        if (entries.Count == 0)
            return Say("Choose at least one line first.");
        var heading = sheet.Plan.Headings()[entries[0].Entry];
        var draft = new DrillDraft(
            name ?? "",
            SegmentKinds.Of(heading),
            Core.Techniques.AgeBand.Kids,
            string.Join('\n', entries.Select(e => e.Row.Text)),
            ""
        );
        var (saved, _) = await drills.Save(null, key, null, draft, cancel);
        return saved.Row is null ? saved.Errors.First : null;
    }

    private Task<SheetEdit> RunExclusive(
        Guid lessonId,
        IReadOnlyCollection<Guid> lines,
        Func<List<SheetLine>, List<SheetLine>, SheetEdit> edit,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                var rows = await db.SheetRows(lessonId, cancel);
                var chosen = rows.FindAll(r => r.RemovedAt is null && lines.Contains(r.Id));
                if (lines.Count == 0)
                    return NothingChosen;
                return chosen.Count == 0 ? new SheetEdit.Gone() : edit(rows, chosen);
            },
            cancel
        );
}
