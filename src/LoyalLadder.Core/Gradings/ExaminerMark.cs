using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Core.Gradings;

/// <summary>What an examiner saw of one thing.</summary>
public enum MarkSeen
{
    /// <summary>Nothing yet, or it was taken back.</summary>
    None,
    Met,
    NotYet,
}

/// <summary>A mark as it is pressed on an examiner's device, where the network may be away.</summary>
/// <param name="Candidate">Of whom.</param>
/// <param name="Requirement">Of what.</param>
/// <param name="Seen">What was seen.</param>
/// <param name="Faults">What to work on, '; ' between; empty for nothing.</param>
/// <param name="At">When it was pressed: of two of one examiner the later one counts.</param>
public sealed record PressedMark(Guid Candidate, Guid Requirement, MarkSeen Seen, string Faults, DateTimeOffset At)
{
    /// <summary>Longest words of what to work on.</summary>
    public const int LongestFaults = 140;

    /// <summary>What is wrong with a mark that a device sent; null where it can be kept.</summary>
    public string? Problem =>
        !Enum.IsDefined(Seen) ? Say("A mark is met, not yet, or none.")
        : Faults.Length > LongestFaults ? Say($"What to work on has at most {LongestFaults} characters.")
        : null;
}

/// <summary>A mark as it is kept.</summary>
/// <param name="Requirement">Of what.</param>
/// <param name="Examiner">By whom.</param>
/// <param name="Seen">What was seen.</param>
/// <param name="Faults">What to work on.</param>
public readonly record struct ExaminerMark(Guid Requirement, Guid Examiner, MarkSeen Seen, string Faults);

/// <summary>What all examiners' marks of one thing come to.</summary>
public enum Verdict
{
    /// <summary>Nobody has marked it.</summary>
    Open,
    Met,

    /// <summary>One saw it, and two have to.</summary>
    OneMore,
    NotYet,

    /// <summary>Some saw it and some did not: they talk about it.</summary>
    Differ,
}

/// <summary>How the marks of one candidate come to a result.</summary>
public static class Verdicts
{
    /// <summary>What marks of one requirement come to.</summary>
    /// <param name="signers">How many have to have seen it, 1 or 2.</param>
    /// <param name="seen">Each examiner's.</param>
    public static Verdict Of(int signers, IEnumerable<MarkSeen> seen)
    {
        var all = seen.Where(s => s != MarkSeen.None).ToList();
        var met = all.Count(s => s == MarkSeen.Met);
        return (met, all.Count - met) switch
        {
            (0, 0) => Verdict.Open,
            (0, _) => Verdict.NotYet,
            (_, > 0) => Verdict.Differ,
            _ => met >= signers ? Verdict.Met : Verdict.OneMore,
        };
    }

    /// <summary>What all marks together propose: passed when everything is met; not yet when something is not; else nothing.</summary>
    public static MarkSeen Proposed(IReadOnlyCollection<Verdict> verdicts) =>
        verdicts.Count == 0 || verdicts.Any(v => v is Verdict.Open or Verdict.Differ or Verdict.OneMore) ? MarkSeen.None
        : verdicts.All(v => v == Verdict.Met) ? MarkSeen.Met
        : MarkSeen.NotYet;

    /// <summary>Things that nobody has seen yet: neither met by as many examiners as have to see it, nor signed off before.</summary>
    /// <param name="asked">What the rank asks for.</param>
    /// <param name="marks">The examiners' marks of one candidate.</param>
    /// <param name="signatures">The requirement of each signature of that student.</param>
    public static IReadOnlyList<Requirement> Unseen(
        IEnumerable<Requirement> asked,
        IReadOnlyCollection<ExaminerMark> marks,
        IReadOnlyCollection<Guid> signatures
    ) =>
        [
            .. asked.Where(a =>
                signatures.Count(s => s == a.Id) < a.Signers
                && Of(a.Signers, marks.Where(m => m.Requirement == a.Id).Select(m => m.Seen)) != Verdict.Met
            ),
        ];

    /// <summary>What somebody should work on: each fault once, those that more examiners marked first.</summary>
    public static IReadOnlyList<string> ToWorkOn(IEnumerable<ExaminerMark> marks) =>
        [
            .. marks
                .SelectMany(m => Faults(m.Faults))
                .GroupBy(f => f, StringComparer.OrdinalIgnoreCase)
                .OrderByDescending(g => g.Count())
                .Select(g => g.Key),
        ];

    /// <summary>Faults as they are written into one line.</summary>
    public static string[] Faults(string words) =>
        words.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
}
