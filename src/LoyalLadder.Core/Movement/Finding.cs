using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

public enum Severity
{
    Stop,
    Warn,
    Note,
}

/// <summary>Something in a combination that is wrong or worth knowing.</summary>
/// <param name="Code">Stable, in kebab-case; docs/formats.md lists them.</param>
/// <param name="Severity">A stop cannot be done as written; a warning should be looked at.</param>
/// <param name="Beat">The beat, from 1.</param>
/// <param name="Message">One sentence in the reader's words.</param>
/// <param name="Fixes">Ways to mend it, the best first.</param>
public sealed record Finding(string Code, Severity Severity, int Beat, string Message, ImmutableArray<QuickFix> Fixes)
{
    /// <summary>It depends on where the two stand at the start.</summary>
    public bool IsAboutRange => Code is "too-far" or "choked" or "clinch-needed" or "clinch-not-left";
}

public enum QuickFixKind
{
    JoinStep,
    PutBefore,
    PutAtEnd,
    Instead,
    OwnCount,
}

/// <summary>A change to a combination that mends a finding.</summary>
/// <param name="Kind">What to do.</param>
/// <param name="Technique">The footwork to join, or the technique to put in; null for <see cref="QuickFixKind.OwnCount"/>.</param>
/// <param name="Count">The count that it is about; null at the end.</param>
/// <param name="Element">The element that it is about; null where the count is enough.</param>
/// <param name="Times">How often the technique is put in.</param>
public sealed record QuickFix(QuickFixKind Kind, Technique? Technique, Count? Count, Element? Element, int Times = 1)
{
    /// <summary>'(angle left) on the rear knee', 'switch before it'.</summary>
    public string Words(NamingSchool naming) =>
        (Kind, Element) switch
        {
            (QuickFixKind.JoinStep, { } on) => Say(
                $"({Technique!.NameIn(naming)}) on the {NotationWriter.Named(on.Technique!, on.Side, naming)}"
            ),
            (QuickFixKind.PutBefore, _) => Say(
                $"{Technique!.NameIn(naming)} {(Times > 1 ? Say("twice ") : "")}before it"
            ),
            (QuickFixKind.PutAtEnd, _) => Say($"{Technique!.NameIn(naming)} at the end"),
            (QuickFixKind.Instead, _) => Say($"{Technique!.NameIn(naming)} instead"),
            _ => Say("on a count of its own"),
        };

    /// <summary>The combination with the change made, wherever the same count stands in a repeat.</summary>
    public Combination Apply(Combination combination)
    {
        if (Kind == QuickFixKind.PutAtEnd)
        {
            var last = combination.Groups[^1];
            var added = new Count([new Beat([new Element(Technique, Technique!.DefaultSide)])]);
            return new Combination([.. combination.Groups.SkipLast(1), new CountGroup([.. last.Phrases, added])]);
        }
        return new Combination(combination.Groups.Select(g => new CountGroup(Mended(g.Phrases))).ToSequence());
    }

    private Sequence<Phrase> Mended(Sequence<Phrase> phrases) =>
        phrases
            .SelectMany(p =>
                p switch
                {
                    Repeat repeat => [repeat with { Phrases = Mended(repeat.Phrases) }],
                    // a stored combination stays as it is; what is wrong in it is mended where it is stored
                    Count count when ReferenceEquals(count, Count) => Mended(count),
                    _ => (IEnumerable<Phrase>)[p],
                }
            )
            .ToSequence();

    private IEnumerable<Phrase> Mended(Count count) =>
        Kind switch
        {
            QuickFixKind.PutBefore =>
            [
                .. Enumerable.Repeat(new Count([new Beat([new Element(Technique, Technique!.DefaultSide)])]), Times),
                count,
            ],
            QuickFixKind.OwnCount => count.Beats.Select(b => new Count([b])),
            _ => [new Count(count.Beats.Select(b => new Beat(b.Elements.Select(Mended).ToSequence())).ToSequence())],
        };

    private Element Mended(Element element) =>
        !ReferenceEquals(element, Element)
            ? element
            : Kind switch
            {
                QuickFixKind.JoinStep => element with { Step = Technique },
                QuickFixKind.Instead => element with
                {
                    Technique = Technique,
                    Side = SideFor(element),
                    Landing = null,
                    Level = Technique!.Levels.Contains(element.Level ?? (Level)(-1)) ? element.Level : null,
                },
                _ => element,
            };

    private Side SideFor(Element element) =>
        Technique!.Sides == SideRule.Either && element.Side is not (Side.None or Side.Both)
            ? element.Side
            : Technique.DefaultSide;
}
