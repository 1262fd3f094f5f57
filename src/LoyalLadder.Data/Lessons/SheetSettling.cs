using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Progress;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>Settling what the checks say of a sheet, and fitting it into its time.</summary>
public sealed class SheetSettling(LadderContext db, LessonSheets sheets, PaceBook paces, TimeProvider time)
{
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
            return Say("Say why this is all right today; it is kept with your name.");
        if (reason.Trim().Length > CheckOverride.LongestReason)
            return Say($"A reason has at most {CheckOverride.LongestReason} characters.");
        return await db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                if (await sheets.Open(lessonId, cancel) is not { } sheet)
                    return Say("This lesson is no longer there.");
                if (!sheet.Checks().Any(c => c.Level == CheckLevel.Stop && c.Code == code && sheet.LineOf(c) == lineId))
                    return Say("There is no such stop any more.");
                var row = await db.CheckOverrides.FirstOrDefaultAsync(
                    o => o.LessonId == lessonId && o.Code == code && o.LineId == lineId,
                    cancel
                );
                if (row is null)
                {
                    row = NewOverride(lessonId, code, lineId);
                    db.CheckOverrides.Add(row);
                }
                row.Reason = reason.Trim();
                return (string?)null;
            },
            cancel
        );
    }

    private static CheckOverride NewOverride(Guid lessonId, string code, Guid? lineId) =>
        new()
        {
            LessonId = lessonId,
            Code = code,
            LineId = lineId,
            Reason = "",
        };

    /// <summary>Lets a stop that was set aside count again.</summary>
    public Task CountAgain(Guid lessonId, Guid aside, CancellationToken cancel) =>
        db.RemoveOne(db.CheckOverrides.Where(o => o.LessonId == lessonId && o.Id == aside), cancel);

    /// <summary>Settles a check with its own mend, in one save.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="code">The check's code.</param>
    /// <param name="lineId">The line that it is about; null for the lesson as a whole.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>False when the sheet no longer has that check.</returns>
    public Task<bool> ApplyQuickFix(Guid lessonId, string code, Guid? lineId, CancellationToken cancel) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                if (await sheets.Open(lessonId, cancel) is not { } sheet)
                    return false;
                var check = sheet.Checks().FirstOrDefault(c => c.Code == code && sheet.LineOf(c) == lineId);
                if (check?.Mend is not { } mend)
                    return false;
                await ApplyQuickFix(lessonId, sheet, mend, cancel);
                return true;
            },
            cancel
        );

    private async Task ApplyQuickFix(Guid lessonId, OpenSheet sheet, CheckQuickFix mend, CancellationToken cancel)
    {
        var reader = await sheets.Reader(cancel);
        var writer = new SheetWriter(reader);
        var rows = await db.SheetRows(lessonId, cancel);
        if (mend.Change is { } change)
        {
            var row = rows.First(r => r.Id == sheet.RowOf[mend.Entry].Id);
            SheetEdits.Write(rows, row, writer.Write(change));
            return;
        }
        var behind = mend.Entry > 0 ? rows.Find(r => r.Id == sheet.RowOf[mend.Entry - 1].Id) : null;
        var texts = reader.ReadEntries(mend.NewLine!).Select(writer.Write).ToList();
        db.SheetLines.AddRange(SheetEdits.Insert(lessonId, rows, behind, texts));
    }

    /// <summary>Puts the fitted form of chosen lines into the sheet, all in one save.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="way">The way that was chosen; null for the fit line by line.</param>
    /// <param name="lines">The lines whose fitted form is taken, each with the version that was fitted.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many lines changed; null when the sheet has changed since, so that the fit has to be made anew.</returns>
    public Task<int?> AcceptFit(
        Guid lessonId,
        FitWay? way,
        IReadOnlyDictionary<Guid, uint> lines,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                if (await sheets.Open(lessonId, cancel) is not { } sheet)
                    return null;
                if (await Fitted(sheet, way, cancel) is not { } fitted)
                    return null;
                var rows = await db.SheetRows(lessonId, cancel);
                var changed = fitted
                    .Lines.Where(l => l.IsChanged)
                    .Select(l => (Fit: l, Row: rows.First(r => r.Id == sheet.RowOf[l.Entry].Id)))
                    .ToList();
                var chosen = changed.FindAll(c => lines.ContainsKey(c.Row.Id));
                // a way is taken as it was shown: all of it, or not at all
                if (
                    chosen.Exists(c => lines[c.Row.Id] != c.Row.Version)
                    || (way is not null && (chosen.Count != changed.Count || chosen.Count != lines.Count))
                )
                    return null;
                var writer = new SheetWriter(await sheets.Reader(cancel));
                foreach (var (fit, row) in chosen)
                    Take(rows, row, fit.After is { } after ? writer.Write(after) : null);
                return (int?)chosen.Count;
            },
            cancel
        );

    private async Task<Fitted?> Fitted(OpenSheet sheet, FitWay? way, CancellationToken cancel)
    {
        var (plan, setting) = (sheet.Plan, sheet.Clock.Setting);
        if (way is not { } chosen)
            return LessonFit.Of(plan, setting).Fitted;
        var whole = LessonFit.Rest.Whole(setting);
        return WaysToFit.Of(chosen, plan, setting, whole, await paces.TakenFor(sheet, cancel)).Fitted;
    }

    private void Take(List<SheetLine> rows, SheetLine row, string? fitted)
    {
        SheetEdits.Unlink(rows, row);
        if (fitted is null)
            row.RemovedAt = time.GetUtcNow();
        else
            row.Text = fitted;
    }
}
