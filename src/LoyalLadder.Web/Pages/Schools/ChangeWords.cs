using LoyalLadder.Data.Sharing;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The audit list in words: kinds and fields are kept by the names that the program has for them.</summary>
public static class ChangeWords
{
    /// <summary>The name of a row, with its day where it has one.</summary>
    public static string Name(RowName row) => row.On is { } on ? $"{row.Name}, {Shown.ShortDay(on)}" : row.Name;

    /// <summary>Where a row is shown; null where no page shows it.</summary>
    public static string? Address(RowName row) =>
        row.Page switch
        {
            RowPage.Student => $"/people/{row.PageId}",
            RowPage.Grading => $"/gradings/{row.PageId}",
            RowPage.Sheet => $"/sheets/{row.PageId}",
            RowPage.KeptSheet => $"/sheets/library/{row.PageId}",
            RowPage.Log => $"/diary/{row.PageId}",
            RowPage.Rank => $"/ladder/{row.PageId}",
            _ => null,
        };

    private static readonly Dictionary<string, string> Kinds = new()
    {
        ["School"] = MarkForTranslation("the school's settings"),
        ["Hall"] = MarkForTranslation("hall"),
        ["KitItem"] = MarkForTranslation("kit"),
        ["ApiToken"] = MarkForTranslation("token"),
        ["Track"] = MarkForTranslation("track"),
        ["Rank"] = MarkForTranslation("rank"),
        ["ClassGroup"] = MarkForTranslation("class"),
        ["Meeting"] = MarkForTranslation("meeting of a class"),
        ["DateChange"] = MarkForTranslation("changed date"),
        ["Closure"] = MarkForTranslation("closed days"),
        ["Term"] = MarkForTranslation("days of a term"),
        ["TermGrading"] = MarkForTranslation("day of a grading"),
        ["ClassTerm"] = MarkForTranslation("term of a class"),
        ["TermThing"] = MarkForTranslation("what goes into a term"),
        ["TermPin"] = MarkForTranslation("pin of a term"),
        ["CalendarAddress"] = MarkForTranslation("address of a calendar"),
        ["Enrolment"] = MarkForTranslation("enrolment"),
        ["Student"] = MarkForTranslation("student"),
        ["NumberedCombination"] = MarkForTranslation("numbered combination"),
        ["SchoolTechnique"] = MarkForTranslation("technique"),
        ["SchoolWord"] = MarkForTranslation("word"),
        ["Requirement"] = MarkForTranslation("requirement"),
        ["SignOff"] = MarkForTranslation("sign-off"),
        ["Award"] = MarkForTranslation("prize"),
        ["Grading"] = MarkForTranslation("grading"),
        ["Candidate"] = MarkForTranslation("candidate"),
        ["GradingMark"] = MarkForTranslation("grading mark"),
        ["PaperStyle"] = MarkForTranslation("certificates"),
        ["PracticePage"] = MarkForTranslation("page for practising at home"),
        ["CareNote"] = MarkForTranslation("care note"),
        ["Invitation"] = MarkForTranslation("invitation"),
        ["Drill"] = MarkForTranslation("drill"),
        ["KeptRounds"] = MarkForTranslation("called rounds"),
        ["KeptSheet"] = MarkForTranslation("kept sheet"),
        ["CheckOverride"] = MarkForTranslation("stop set aside"),
        ["BandLimits"] = MarkForTranslation("limits of the checks"),
        ["Lesson"] = MarkForTranslation("sheet"),
        ["LessonRun"] = MarkForTranslation("run on the mat"),
        ["LessonLog"] = MarkForTranslation("log"),
        ["LineComment"] = MarkForTranslation("comment"),
        ["AppUser"] = MarkForTranslation("person who signs in"),
    };

    public static string Kind(string kind) => Say(Kinds.GetValueOrDefault(kind, kind.ToLowerInvariant()));

    /// <summary>'added 3', 'changed the lines of', 'erased'.</summary>
    public static string Deed(AuditEntry entry) =>
        entry switch
        {
            { Fields: var f } when f.Contains("IsErased", StringComparison.Ordinal) => Say("erased"),
            { Deed: Data.Sharing.Deed.Added } => Say("added"),
            { Deed: Data.Sharing.Deed.Removed } => Say("removed"),
            _ => Say("changed"),
        };

    /// <summary>'first name, rank': the fields that changed.</summary>
    public static string Fields(AuditEntry entry) =>
        entry.Fields.Contains("IsErased", StringComparison.Ordinal)
            ? ""
            : string.Join(
                ", ",
                entry.Fields.Split(", ", StringSplitOptions.RemoveEmptyEntries).Select(FieldWords.Word).Distinct()
            );
}
