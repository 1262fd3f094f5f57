using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>The findings of a trace: code, severity, sentence and fixes of each in one place.</summary>
internal sealed class FindingWords(Catalogue catalogue, NamingSchool naming)
{
    private readonly Technique? _stepIn = catalogue.Find("step-in");
    private readonly Technique? _slideIn = catalogue.Find("slide-in");
    private readonly Technique? _stepBack = catalogue.Find("step-back");
    private readonly Technique? _angleLeft = catalogue.Find("angle-left");
    private readonly Technique? _switch = catalogue.Find("switch");
    private readonly Technique? _halfSwitch = catalogue.Find("half-switch");
    private readonly Technique? _turn = catalogue.Find("half-turn");
    private readonly Technique? _hold = catalogue.Find("clinch-hold");
    private readonly Technique? _release = catalogue.Find("clinch-release");
    private readonly ImmutableArray<Technique> _defences =
    [
        .. catalogue.All.Where(t =>
            !t.Answers.IsEmpty
            && t.Family
                is TechniqueFamily.Block
                    or TechniqueFamily.Evasion
                    or TechniqueFamily.Ground
                    or TechniqueFamily.Footwork
                    or TechniqueFamily.Grip
        ),
    ];

    /// <summary>Degrees one way after which heads swim.</summary>
    public static int MostSpin(AgeBand band) => band == AgeBand.Kids ? 360 : 540;

    /// <summary>A defence answers an attack on one of its lines at one of its levels.</summary>
    public static bool Answers(Technique defence, Attack attack) =>
        defence.Answers.Contains(attack.Technique.Line)
        && (
            defence.Levels.IsEmpty
            || attack.AimedAt is not { } level
            || attack.Technique.Line is AttackLine.Grab or AttackLine.Advance or AttackLine.Tackle or AttackLine.Clinch
            || defence.Levels.Contains(level)
        );

    public Finding OtherSide(int beat) =>
        new(
            "other-side",
            Severity.Note,
            beat,
            Say("Ends with the other foot in front: the next rep is on the other side, or switch before it."),
            Fixes(QuickFixKind.PutAtEnd, null, null, _switch)
        );

    public Finding WrongSide(int beat, Technique technique, Side body) =>
        new(
            "wrong-side",
            Severity.Warn,
            beat,
            Say(
                $"{Capital(technique)} is of the {(technique.Sides == SideRule.Lead ? Say("lead") : Say("rear"))} side, and the "
                    + $"{QualifierWords.Word(body)} is not that here."
            ),
            []
        );

    public Finding NotForAge(int beat, Technique technique, AgeBand band) =>
        new(
            "age",
            Severity.Stop,
            beat,
            Say($"{Capital(technique)} is not for {AgeBands.Said(band)}, by the school's policy."),
            []
        );

    public Finding NoSuchLevel(int beat, Technique technique, Level level) =>
        new(
            "level",
            Severity.Warn,
            beat,
            Say(
                $"{Capital(technique)} is not aimed at the {QualifierWords.Word(level)}: "
                    + $"{string.Join(" or ", technique.Levels.Select(QualifierWords.Word))}."
            ),
            []
        );

    public Finding OnFloor(int beat, Technique technique) =>
        new("on-floor", Severity.Stop, beat, Say($"Still on the floor: get up before the {Name(technique)}."), []);

    public static Finding StandingLeg(int beat) =>
        new(
            "standing-leg",
            Severity.Stop,
            beat,
            Say("One leg is in the air, and the leg that stands cannot step."),
            []
        );

    public Finding LightLeadKick(int beat, Count count, Element element, Technique technique) =>
        new(
            "light-lead-kick",
            Severity.Note,
            beat,
            Say($"The lead leg has nothing behind this {Name(technique)}: load it first."),
            [
                .. IsFirst(count, element) ? Fixes(QuickFixKind.PutBefore, count, null, _halfSwitch) : [],
                .. element.Step is null ? Fixes(QuickFixKind.JoinStep, count, element, _slideIn) : [],
                .. IsFirst(count, element) ? Fixes(QuickFixKind.PutBefore, count, null, _switch) : [],
            ]
        );

    public Finding NothingBehind(int beat, Element element) =>
        new(
            "nothing-behind",
            Severity.Note,
            beat,
            Say(
                $"Two strikes running, and nothing is left behind the "
                    + $"{NotationWriter.Named(element.Technique!, element.Side, naming)}: strike from the other "
                    + $"side first."
            ),
            []
        );

    public Finding ClinchNeeded(int beat, Count count, Technique technique) =>
        new(
            "clinch-needed",
            Severity.Stop,
            beat,
            Say($"{Capital(technique)} needs a hold first."),
            Fixes(QuickFixKind.PutBefore, count, null, _hold)
        );

    public Finding ClinchNotLeft(int beat, Count count, Element element, Technique technique) =>
        new(
            "clinch-not-left",
            Severity.Warn,
            beat,
            Say($"{Capital(technique)} does not work in the clinch: leave it first."),
            [
                .. technique.InClinch is { } same
                    ? Fixes(QuickFixKind.Instead, count, element, catalogue.Find(same))
                    : [],
                .. Fixes(QuickFixKind.PutBefore, count, null, _release),
            ]
        );

