using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>A line that somebody under care should not do as it stands.</summary>
/// <param name="Entry">Index of the line among the entries of the plan.</param>
/// <param name="Rule">What of their note it meets.</param>
public readonly record struct CareMark(int Entry, CareRule Rule)
{
    /// <summary>What they do instead.</summary>
    public string Instead =>
        Rule switch
        {
            { From: Level.Head } => Say("the same at belt height"),
            { From: Level.Body } => Say("the same below the belt"),
            { Bar: CareBar.Jumps } => Say("the same without leaving the floor"),
            { Bar: CareBar.Running } => Say("walk it, or march on the spot"),
            { Bar: CareBar.Falls } => Say("show the shape standing or sitting, without the fall"),
            { Bar: CareBar.Throws } => Say("enter and hold the balance, nobody falls"),
            { Bar: CareBar.Ground } => Say("stand beside and call the steps"),
            { Bar: CareBar.Kicks } => Say("lift the knee and set it down, or hands only"),
            { Bar: CareBar.Strikes } => Say("footwork and guard, or the other arm"),
            { Bar: CareBar.Sparring } => Say("count points, or shadow alone"),
            { Bar: CareBar.Pads } => Say("the same into the air"),
            { Bar: CareBar.WeightOnHands } => Say("against the wall, or on the forearms where that is easy"),
            { Bar: CareBar.DeepKnees } => Say("half as deep, or standing"),
            { Bar: CareBar.Turning } => Say("the same without the turn"),
            { Bar: CareBar.Stretching } => Say("as far as it is easy, no bouncing"),
            { Bar: CareBar.Holds } => Say("place the hands, no pressure"),
            _ => Say("their own pace, rest when they want"),
        };
}

/// <summary>Finds the lines of a plan that a care note concerns, by what is done in them and not by their names alone.</summary>
public static class CareMarks
{
    /// <summary>The first rule that each line meets; lines that meet none are left out.</summary>
    public static IReadOnlyList<CareMark> Of(LessonPlan plan, IReadOnlyCollection<CareRule> rules)
    {
        var marks = new List<CareMark>();
        if (rules.Count == 0)
            return marks;
        var (kind, heading) = (SegmentKind.Other, "");
        for (var i = 0; i < plan.Entries.Count; i++)
            if (plan.Entries[i] is Segment segment)
                (kind, heading) = (segment.Kind, segment.Name);
            else if (plan.Entries[i] is LessonLine { Moves.IsPause: false } line)
            {
                var done = new Done(line, kind, heading);
                foreach (var rule in rules.Where(done.Meets).Take(1))
                    marks.Add(new CareMark(i, rule));
            }
        return marks;
    }

    /// <summary>A line with what its words and its heading say of it.</summary>
    private sealed class Done
    {
        private readonly LessonLine _line;
        private readonly SegmentKind _segment;
        private readonly List<ClauseWords> _clauses;
        private readonly Contact _contact;
        private readonly List<Element> _elements;

        public Done(LessonLine line, SegmentKind segment, string heading)
        {
            (_line, _segment) = (line, segment);
            _clauses = [.. ClauseWords.Of(LineWords.Text(line))];
            _contact = LineContact.Of(line, segment, heading, _clauses, AgeGroup.Adults);
            _elements = [.. line.Moves.Elements];
        }

        public bool Meets(CareRule rule) =>
            rule.From is { } from
                ? _elements.Exists(e => IsAimed(rule.Bar, e) && Height(PlaceOf(e)) >= Height(from))
                : _elements.Exists(e => IsOf(rule.Bar, e)) || IsSo(rule.Bar) || IsNamed(rule.Bar);

        /// <summary>What is aimed, and so may be aimed lower.</summary>
        private bool IsAimed(CareBar bar, Element element) =>
            bar switch
            {
                CareBar.Pads => _contact == Contact.Pad && element.Technique is { IsStrike: true },
                CareBar.Sparring => IsSo(bar) && element.Technique is { IsStrike: true },
                _ => IsOf(bar, element),
            };

        private static bool IsOf(CareBar bar, Element element) =>
            element.Technique is { } technique
            && bar switch
            {
                CareBar.Jumps => technique
                    is { Landings: > 0, Family: not TechniqueFamily.Throw and not TechniqueFamily.Ground },
                CareBar.Falls => technique
                    is { Landings: > 0, Family: TechniqueFamily.Throw or TechniqueFamily.Ground },
                CareBar.Throws => technique.Family == TechniqueFamily.Throw,
                CareBar.Ground => technique.Family == TechniqueFamily.Ground,
                CareBar.Kicks => technique.IsKick,
                CareBar.Strikes => technique is { IsStrike: true, IsKick: false },
                CareBar.WeightOnHands => technique.Load != Load.None,
                CareBar.Turning => technique.TurnDegrees >= 180,
                CareBar.Stretching => technique.IsStretch,
                _ => false,
            };

        private bool IsSo(CareBar bar) =>
            bar switch
            {
                CareBar.Running => _line.Dose is RunsDose or LapsDose or CircuitDose { RunsBetween: true },
                CareBar.Sparring => _segment == SegmentKind.Sparring
                    || (_contact == Contact.Full && _elements.Exists(e => e.Technique is { IsStrike: true })),
                CareBar.Pads => _contact == Contact.Pad,
                CareBar.HardWork => LineEffort.Of(_line) >= 5,
                _ => false,
            };

        /// <summary>The words name it, and do not say that it is left out; names of techniques have been looked at.</summary>
        private bool IsNamed(CareBar bar) =>
            bar is not (CareBar.Kicks or CareBar.Strikes or CareBar.HardWork or CareBar.Pads or CareBar.Turning)
            && _clauses.Exists(c =>
                Enumerable.Range(0, c.Words.Count).Any(i => !c.IsDenied[i] && CareNotes.Names(bar, c.Words[i]))
            );

        private static Level? PlaceOf(Element element) =>
            element.Level ?? (element.Technique is { Levels: [var usual, ..] } ? usual : null);

        private static int Height(Level? level) =>
            level switch
            {
                Level.Head => 3,
                Level.Body => 2,
                Level.Leg => 1,
                _ => 0,
            };
    }
}
