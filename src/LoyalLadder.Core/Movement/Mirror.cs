using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>Swaps left and right in a combination, and nothing else: lead stays lead.</summary>
public static class Mirror
{
    public static Combination Of(Combination combination, Catalogue catalogue) =>
        new(
            combination
                .Groups.Select(g => new CountGroup(g.Phrases.Select(p => Of(p, catalogue)).ToSequence()))
                .ToSequence()
        );

    private static Phrase Of(Phrase phrase, Catalogue catalogue) =>
        phrase switch
        {
            Count count => new Count(
                count.Beats.Select(b => new Beat(b.Elements.Select(e => Of(e, catalogue)).ToSequence())).ToSequence()
            ),
            Repeat repeat => repeat with { Phrases = repeat.Phrases.Select(p => Of(p, catalogue)).ToSequence() },
            StoredCall call => call with { Stored = Of(call.Stored, catalogue) },
            _ => phrase,
        };

    private static Element Of(Element element, Catalogue catalogue) =>
        element with
        {
            Technique = Of(element.Technique, catalogue),
            Side = Of(element.Side),
            Step = Of(element.Step, catalogue),
            Clock = element.Clock is { } hour and not 12 ? 12 - hour : element.Clock,
            Attack = element.Attack is { } attack ? attack with { Side = Of(attack.Side) } : null,
        };

    private static Side Of(Side side) =>
        side switch
        {
            Side.Left => Side.Right,
            Side.Right => Side.Left,
            _ => side,
        };

    private static Technique? Of(Technique? technique, Catalogue catalogue)
    {
        var move = technique?.Foot switch
        {
            FootMove.StepLeft => FootMove.StepRight,
            FootMove.StepRight => FootMove.StepLeft,
            FootMove.AngleLeft => FootMove.AngleRight,
            FootMove.AngleRight => FootMove.AngleLeft,
            FootMove.JumpLeft => FootMove.JumpRight,
            FootMove.JumpRight => FootMove.JumpLeft,
            FootMove.TurnLeft => FootMove.TurnRight,
            FootMove.TurnRight => FootMove.TurnLeft,
            _ => FootMove.None,
        };
        return move == FootMove.None
            ? technique
            : catalogue.All.First(t => t.Foot == move && t.TurnDegrees == technique!.TurnDegrees);
    }
}
