using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>What the catalogue, or the school, allows a technique at an age, against how near to a body a line is done.</summary>
internal static class TechniqueRules
{
    /// <summary>From this age on, what may go to a pad may be stopped short of a partner.</summary>
    private const AgeGroup HoldsBack = AgeGroup.From16;

    private static readonly SafetyNeed Short = new()
    {
        Id = "short",
        Words = [],
        Missing = "that it stops short",
        Remark = "stop a hand short",
    };

    public static IEnumerable<Danger> Of(LessonLine line, Contact contact, Judged people, int entry)
    {
        var group = people.Group;
        foreach (var technique in line.Moves.Elements.Select(e => e.Technique).OfType<Technique>().Distinct())
        {
            var most = Most(technique, group, contact);
            if (contact <= most)
                continue;
            yield return most == Contact.Pad && StopsShort(technique, group)
                ? NotShort(entry, people, technique)
                : Barred(entry, people, technique, Name(technique), most);
        }
        // what the partner throws is done by somebody of that age, too
        foreach (var attack in line.Moves.Elements.Select(e => e.Attack?.Technique).OfType<Technique>().Distinct())
            if (
                Most(attack, group, contact) is var most
                && (most == Contact.No || (contact > Contact.Pad && contact > most))
            )
                yield return Barred(entry, people, attack, Say($"{Name(attack)} as an attack"), most);
        if (group < AgeGroup.From13 && contact == Contact.Full)
            foreach (var technique in AtTheHead(line, group))
                yield return Barred(entry, people, technique, Say($"{Name(technique)} to the head"), Contact.Pad) with
                {
                    At = Level.Head,
                };
    }

    /// <summary>The youngest strike nobody; what turns or jumps cannot be stopped short.</summary>
    private static Contact Most(Technique technique, AgeGroup group, Contact contact)
    {
        var most = Contacts.Of(technique.MannerFor(AgeGroups.Band(group)));
        if (group == AgeGroup.From4 && technique.IsStrike && technique.Power != Power.Push && most == Contact.Full)
            return Contact.Pad;
        return most == Contact.Pad && contact == Contact.Stopped && StopsShort(technique, group)
            ? Contact.Stopped
            : most;
    }

    private static bool StopsShort(Technique technique, AgeGroup group) =>
        group >= HoldsBack && technique is { TurnDegrees: 0, Landings: 0 };

    private static Danger NotShort(int entry, Judged people, Technique technique) =>
        new(
            DangerKind.Missing,
            entry,
            Say(
                $"{Name(technique)} for {people.Who} with a partner, and nothing says that it stops short or goes to a pad."
            ),
            $"{technique.Id} short"
        )
        {
            Needs = [Short],
        };

    /// <summary>Strikes that are aimed at the head and may be done with a partner otherwise.</summary>
    private static IEnumerable<Technique> AtTheHead(LessonLine line, AgeGroup group) =>
        line
            .Moves.Elements.Where(e =>
                e is { Technique: { IsStrike: true, Power: not Power.Push } strike, AimedAt: Level.Head }
                && Most(strike, group, Contact.Full) == Contact.Full
            )
            .Select(e => e.Technique!)
            .Distinct();

    private static Danger Barred(int entry, Judged people, Technique technique, string what, Contact allowed) =>
        new(
            DangerKind.NotAllowed,
            entry,
            Say($"{what} for {people.Who}: {Contacts.Limit(allowed)}, by the school's policy."),
            $"{technique.Id} {allowed}"
        )
        {
            Technique = technique.Id,
        };

    private static string Name(Technique technique) => Spoken.Capital(technique.NameIn(NamingSchool.Generic));
}
