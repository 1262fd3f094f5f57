using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineReader
{
    /// <summary>'circuit x3 rest 30s: push-up x10 | plank 30s'; null where the words are no circuit that can be timed.</summary>
    private LessonLine? Circuit(string text, Sequence<KitNeed> kit, string remark)
    {
        if (
            CircuitLine().Match(text) is not { Success: true } match
            || CircuitCall.Read(match.Groups["call"].Value) is not { SaysHowOften: true, Name: "" } call
        )
            return null;
        var parts = match.Groups["parts"].Value;
        var lines = parts.Contains('|', StringComparison.Ordinal)
            ? parts
                .Split('|', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .SelectMany(Read)
                .ToList()
            : Free(parts, parts, [], "");
        // 'circuit x2: a, b, c 30s each' is a ring of stations, where all work at once
        if (
            !parts.Contains('|', StringComparison.Ordinal)
            && lines.All(l => l.Dose is TimedDose d && d == lines.First().Dose)
        )
            return null;
        return Circuit(call, lines, kit, remark);
    }

    /// <summary>Several lines as one; null where one of them cannot be timed or is done in groups.</summary>
    public static LessonLine? Circuit(
        CircuitCall call,
        IReadOnlyList<LessonLine> lines,
        Sequence<KitNeed> kit,
        string remark
    )
    {
        var each = call.Each is { } seconds ? new TimedDose(seconds) : null;
        var parts = lines.Select(l => l.Dose ?? each).OfType<Dose>().ToList();
        if (parts.Count != lines.Count || parts.Count is 0 or > CircuitDose.MostParts)
            return null;
        if (lines.Any(l => l.Problem is not null || !l.Versions.IsEmpty || !MayBePart(l)))
            return null;
        var remarks = lines.Where(l => l.Remark is not null).Select(l => $"{l.Content}: {l.Remark}").ToList();
        if (remark.Length > 0)
            remarks.Add(remark);
        return new LessonLine
        {
            Content = Clip(string.Join(" | ", lines.Select(l => l.Content))),
            Moves = Joined(lines),
            Dose = call.Of(parts),
            Kit = kit.Concat(lines.SelectMany(l => l.Kit)).Distinct().ToSequence(),
            Priority = lines.Select(l => l.Priority).FirstOrDefault(p => p is not null),
            Teach = lines.Select(l => l.Teach).FirstOrDefault(t => t is not null),
            Stage = lines.Select(l => l.Stage).FirstOrDefault(s => s is not null),
            Effort = lines.Select(l => l.Effort).FirstOrDefault(e => e is not null),
            Remark = remarks.Count == 0 ? null : Clip(string.Join(", ", remarks)),
        };
    }

    /// <summary>Whoever is at a station or in a circuit already is in no other.</summary>
    private static bool MayBePart(LessonLine line) =>
        line.Content.Length > 0
        && !line.Content.Contains('|', StringComparison.Ordinal)
        && line.Dose is not (StationsDose or BagLinesDose or CircuitDose);

    private static Combination Joined(IEnumerable<LessonLine> lines) =>
        new(lines.Select(l => new CountGroup(l.Moves.Groups.SelectMany(g => g.Phrases).ToSequence())).ToSequence());

    /// <summary>A circuit whose contents stand in quotes before it: <c>"push-up | plank" circuit x3 (x10 | 30s)</c>.</summary>
    private LessonLine? QuotedCircuit(string content, string rest, Sequence<KitNeed> kit, string remark)
    {
        if (
            CircuitBehind().Match(rest) is not { Success: true } match
            || CircuitCall.Read(match.Groups["call"].Value) is not { SaysHowOften: true, Name: "" } call
        )
            return null;
        var names = content.Split('|', StringSplitOptions.TrimEntries);
        var doses = match.Groups["parts"].Value.Split('|', StringSplitOptions.TrimEntries);
        if (names.Length != doses.Length)
            return null;
        var lines = names.Zip(doses, (name, dose) => Verbatim(name, dose, [], "")).ToList();
        var around = Verbatim("-", rest.Remove(match.Index, match.Length), [], "");
        return Circuit(call, lines, kit, remark) is { } line && around is { Problem: null, Dose: null }
            ? line with
            {
                Priority = around.Priority,
                Teach = around.Teach,
                Stage = around.Stage,
                Effort = around.Effort,
            }
            : null;
    }

    [GeneratedRegex(
        @"^circuit\b(?<call>[^:|]*(?::[0-5]\d[^:|]*)*):\s+(?<parts>\S.*)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex CircuitLine();

    [GeneratedRegex(
        @"\bcircuit\b(?<call>[^(|]*)\((?<parts>[^()]*(?:\([^()]*\)[^()]*)*)\)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex CircuitBehind();
}
