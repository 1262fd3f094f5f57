using System.Text.RegularExpressions;
using LoyalLadder.Data.Sharing;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The audit list in words: kinds and fields are kept by the names that the program has for them.</summary>
public static partial class ChangeWords
{
    private static readonly Dictionary<string, string> Kinds = new()
    {
        ["School"] = "the school's settings",
        ["Hall"] = "hall",
        ["KitItem"] = "kit",
        ["ApiToken"] = "token",
        ["Track"] = "track",
        ["Rank"] = "rank",
        ["ClassGroup"] = "class",
        ["Meeting"] = "meeting of a class",
        ["DateChange"] = "changed date",
        ["Closure"] = "closed days",
        ["Term"] = "days of a term",
        ["TermGrading"] = "day of a grading",
        ["ClassTerm"] = "term of a class",
        ["TermThing"] = "what goes into a term",
        ["TermPin"] = "pin of a term",
        ["CalendarAddress"] = "address of a calendar",
        ["Enrolment"] = "enrolment",
        ["Student"] = "student",
        ["NumberedCombination"] = "numbered combination",
        ["SchoolTechnique"] = "technique",
        ["SchoolWord"] = "word",
        ["Requirement"] = "requirement",
        ["SignOff"] = "sign-off",
        ["Award"] = "prize",
        ["Grading"] = "grading",
        ["Candidate"] = "candidate",
        ["GradingMark"] = "grading mark",
        ["PaperStyle"] = "certificates",
        ["PracticePage"] = "page for practising at home",
        ["CareNote"] = "care note",
        ["Invitation"] = "invitation",
        ["Drill"] = "drill",
        ["KeptRounds"] = "called rounds",
        ["KeptSheet"] = "kept sheet",
        ["CheckOverride"] = "stop set aside",
        ["BandLimits"] = "limits of the checks",
        ["Lesson"] = "sheet",
        ["LessonRun"] = "run on the mat",
        ["LessonLog"] = "log",
        ["LineComment"] = "comment",
        ["AppUser"] = "person who signs in",
    };

    public static string Kind(string kind) => Kinds.GetValueOrDefault(kind, kind.ToLowerInvariant());

    /// <summary>'added 3', 'changed the lines of', 'erased'.</summary>
    public static string Deed(AuditEntry entry) =>
        entry switch
        {
            { Fields: var f } when f.Contains("IsErased", StringComparison.Ordinal) => "erased",
            { Deed: Data.Sharing.Deed.Added } => "added",
            { Deed: Data.Sharing.Deed.Removed } => "removed",
            _ => "changed",
        };

    /// <summary>'first name, rank': the fields that changed.</summary>
    public static string Fields(AuditEntry entry) =>
        entry.Fields.Contains("IsErased", StringComparison.Ordinal)
            ? ""
            : string.Join(
                ", ",
                entry
                    .Fields.Split(", ", StringSplitOptions.RemoveEmptyEntries)
                    .Select(f =>
                        Capital()
                            .Replace(
                                f.EndsWith("Id", StringComparison.Ordinal) ? f[..^2]
                                    : f == "PasswordHash" ? "password"
                                    : f,
                                " $1"
                            )
                            .Trim()
                            .ToLowerInvariant()
                    )
                    .Distinct()
            );

    [GeneratedRegex("([A-Z])")]
    private static partial Regex Capital();
}
