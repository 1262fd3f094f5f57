using System.Globalization;
using System.Text;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// Writes combinations in the words of a naming school. A reader of that school who reads what was written has the same
/// combination again; in generic English it is the form in which combinations are stored.
/// </summary>
public static class NotationWriter
{
    public static string Write(Combination combination, NamingSchool naming = NamingSchool.Generic) =>
        string.Join(" | ", combination.Groups.Select(g => Write(g.Phrases, naming)));

    public static string Write(Count count, NamingSchool naming = NamingSchool.Generic)
    {
        var text = new StringBuilder();
        foreach (var beat in count.Beats)
        {
            if (text.Length > 0)
                text.Append(" & ");
            text.AppendJoin(" + ", beat.Elements.Select(e => Write(e, naming)));
        }
        return text.ToString();
    }

    /// <summary>'[cross] rear round kick (head) (land forward)'.</summary>
    public static string Write(Element element, NamingSchool naming = NamingSchool.Generic)
    {
        var text = new StringBuilder();
        if (element.Attack is { } attack)
        {
            text.Append('[').Append(Named(attack.Technique, attack.Side, naming));
            if (attack.Level is { } aimed)
                text.Append(" (").Append(QualifierWords.Word(aimed)).Append(')');
            text.Append("] ");
        }
        text.Append(element.Technique is { } technique ? Named(technique, element.Side, naming) : element.Words);
        if (element.Level is { } level)
            Bracket(QualifierWords.Word(level));
        if (element.Landing is { } landing)
            Bracket(QualifierWords.Word(landing));
        if (element.Step is { } step)
            Bracket(step.NameIn(naming));
        if (element.Stance is { } stance)
            Bracket(stance.NameIn(naming));
        if (element.Clock is { } hour)
            Bracket(string.Create(CultureInfo.InvariantCulture, $"to {hour} o'clock"));
        if (element.IsLight)
            Bracket("light");
        if (element.IsHeld)
            Bracket("hold");
        return text.ToString();

        void Bracket(string words) => text.Append(" (").Append(words).Append(')');
    }

    /// <summary>The name with its side, where the side is not the only one that it could have.</summary>
    public static string Named(Technique technique, Side side, NamingSchool naming)
    {
        var name = technique.NameIn(naming);
        var isSaid = side != technique.DefaultSide || (technique.Sides == SideRule.Either && technique.IsStrike);
        return isSaid && side != Side.None ? $"{QualifierWords.Word(side)} {name}" : name;
    }

    private static string Write(Sequence<Phrase> phrases, NamingSchool naming) =>
        string.Join(
            ", ",
            phrases.Select(p =>
                p switch
                {
                    Count count => Write(count, naming),
                    StoredCall call => $"#{call.Number}",
                    Repeat { Phrases: [Count only], Times: var times } => string.Create(
                        CultureInfo.InvariantCulture,
                        $"{Write(only, naming)} x{times}"
                    ),
                    Repeat repeat => string.Create(
                        CultureInfo.InvariantCulture,
                        $"({Write(repeat.Phrases, naming)}) x{repeat.Times}"
                    ),
                    _ => throw new ArgumentException(
                        "A count, a repeat or a stored combination is expected.",
                        nameof(phrases)
                    ),
                }
            )
        );
}
