using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Lessons;

/// <summary>A lesson with its sheet read and timed.</summary>
/// <param name="Lesson">With its class.</param>
/// <param name="Facts">Its school's.</param>
/// <param name="Rows">The rows of the sheet in order, removed ones left out.</param>
/// <param name="Plan">What the rows say.</param>
/// <param name="RowOf">For each entry of the plan its row.</param>
/// <param name="Clock">The plan, timed.</param>
public sealed record OpenSheet(
    Lesson Lesson,
    SchoolFacts Facts,
    IReadOnlyList<SheetLine> Rows,
    LessonPlan Plan,
    IReadOnlyList<SheetLine> RowOf,
    ClockedLesson Clock
)
{
    public SchoolCard School => Facts.School;

    /// <summary>The hall that is booked; null for none.</summary>
    public HallCard? Hall => Facts.Hall(Lesson.HallId);

    /// <summary>Who teaches; null for nobody yet.</summary>
    public StaffCard? Teacher => Facts.Person(Lesson.TeacherId);

    /// <summary>The school's limits for the class's age.</summary>
    public CheckLimits Limits => Facts.LimitsOf(Lesson.Class!.Band);

    /// <summary>The sheet as text.</summary>
    public string Text(SheetReader reader) => new SheetWriter(reader).Write(Plan);

    /// <summary>The row that a check is about; null for the lesson as a whole.</summary>
    public Guid? LineOf(Check check) => check.Entry is { } entry ? RowOf[entry].Id : null;

    /// <summary>What is to be said about it.</summary>
    public IEnumerable<Check> Checks() => LessonChecks.Of(Clock, Limits);

    /// <summary>Stops that nobody has mended or set aside.</summary>
    public IEnumerable<Check> OpenStops(IReadOnlyCollection<CheckOverride> aside) =>
        Checks().Where(c => c.Level == CheckLevel.Stop && !aside.Any(a => a.Code == c.Code && a.LineId == LineOf(c)));

    /// <summary>The kit that its lines need, each once, in the order in which it is needed.</summary>
    public IReadOnlyList<string> KitToBring =>
        [.. Clock.Lines.SelectMany(l => l.Line.Kit).Select(k => k.Name).Distinct()];

    /// <summary>The sheet made ready for the mat.</summary>
    /// <param name="callsOf">Calls of kept rounds by the words of a line.</param>
    public MatProgram Program(Func<LessonLine, Sequence<Sequence<MatCall>>?> callsOf) =>
        MatProgram.Of(Clock, Plan.Headings(), [.. RowOf.Select(r => r.Id)], Beside(callsOf));

    /// <summary>What belongs beside its lines on the mat.</summary>
    public BesideLines Beside(Func<LessonLine, Sequence<Sequence<MatCall>>?> callsOf)
    {
        var naming = Facts.School.Naming;
        return new BesideLines(
            Facts.Material.Tracer(naming),
            naming,
            Facts.School.CrossedMitts,
            number => Facts.Material.Find(number)?.Row.Name
        )
        {
            CallsOf = callsOf,
            Entries = Plan.Entries,
        };
    }

    /// <summary>Reads and times rows.</summary>
    public static OpenSheet Of(Lesson lesson, SchoolFacts facts, IReadOnlyList<SheetLine> rows, GroupKnowledge? group)
    {
        var entries = rows.SelectMany(r =>
                facts.Material.Row(r.Text, facts.School.Naming).Select(e => (Row: r, Entry: e))
            )
            .ToList();
        var plan = new LessonPlan(HeadOf(lesson), entries.Select(e => e.Entry).ToSequence());
        var clock = LessonClock.Time(plan, Setting(lesson, facts) with { Group = group });
        return new OpenSheet(lesson, facts, rows, plan, [.. entries.Select(e => e.Row)], clock);
    }

    private static LessonHead HeadOf(Lesson lesson) =>
        new()
        {
            Title = lesson.Title.Length == 0 ? null : lesson.Title,
            Class = lesson.Class!.Name,
            People = lesson.Heads,
            Minutes = lesson.Minutes,
            Band = lesson.Class.Band,
            Start = lesson.Start,
            Focus = lesson.Focus.Length == 0 ? null : lesson.Focus,
        };

    private static LessonSetting Setting(Lesson lesson, SchoolFacts facts) =>
        Setting(lesson.Class!.Band, facts.Hall(lesson.HallId), lesson.Heads, lesson.Minutes, facts) with
        {
            YoungestAge = lesson.Class.YoungestAge,
            Start = lesson.Start,
            Paces = facts.PacesOf(lesson.TeacherId),
        };

    /// <summary>The people and the floor of a class as it usually is.</summary>
    public static LessonSetting Setting(ClassGroup group, int heads, SchoolFacts facts) =>
        Setting(group.Band, facts.Hall(group.HallId), heads, group.Minutes, facts) with
        {
            YoungestAge = group.YoungestAge,
            Paces = facts.PacesOf(group.TeacherId),
        };

    private static LessonSetting Setting(AgeBand band, HallCard? hall, int heads, int minutes, SchoolFacts facts) =>
        new()
        {
            Band = band,
            Heads = Math.Max(1, heads),
            Minutes = minutes,
            Floor = hall?.Size ?? LessonSetting.UsualFloor,
            Bags = hall?.Bags ?? 0,
            OpeningSeconds = facts.School.OpeningSeconds,
            ClosingSeconds = facts.School.ClosingSeconds,
            Kit = facts
                .Kit.Select(k => new KitTime(k.Name, k.Count, k.FetchSeconds))
                .Concat(KitTime.Usual)
                .ToSequence(),
        };
}
