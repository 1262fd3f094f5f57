using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Who looks at a sheet, and how.</summary>
/// <param name="CanPlan">May change it.</param>
/// <param name="IsPart">Wants the live part alone.</param>
/// <param name="Zoom">How wide the ladder is drawn.</param>
public sealed record SheetLook(bool CanPlan, bool IsPart, int Zoom);

/// <summary>Lays out what the Sheet room shows.</summary>
public sealed class SheetDesk(
    LessonSheets sheets,
    WorkedSheets worked,
    OwedLines owed,
    PaceBook paces,
    SheetPresence company,
    SchoolBook school,
    ProgressBook progress,
    StudentRecords records
)
{
    /// <summary>The view of a sheet; null when there is no such lesson.</summary>
    public async Task<SheetView?> View(Guid lesson, SheetLook look, SheetDeed deed, CancellationToken cancel)
    {
        // before the lines are read: what comes in between is news again
        if (await company.Look(lesson, cancel) is not var (mark, others))
            return null;
        if (await worked.Of(lesson, mark, cancel) is not { } found)
            return null;
        var isWhole = !look.IsPart;
        return new SheetView
        {
            Worked = found,
            Mark = mark.Word,
            Owed = await OwedTo(found.Sheet, cancel),
            SetAside = mark.Aside > 0 ? await sheets.SetAsideOf(lesson, cancel) : [],
            CanPlan = look.CanPlan,
            Care = look.CanPlan
                ? PersonUnderCare.Of(await records.CareOfClass(found.Sheet.Lesson.ClassId, cancel), found.Sheet.Plan)
                : [],
            Here = isWhole ? others : [],
            Zoom = look.Zoom is 2 or 4 ? look.Zoom : 1,
            Deed = deed,
            Head = isWhole && look.CanPlan ? await Head(found.Sheet, cancel) : null,
        };
    }

    /// <summary>What the class was owed on that day and the sheet does not make good.</summary>
    private async Task<IReadOnlyList<OwedLine>> OwedTo(OpenSheet sheet, CancellationToken cancel)
    {
        var here = sheet.Rows.Select(r => r.OwedLogLineId).OfType<Guid>().ToHashSet();
        return
        [
            .. (await owed.Of([sheet.Lesson.ClassId], cancel)).Where(o =>
                !here.Contains(o.LogLine) && o.From <= sheet.Lesson.Date
            ),
        ];
    }

    private async Task<SheetHeadView> Head(OpenSheet sheet, CancellationToken cancel) =>
        new(
            HeadForm.Of(sheet.Lesson),
            [
                .. (await school.Classes(cancel)).Select(c => new SelectListItem(
                    $"{c.Name}, {AgeBands.Said(c.Band)}",
                    c.Id.ToString()
                )),
            ],
            [.. sheet.Facts.Halls.Select(h => new SelectListItem(h.Name, h.Id.ToString()))],
            [.. sheet.Facts.Teachers.Select(u => new SelectListItem(u.DisplayName, u.Id.ToString()))]
        );

    /// <summary>The three ways to make a sheet end in time.</summary>
    public async Task<IReadOnlyList<FitCard>> Ways(OpenSheet sheet, CancellationToken cancel)
    {
        var ways = WaysToFit.Of(sheet.Plan, sheet.Clock.Setting, await paces.TakenFor(sheet, cancel));
        var pace = await paces.Known(cancel);
        return
        [
            .. ways.Select(way => new FitCard(
                way.Way,
                WayWords.Title(way, sheet.Plan),
                WayWords.Detail(way),
                way.SecondsSaved,
                sheet.Clock.TimeAt(EndOf(sheet, way, pace)),
                [.. way.Changed.Select(l => sheet.RowOf[l.Entry])],
                way.Fitted is not null && !way.Changed.Any()
            )),
        ];
    }

    private static int EndOf(OpenSheet sheet, WayToFit way, PaceModel? pace)
    {
        var clock = way.Fitted is { } fitted ? LessonClock.Time(fitted.Plan, sheet.Clock.Setting) : sheet.Clock;
        var likely = pace?.Of(clock, sheet.Lesson.ClassId, sheet.Lesson.TeacherId ?? Guid.Empty);
        return Headline.Of(way.Fitted?.Plan ?? sheet.Plan, clock, likely).EndsAt;
    }

    /// <summary>What is due for a sheet's class and not on it yet.</summary>
    public async Task<DueList> Due(SheetView view, CancellationToken cancel)
    {
        var sheet = view.Sheet;
        var here = sheet.Plan.Lines.SelectMany(l => Learnables.Of(l.Moves)).ToHashSet();
        var due = await progress.DueFor(
            sheet.Lesson.ClassId,
            sheet.Lesson.Date,
            [.. view.Owed.Select(o => o.Text)],
            cancel
        );
        return new DueList(
            view,
            [
                .. due.Where(d => !here.Contains(d.Learnable))
                    .Take(DueList.Most)
                    .Select(d => new DueEntry(
                        d,
                        sheet.Facts.Material.NameOf(d.Learnable, sheet.School.Naming),
                        view.GoesTo(LineOf(sheet, d))
                    )),
            ],
            due.Count
        );
    }

    /// <summary>A line that brings in what is due, with a dose and stage that fit; null when it is due no longer.</summary>
    public async Task<string?> DueLine(OpenSheet sheet, string? learnable, CancellationToken cancel)
    {
        var due = (await progress.DueFor(sheet.Lesson.ClassId, sheet.Lesson.Date, [], cancel)).Find(d =>
            d.Learnable == learnable
        );
        return due is null ? null : LineOf(sheet, due);
    }

    private static string LineOf(OpenSheet sheet, DueItem due) =>
        Core.Progress.Due.Line(
            sheet.Facts.Material.OnSheets(due.Learnable, sheet.School.Naming),
            sheet.Facts.Material.Catalogue.Find(due.Learnable),
            due.NextStage
        );
}
