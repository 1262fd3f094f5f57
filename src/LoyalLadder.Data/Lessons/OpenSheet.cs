using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Lessons;

/// <summary>A lesson with its sheet read and timed.</summary>
/// <param name="Lesson">With class, hall and teacher.</param>
/// <param name="School">Its school.</param>
/// <param name="Rows">The rows of the sheet in order, removed ones left out.</param>
/// <param name="Plan">What the rows say.</param>
/// <param name="RowOf">For each entry of the plan its row.</param>
/// <param name="Clock">The plan, timed.</param>
public sealed record OpenSheet(Lesson Lesson, School School, IReadOnlyList<SheetLine> Rows, LessonPlan Plan, IReadOnlyList<SheetLine> RowOf, ClockedLesson Clock)
{
    /// <summary>The sheet as text.</summary>
    public string Text(SheetReader reader) => new SheetWriter(reader).Write(Plan);

    public MatProgram Program()
    {
        var heading = "";
        var headings = Plan.Entries.Select(e => heading = e is Segment segment ? segment.Name : heading).ToList();
        return MatProgram.Of(Clock, headings, [.. RowOf.Select(r => r.Id)]);
    }

    /// <summary>Reads and times rows.</summary>
    public static OpenSheet Of(Lesson lesson, School school, IReadOnlyList<SheetLine> rows, IEnumerable<KitItem> kit, SchoolMaterial material)
    {
        var entries = rows.SelectMany(r => material.Row(r.Text, school.Naming).Select(e => (Row: r, Entry: e))).ToList();
        var head = new LessonHead
        {
            Title = lesson.Title.Length == 0 ? null : lesson.Title,
            Class = lesson.Class!.Name,
            People = lesson.Heads,
            Minutes = lesson.Minutes,
            Band = lesson.Class.Band,
            Start = lesson.Start,
            Focus = lesson.Focus.Length == 0 ? null : lesson.Focus,
        };
        var plan = new LessonPlan(head, entries.Select(e => e.Entry).ToSequence());
        return new OpenSheet(lesson, school, rows, plan, [.. entries.Select(e => e.Row)], LessonClock.Time(plan, Setting(lesson, school, kit)));
    }

    private static LessonSetting Setting(Lesson lesson, School school, IEnumerable<KitItem> kit) => new()
    {
        Band = lesson.Class!.Band,
        Heads = Math.Max(1, lesson.Heads),
        Minutes = lesson.Minutes,
        Start = lesson.Start,
        Floor = lesson.Hall is { } hall ? new FloorSize(hall.LengthMetres, hall.WidthMetres) : new FloorSize(12, 9),
        Bags = lesson.Hall?.Bags ?? 0,
        OpeningSeconds = school.OpeningSeconds,
        ClosingSeconds = school.ClosingSeconds,
        Kit = kit.Select(k => new KitTime(k.Name, k.Count, k.FetchSeconds)).Concat(KitTime.Usual).ToSequence(),
    };
}
