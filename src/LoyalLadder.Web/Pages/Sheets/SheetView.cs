using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Everything that the Sheet room shows, and what was just done in it.</summary>
public sealed class SheetView
{
    public required WorkedSheet Worked { get; init; }

    public OpenSheet Sheet => Worked.Sheet;

    public SchoolFacts Facts => Sheet.Facts;

    /// <summary>How far the sheet had come when this was read.</summary>
    public required string Mark { get; init; }

    public required IReadOnlyList<OwedLine> Owed { get; init; }

    public IReadOnlyList<Check> Checks => Worked.Checks;

    /// <summary>Stops that somebody set aside for this lesson.</summary>
    public required IReadOnlyList<CheckOverride> SetAside { get; init; }

    public LessonTally Tally => Worked.Tally;

    public ILookup<Guid, LineComment> Comments => Worked.Comments;

    /// <summary>Those of the class who are under care; nobody for who may not know.</summary>
    public IReadOnlyList<PersonUnderCare> Care { get; init; } = [];

    /// <summary>Who should not do a line as it stands: their name, their note, and what they do instead.</summary>
    public IEnumerable<(PersonUnderCare Person, string Instead)> CareOn(int entry) =>
        Care.SelectMany(p => p.Marks.Where(m => m.Entry == entry).Select(m => (p, m.Instead)));

    /// <summary>Whether who looks may change it.</summary>
    public required bool CanPlan { get; init; }

    /// <summary>The others who are in it.</summary>
    public IReadOnlyList<string> Here { get; init; } = [];

    /// <summary>How wide the ladder is drawn: 1, 2 or 4 times.</summary>
    public int Zoom { get; init; } = 1;

    public Headline Headline => Worked.Headline;

    private LadderPicture? _picture;

    /// <summary>'Likely to end 18:48.'</summary>
    public string EndWords =>
        $"{(Worked.Likely is null ? Say("Ends") : Say("Likely to end"))} {Shown.Hour(Sheet.Clock.TimeAt(Headline.EndsAt))}.{BySource}";

    /// <summary>Which was used, where what was logged and the starting values are two minutes apart or more.</summary>
    private string BySource =>
        Worked.Likely is not null && Math.Abs(Headline.EndsAt - Sheet.Clock.TotalSeconds) >= 120
            ? " "
                + Say(
                    $"By the school’s log; the starting values say {Shown.Hour(Sheet.Clock.TimeAt(Sheet.Clock.TotalSeconds))}."
                )
            : "";

    /// <summary>The lesson's ladder.</summary>
    public LadderPicture Picture =>
        _picture ??= new LadderPicture(Sheet, Worked.Ladder, Zoom)
        {
            CanDrag = CanPlan,
            Chosen = Sheet.Clock.Lines.FirstOrDefault(l => Sheet.RowOf[l.Entry].Id == Deed.Chosen && l.Seconds > 0),
        };

    /// <summary>What should be settled first, kind by kind; the end is told by the headline and not again.</summary>
    public IReadOnlyList<List<Check>> ToSettle =>
        [
            .. Checks
                .Where(c => c.Level != CheckLevel.Note && c.Code != "overrun")
                .GroupBy(c => c.Code)
                .Select(g => g.ToList()),
        ];

    /// <summary>What was just done.</summary>
    public required SheetDeed Deed { get; init; }

    /// <summary>The form of the head; null where only the live part is shown.</summary>
    public SheetHeadView? Head { get; init; }

    /// <summary>What is said of a check: who set it aside, or why a reason was not taken.</summary>
    public CheckOverride? AsideOf(Check check)
    {
        var line = Sheet.LineOf(check);
        return SetAside.FirstOrDefault(o => o.Code == check.Code && o.LineId == line);
    }

    /// <summary>What is wrong with the reason that was given for setting a check aside; null where none was.</summary>
    public string? RefusedReason(Check check) =>
        Deed.NotSetAside is { } no && no.Code == check.Code && no.Line == Sheet.LineOf(check) ? no.Message : null;

    /// <summary>The likeliest ways to understand a line that was not.</summary>
    public IReadOnlyList<Repair> Repairs(LessonLine line) =>
        LineRepairs.Of(line, Facts.Material.Sheets(Facts.School.Naming));

    /// <summary>Where a form of the live part posts to: 'lines?handler=Step&amp;line=…'.</summary>
    public string Post(string page, string handler, Guid? line = null, string more = "") =>
        $"/sheets/{Sheet.Lesson.Id}/{page}?handler={handler}{(line is { } l ? $"&line={l}" : "")}{more}";

    public string Address => $"/sheets/{Sheet.Lesson.Id}";

    /// <summary>Lines whose repetitions are counted.</summary>
    public IReadOnlyList<Guid> CountedLines =>
        [
            .. Sheet
                .Clock.Lines.Where(l => l.Line.Dose is CountedDose dose && dose.Steps.Any(s => s.Pace == Pace.Counted))
                .Select(l => Sheet.RowOf[l.Entry].Id),
        ];

