using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>One page for whoever stands in: what was done, what is owed and due, whom to take care of, what today's sheet says.</summary>
public sealed class BriefingModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    DiaryBook diary,
    OwedLines owed,
    ProgressBook progress,
    RankProgressBook stands,
    StudentRecords records,
    LineComments comments
) : RoomPage(own, time)
{
    /// <summary>Lessons told of, and due things named.</summary>
    private const int MostLessons = 3,
        MostDue = 6;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;
    public List<LessonLog> Last { get; private set; } = [];
    public List<OwedLine> Owed { get; private set; } = [];
    public List<(DueItem Item, string Name)> Due { get; private set; } = [];

    /// <summary>What instructors said to each other on its lines.</summary>
    public ILookup<Guid, LineComment> Comments { get; private set; } =
        Array.Empty<LineComment>().ToLookup(c => c.LineId);

    public List<CareNote> Care { get; private set; } = [];
    public List<string> Drifting { get; private set; } = [];
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        (Sheet, Naming) = (sheet, (await Words()).Naming);
        var (lesson, material) = (sheet.Lesson, sheet.Facts.Material);
        Last = await diary.Last(lesson.ClassId, lesson.Date, MostLessons, Cancel);
        Owed = await owed.Of([lesson.ClassId], Cancel);
        var due = await progress.DueFor(lesson.ClassId, lesson.Date, [.. Owed.Select(o => o.Text)], Cancel);
        Due = [.. due.Take(MostDue).Select(d => (d, material.NameOf(d.Learnable, Naming)))];
        Comments = (await comments.Open(Id, Cancel)).ToLookup(c => c.LineId);
        // an assistant counts and notes; care notes are for whoever teaches
        if (CanPlan)
            Care = await records.CareOfClass(lesson.ClassId, Cancel);
        Drifting =
        [
            .. (await stands.OfClass(lesson.ClassId, Cancel)).Where(s => s.IsDrifting).Select(s => s.Student.ShownName),
        ];
        return Page();
    }
}
