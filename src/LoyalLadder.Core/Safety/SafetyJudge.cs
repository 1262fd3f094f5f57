using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>What kind of danger is said of a line.</summary>
public enum DangerKind
{
    /// <summary>Nobody of that age does it, or not so near to a body.</summary>
    NotAllowed,

    /// <summary>The same, where grown people decide for themselves.</summary>
    ThinkTwice,

    /// <summary>Something must be there and nothing says that it is.</summary>
    Missing,

    /// <summary>More of it than is good at that age.</summary>
    TooMuch,

    /// <summary>Words that nobody knows among work that can hurt.</summary>
    NotKnown,
}

/// <summary>What is dangerous about a line of a plan.</summary>
/// <param name="Kind">What kind of danger it is.</param>
/// <param name="Entry">Index of the line among the plan's entries.</param>
/// <param name="Message">One sentence: who, what, why, and what instead.</param>
/// <param name="Matter">What it is about: the same matter is said once a segment.</param>
public sealed record Danger(DangerKind Kind, int Entry, string Message, string Matter)
{
    /// <summary>What is missing, for one press that adds it.</summary>
    public ImmutableArray<SafetyNeed> Needs { get; init; } = [];

    /// <summary>Id of the technique that it is about; null for a hazard.</summary>
    public string? Technique { get; init; }

    /// <summary>The place of the body that it is about; null where any place is meant.</summary>
    public Level? At { get; init; }
}

/// <summary>Those for whom a plan is judged, and how they are called.</summary>
internal readonly record struct Judged(AgeGroup Group, string Who);

/// <summary>
/// Judges what people could be hurt by: what is done, where to, near whom, by whom, how much, on what. Local rules, insurers, governing
/// bodies, safeguarding and physicians come before it; docs/safety.md has the whole data.
/// </summary>
public sealed class SafetyJudge
{
    private readonly HazardFinder _finder;
    private readonly ImmutableDictionary<string, SafetyNeed> _needs;

    public SafetyJudge(IReadOnlyCollection<Hazard> hazards, IEnumerable<SafetyNeed> needs, IEnumerable<string> harmless)
    {
        _finder = new HazardFinder(hazards, harmless);
        _needs = needs.ToImmutableDictionary(n => n.Id);
    }

    /// <summary>The judge by the data that ships with the application.</summary>
    public static SafetyJudge Shipped { get; } = new(HazardFile.Hazards(), HazardFile.Needs(), HazardFile.Harmless());

