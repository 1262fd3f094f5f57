using LoyalLadder.Data.Sharing;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The audit list in words: kinds and fields are kept by the names that the program has for them.</summary>
public static class ChangeWords
{
    private static readonly Dictionary<string, string> Kinds = new()
    {
        ["School"] = Later("the school's settings"),
        ["Hall"] = Later("hall"),
        ["KitItem"] = Later("kit"),
        ["ApiToken"] = Later("token"),
        ["Track"] = Later("track"),
        ["Rank"] = Later("rank"),
        ["ClassGroup"] = Later("class"),
        ["Meeting"] = Later("meeting of a class"),
        ["DateChange"] = Later("changed date"),
        ["Closure"] = Later("closed days"),
        ["Term"] = Later("days of a term"),
        ["TermGrading"] = Later("day of a grading"),
        ["ClassTerm"] = Later("term of a class"),
        ["TermThing"] = Later("what goes into a term"),
        ["TermPin"] = Later("pin of a term"),
        ["CalendarAddress"] = Later("address of a calendar"),
        ["Enrolment"] = Later("enrolment"),
        ["Student"] = Later("student"),
        ["NumberedCombination"] = Later("numbered combination"),
        ["SchoolTechnique"] = Later("technique"),
        ["SchoolWord"] = Later("word"),
        ["Requirement"] = Later("requirement"),
        ["SignOff"] = Later("sign-off"),
        ["Award"] = Later("prize"),
        ["Grading"] = Later("grading"),
        ["Candidate"] = Later("candidate"),
        ["GradingMark"] = Later("grading mark"),
        ["PaperStyle"] = Later("certificates"),
        ["PracticePage"] = Later("page for practising at home"),
        ["CareNote"] = Later("care note"),
        ["Invitation"] = Later("invitation"),
        ["Drill"] = Later("drill"),
        ["KeptRounds"] = Later("called rounds"),
        ["KeptSheet"] = Later("kept sheet"),
        ["CheckOverride"] = Later("stop set aside"),
        ["BandLimits"] = Later("limits of the checks"),
        ["Lesson"] = Later("sheet"),
        ["LessonRun"] = Later("run on the mat"),
        ["LessonLog"] = Later("log"),
        ["LineComment"] = Later("comment"),
        ["AppUser"] = Later("person who signs in"),
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