    /// <summary>Nobody has said yet what 'on my count' means in this school, and here something is counted.</summary>
    public bool AsksMyCount =>
        CanPlan
        && (Facts.School.Customs & (NameCustoms.MyCountIsACall | NameCustoms.MyCountIsCounted)) == 0
        && CountedLines.Count > 0;

    /// <summary>A line's own words, without dose and marks: 'bag line of round kick, push-up and plank'.</summary>
    public string InWords(string text) =>
        Facts.Material.Sheets(Facts.School.Naming).ReadEntries(text) is [LessonLine line]
            ? LineNames.Of(line)
            : text.Split('\n')[0];

    /// <summary>The heading under which a text would come to stand; null where there is none.</summary>
    public string? GoesTo(string text) =>
        default(LineTarget).Heading(Sheet, Facts.Material.Sheets(Facts.School.Naming).ReadEntries(text));
}

/// <summary>One entry of the sheet with all that its row shows.</summary>
/// <param name="View">The whole.</param>
/// <param name="Index">The entry.</param>
/// <param name="Clocked">Its time; null where it takes none.</param>
public sealed record SheetRowView(SheetView View, int Index, ClockedLine? Clocked)
{
    public SheetEntry Entry => View.Sheet.Plan.Entries[Index];

    public SheetLine Row => View.Sheet.RowOf[Index];

    public LessonLine? Line => Entry as LessonLine;

    public bool IsEdited => View.Deed.EditLine == Row.Id;

    public bool HasTalk => View.Comments.Contains(Row.Id) || View.Deed.CommentLine == Row.Id;
}

/// <summary>What somebody has just done in a sheet, or tried to.</summary>
public sealed record SheetDeed
{
    public static SheetDeed None { get; } = new();

    /// <summary>The row that the keys act on.</summary>
    public Guid? Chosen { get; init; }

    /// <summary>The row that is open for editing.</summary>
    public Guid? EditLine { get; init; }

    public string? EditText { get; init; }
    public string? EditProblem { get; init; }
    public SheetEdit.Clash? Clash { get; init; }

    /// <summary>What the quick line held when it could not be taken.</summary>
    public string? Typed { get; init; }

    public string? Problem { get; init; }

    /// <summary>What was done just now, and whether a press takes it back.</summary>
    public string? Done { get; init; }
    public bool CanUndo { get; init; }

    /// <summary>The row that is being commented on.</summary>
    public Guid? CommentLine { get; init; }

    public string? CommentText { get; init; }
    public string? CommentProblem { get; init; }

    /// <summary>The check whose reason was not taken, and what is wrong with it.</summary>
    public (string Code, Guid? Line, string Message)? NotSetAside { get; init; }

    /// <summary>The three ways to end in time.</summary>
    public IReadOnlyList<FitCard>? Ways { get; init; }

    /// <summary>The fit line by line.</summary>
    public Fitted? Fitted { get; init; }
    public NoFit? NoFit { get; init; }

    /// <summary>True where there is something to show that a fresh look at the sheet would not.</summary>
    public bool SaysSomething =>
        Problem is not null
        || Done is not null
        || EditLine is not null
        || NotSetAside is not null
        || CommentLine is not null;
}

/// <summary>A way to end in time, as its card shows it.</summary>
/// <param name="Way">Which.</param>
/// <param name="Title">What it does.</param>
/// <param name="Detail">The amounts, where the title does not say all.</param>
/// <param name="SecondsSaved">By how much the lesson gets shorter.</param>
/// <param name="EndsAt">When it then ends, by the same reckoning as the headline.</param>
/// <param name="Rows">The rows that change; empty where this way does not help.</param>
/// <param name="EndsAsItIs">Nothing has to change.</param>
public sealed record FitCard(
    FitWay Way,
    string Title,
    string Detail,
    int SecondsSaved,
    TimeOnly EndsAt,
    IReadOnlyList<SheetLine> Rows,
    bool EndsAsItIs
);

/// <summary>The form of a lesson's head, with what may be chosen.</summary>
public sealed record SheetHeadView(
    HeadForm Form,
    IReadOnlyList<SelectListItem> Classes,
    IReadOnlyList<SelectListItem> Halls,
    IReadOnlyList<SelectListItem> Teachers
);

/// <summary>Something that is due, and the heading that it would go under; null where there is none.</summary>
public sealed record DueEntry(DueItem Item, string Name, string? GoesTo);

/// <summary>What is due for a lesson's class and not on its sheet yet.</summary>
public sealed record DueList(SheetView View, IReadOnlyList<DueEntry> Items, int All)
{
    /// <summary>Shown at once, and behind a press.</summary>
    public const int First = 4,
        Most = 14;
}