    /// <summary>The dangers of a plan in the order of its lines, each matter once a segment.</summary>
    /// <param name="plan">The lesson as planned.</param>
    /// <param name="group">The youngest who take part.</param>
    /// <param name="who">As people call them; the group's own words where nobody says.</param>
    public IReadOnlyList<Danger> Of(LessonPlan plan, AgeGroup group, string? who = null)
    {
        var people = new Judged(group, who ?? AgeGroups.Said(group));
        var dangers = new List<Danger>();
        var said = new SaidSoFar();
        var inSegment = new HashSet<string>();
        var isUnknownTold = false;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            said.Take(plan.Entries[i], Read);
            if (plan.Entries[i] is Segment)
                inSegment.Clear();
            if (plan.Entries[i] is Note note)
                dangers.AddRange(OfNote(note, i, people).Where(d => inSegment.Add(d.Matter)));
            if (plan.Entries[i] is not LessonLine line)
                continue;
            foreach (var danger in OfLine(line, i, people, said).Where(d => inSegment.Add(d.Matter)))
                dangers.Add(danger);
            if (!isUnknownTold && IsUnknownAmongDangers(line, said.Kind))
            {
                isUnknownTold = true;
                dangers.Add(NotKnown(line, i));
            }
        }
        return dangers;
    }

    /// <summary>A note is no work, and yet what it plans may be wrong at that age.</summary>
    private IEnumerable<Danger> OfNote(Note note, int entry, Judged people) =>
        _finder
            .In(note.Text, [])
            .Select(f => (f.Hazard, Limit: OfHazard(f.Hazard, f.IsEscape, Contact.Air, people.Group)))
            .Where(f => f.Limit is not null)
            .Select(f => NotAllowed(f.Hazard, f.Limit!.Value, people, entry) with { Kind = DangerKind.ThinkTwice });

    /// <summary>The line itself and what groups do instead.</summary>
    private IEnumerable<Danger> OfLine(LessonLine line, int entry, Judged people, SaidSoFar said)
    {
        var versions = line.Versions.Select(v =>
            v.Line with
            {
                Dose = v.Line.Dose ?? line.Dose,
                Kit = v.Line.Kit.IsEmpty ? line.Kit : v.Line.Kit,
                Remark = v.Line.Remark ?? line.Remark,
            }
        );
        return versions.Prepend(line).SelectMany(l => OfWork(l, entry, people, said));
    }

    private IEnumerable<Danger> OfWork(LessonLine line, int entry, Judged people, SaidSoFar said)
    {
        var group = people.Group;
        var words = Read(line);
        var contact = LineContact.Of(line, said.Kind, said.Heading, words.Clauses, group);
        var techniques = Techniques(line);
        var barred = words.Found.Where(f => OfHazard(f.Hazard, f.IsEscape, contact, group) is not null).ToList();
        // a hazard says why and what instead: what the catalogue says of the same technique would be said twice
        foreach (var danger in TechniqueRules.Of(line, contact, people, entry))
            if (!barred.Exists(f => f.Hazard.Covers(danger)))
                yield return danger;
        foreach (var (hazard, isEscape) in words.Found)
        {
            if (OfHazard(hazard, isEscape, contact, group) is { } limit)
                yield return NotAllowed(hazard, limit, people, entry);
            else if (
                Near(hazard, contact) >= hazard.NeedsAt
                && Missing(hazard, group, said, words.Clauses, line) is { IsEmpty: false } missing
            )
                yield return Needed(hazard, missing, entry);
            if (TooMuch(hazard, line, techniques, people, entry) is { } much)
                yield return much;
        }
    }

    /// <summary>In the words of what is done, and in those beside it: there a hold is what is answered.</summary>
    private List<HazardFound> Found(LessonLine line)
    {
        var techniques = Techniques(line);
        var found = _finder.In(line.Content, techniques).ToList();
        if (line.Remark is not { } remark)
            return found;
        var isAnswered = techniques.Count > 0;
        found.AddRange(
            _finder
                .In(remark, [])
                .Where(b => !found.Exists(d => d.Hazard == b.Hazard))
                .Select(b => b with { IsEscape = b.IsEscape || (isAnswered && b.Hazard.WithPartner) })
                .ToList()
        );
        return found;
    }

    private static List<Technique> Techniques(LessonLine line) =>
        [.. line.Moves.Elements.Select(e => e.Technique).OfType<Technique>().Distinct()];

    /// <summary>What a line says, read once however often its sheet is judged.</summary>
    private LineWords Read(LessonLine line) =>
        _read.GetValue(line, l => new LineWords([.. ClauseWords.Of(LineWords.Text(l))], Found(l)));

    private readonly ConditionalWeakTable<LessonLine, LineWords> _read = [];

    /// <summary>How far it may go, where the line goes further; null where it does not.</summary>
    private static Contact? OfHazard(Hazard hazard, bool isEscape, Contact contact, AgeGroup group)
    {
        if (isEscape && hazard.EscapeFrom is { } from && (int)group >= from)
            return null;
        var most = hazard.MostFor(group);
        return Near(hazard, contact) > most ? most : null;
    }

    /// <summary>What takes two is with a partner whatever the line says.</summary>
    private static Contact Near(Hazard hazard, Contact contact) =>
        hazard.WithPartner && contact < Contact.Stopped ? Contact.Full : contact;

    private static Danger NotAllowed(Hazard hazard, Contact most, Judged people, int entry)
    {
        var isWarning = hazard.WarnFrom is { } from && (int)people.Group >= from;
        return new Danger(
            isWarning ? DangerKind.ThinkTwice : DangerKind.NotAllowed,
            entry,
            Say(
                $"{Spoken.Capital(hazard.Is)} for {people.Who}: {Contacts.Limit(most)}, because {hazard.Why}. Instead: {hazard.Instead}."
            ),
            hazard.Id
        );
    }

    /// <summary>What must be there and is said nowhere: in the line, its segment, or once for the whole sheet.</summary>
    private ImmutableArray<SafetyNeed> Missing(
        Hazard hazard,
        AgeGroup group,
        SaidSoFar said,
        IReadOnlyList<ClauseWords> words,
        LessonLine line
    ) =>
        hazard.NeedsUntil is { } until && (int)group >= until
            ? []
            : [.. hazard.Needs.Select(n => _needs[n]).Where(n => !said.Has(n, words, line))];

    private static Danger Needed(Hazard hazard, ImmutableArray<SafetyNeed> missing, int entry) =>
        new(
            DangerKind.Missing,
            entry,
            Say(
                $"{Spoken.Capital(hazard.Is)}, and nothing says {string.Join(Say(" or "), missing.Select(n => n.Missing))}: {hazard.Why}."
            ),
            $"{hazard.Id} needs"
        )
        {
            Needs = missing,
        };

    private static Danger? TooMuch(Hazard hazard, LessonLine line, List<Technique> techniques, Judged people, int entry)
    {
        var ids = techniques.Where(t => hazard.Techniques.Contains(t.Id)).Select(t => t.Id).ToList();
        var (reps, seconds) = LineVolume.Of(line, e => e.Technique is { } t && ids.Contains(t.Id), ids.Count == 0);
        var mostReps = Hazard.At(hazard.MostReps, people.Group, int.MaxValue);
        if (reps > mostReps)
            return Much(Say($"{reps} times"), Say($"{mostReps}"));
        var mostSeconds = Hazard.At(hazard.MostSeconds, people.Group, int.MaxValue);
        return seconds > mostSeconds ? Much(Spoken.Length(seconds), Spoken.Length(mostSeconds)) : null;

        Danger Much(string has, string most) =>
            new(
                DangerKind.TooMuch,
                entry,
                Say(
                    $"{Spoken.Capital(hazard.Is)} for {people.Who}: {has} in one go, {most} is the most, "
                        + $"because {hazard.Why}. Instead: {hazard.Instead}."
                ),
                $"{hazard.Id} much"
            );
    }

    /// <summary>Words that nobody knows, among work where they may be anything.</summary>
    private bool IsUnknownAmongDangers(LessonLine line, SegmentKind kind) =>
        line is { Dose: SoloDose { IsShared: true }, Problem: null }
        && kind is SegmentKind.SelfDefence
        && line.Moves.Elements.All(e => e.Technique is null)
        && Read(line).Found.All(f => f.Hazard.Targets.Length > 0);

    private static Danger NotKnown(LessonLine line, int entry) =>
        new(
            DangerKind.NotKnown,
            entry,
            Say(
                $"'{Spoken.Brief(line.Content)}' is not known here, so nothing can be said of its dangers: judge it yourself."
            ),
            "not known"
        );
}