    public Finding TooFar(int beat, Count count, Element element, Technique technique, FightRange range, int off) =>
        new(
            "too-far",
            Gravity(off),
            beat,
            Say($"{Capital(technique)} does not reach from {FightRanges.Said(range)} range."),
            off == 1 && element.Step is null
                ?
                [
                    .. Fixes(QuickFixKind.JoinStep, count, element, _stepIn),
                    .. Fixes(QuickFixKind.JoinStep, count, element, _slideIn),
                ]
                : Fixes(QuickFixKind.PutBefore, count, null, _stepIn, off)
        );

    /// <summary>The room has to be made by what comes before, so the fix goes there.</summary>
    public Finding TooClose(
        int beat,
        Count count,
        Element element,
        Technique technique,
        FightRange range,
        int off,
        (Count Count, Element Element)? before
    ) =>
        new(
            "choked",
            Gravity(off),
            beat,
            Say(
                $"{Capital(technique)} is choked at {FightRanges.Said(range)} range: make room with an angle or a step away first."
            ),
            off == 1
            && before is { } b
            && b.Element.Step is null
            && b.Element.Technique is { Family: not TechniqueFamily.Footwork }
            && b.Element.FootGoes == Landing.Return
            && !ReferenceEquals(b.Count, count)
                ?
                [
                    .. Fixes(QuickFixKind.JoinStep, b.Count, b.Element, _angleLeft),
                    .. Fixes(QuickFixKind.JoinStep, b.Count, b.Element, _stepBack),
                ]
                : Fixes(QuickFixKind.PutBefore, count, null, _stepBack, off)
        );

    public static Finding LegHeld(int beat, Lead leg) =>
        new("leg-not-down", Severity.Stop, beat, Say($"The {Leads.Said(leg)} leg is still held up."), []);

    public static Finding LegNotDown(int beat, Count count) =>
        new(
            "leg-not-down",
            Severity.Warn,
            beat,
            Say("The other leg is not yet down: give this kick a count of its own."),
            [new QuickFix(QuickFixKind.OwnCount, null, count, null)]
        );

    public static Finding BothLegs(int beat) =>
        new("leg-not-down", Severity.Stop, beat, Say("Both legs are in the air at once, without a jump."), []);

    public Finding LegsCrossed(int beat, Count count) =>
        new(
            "legs-crossed",
            Severity.Warn,
            beat,
            Say("The legs stand crossed: turn out of it first."),
            Fixes(QuickFixKind.PutBefore, count, null, _turn)
        );

    public Finding SameHand(int beat, Technique technique) =>
        new(
            "same-hand",
            Severity.Stop,
            beat,
            Say($"One hand cannot do two things at once: {Name(technique)} needs the other hand."),
            []
        );

    public Finding TurnedAway(int beat, Technique technique) =>
        new(
            "turned-away",
            Severity.Warn,
            beat,
            Say($"{Capital(technique)} goes where nobody is: the partner is behind. Turn back first."),
            []
        );

    public Finding NobodyBehind(int beat, Technique technique) =>
        new(
            "turned-away",
            Severity.Warn,
            beat,
            Say($"{Capital(technique)} goes to the rear: the partner stands in front. Turn first."),
            []
        );

    public static Finding TooMuchSpin(int beat, int degrees, AgeBand band) =>
        new(
            "spin",
            Severity.Warn,
            beat,
            Say($"{degrees}° round one way; over {MostSpin(band)}° heads swim. Turn back, or leave one out."),
            []
        );

    public Finding Unanswered(int beat, Count count, Element element, Attack attack)
    {
        var name = NotationWriter.Named(attack.Technique, attack.Side, naming);
        if (element.Technique is not { Answers.IsEmpty: false } defence)
            return new Finding("unanswered", Severity.Warn, beat, Say($"Nothing here answers the {name}."), []);
        var better = _defences.Where(d => d.Family != TechniqueFamily.Footwork && Answers(d, attack)).Take(2);
        return new Finding(
            "unanswered",
            Severity.Warn,
            beat,
            Say($"{Capital(defence)} does not answer a {name}."),
            [.. better.Select(b => new QuickFix(QuickFixKind.Instead, b, count, element))]
        );
    }

    private static Severity Gravity(int off) => off > 1 ? Severity.Warn : Severity.Note;

    private static bool IsFirst(Count count, Element element) =>
        count.Beats[0].Elements.Any(e => ReferenceEquals(e, element));

    private static ImmutableArray<QuickFix> Fixes(
        QuickFixKind kind,
        Count? count,
        Element? element,
        Technique? technique,
        int times = 1
    ) => technique is null ? [] : [new QuickFix(kind, technique, count, element, times)];

    private string Name(Technique technique) => technique.NameIn(naming);

    private string Capital(Technique technique)
    {
        var name = Name(technique);
        return char.ToUpperInvariant(name[0]) + name[1..];
    }
}
