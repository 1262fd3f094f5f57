namespace LoyalLadder.Core.Lessons;

/// <summary>What kind of work a segment is; it chooses the stroke of the ladder's rungs and the default priority.</summary>
public enum SegmentKind
{
    Other,
    WarmUp,
    Basics,
    Combinations,
    Pads,
    Bags,
    Partner,
    SelfDefence,
    Sparring,
    Forms,
    Fitness,
    Games,
    CoolDown,
}

public static class SegmentKinds
{
    /// <summary>Words that a heading is known by, in the order in which they decide.</summary>
    private static readonly (string Words, SegmentKind Kind)[] Table =
    [
        ("warm up", SegmentKind.WarmUp),
        ("warm-up", SegmentKind.WarmUp),
        ("warmup", SegmentKind.WarmUp),
        ("junbi undo", SegmentKind.WarmUp),
        ("mobility", SegmentKind.WarmUp),
        ("cool down", SegmentKind.CoolDown),
        ("cool-down", SegmentKind.CoolDown),
        ("cooldown", SegmentKind.CoolDown),
        ("warm down", SegmentKind.CoolDown),
        ("finish", SegmentKind.CoolDown),
        ("stretch", SegmentKind.CoolDown),
        ("self-defence", SegmentKind.SelfDefence),
        ("self defence", SegmentKind.SelfDefence),
        ("self defense", SegmentKind.SelfDefence),
        ("self-defense", SegmentKind.SelfDefence),
        ("bunkai", SegmentKind.SelfDefence),
        ("escapes", SegmentKind.SelfDefence),
        ("safety", SegmentKind.SelfDefence),
        ("pads", SegmentKind.Pads),
        ("mitts", SegmentKind.Pads),
        ("paddles", SegmentKind.Pads),
        ("shields", SegmentKind.Pads),
        ("pad work", SegmentKind.Pads),
        ("bags", SegmentKind.Bags),
        ("bag work", SegmentKind.Bags),
        ("sparring", SegmentKind.Sparring),
        ("kumite", SegmentKind.Sparring),
        ("combos", SegmentKind.Combinations),
        ("combinations", SegmentKind.Combinations),
        ("basics", SegmentKind.Basics),
        ("kihon", SegmentKind.Basics),
        ("floor drills", SegmentKind.Basics),
        ("floor work", SegmentKind.Basics),
        ("drills", SegmentKind.Basics),
        ("kicks", SegmentKind.Basics),
        ("kicking", SegmentKind.Basics),
        ("technique", SegmentKind.Basics),
        ("techniques", SegmentKind.Basics),
        ("line work", SegmentKind.Basics),
        ("partner", SegmentKind.Partner),
        ("partner work", SegmentKind.Partner),
        ("pairs", SegmentKind.Partner),
        ("forms", SegmentKind.Forms),
        ("kata", SegmentKind.Forms),
        ("patterns", SegmentKind.Forms),
        ("fitness", SegmentKind.Fitness),
        ("conditioning", SegmentKind.Fitness),
        ("strength", SegmentKind.Fitness),
        ("games", SegmentKind.Games),
        ("game", SegmentKind.Games),
        ("punches", SegmentKind.Basics),
        ("punching", SegmentKind.Basics),
        ("hands", SegmentKind.Basics),
        ("strikes", SegmentKind.Basics),
        ("blocks", SegmentKind.Basics),
        ("stances", SegmentKind.Basics),
        ("standing basics", SegmentKind.Basics),
        ("moving basics", SegmentKind.Basics),
        ("footwork", SegmentKind.Basics),
        ("legs", SegmentKind.Basics),
        ("partner drills", SegmentKind.Partner),
        ("partner drill", SegmentKind.Partner),
        ("pad drills", SegmentKind.Pads),
        ("bag drills", SegmentKind.Bags),
        ("poomsae", SegmentKind.Forms),
        ("falls", SegmentKind.SelfDefence),
        ("breakfalls", SegmentKind.SelfDefence),
        ("ukemi", SegmentKind.SelfDefence),
        ("groundwork", SegmentKind.SelfDefence),
        ("ground work", SegmentKind.SelfDefence),
        ("circuit", SegmentKind.Fitness),
        ("cardio", SegmentKind.Fitness),
        ("abs", SegmentKind.Fitness),
        ("core", SegmentKind.Fitness),
        ("main", SegmentKind.Basics),
        ("main part", SegmentKind.Basics),
    ];

    public static SegmentKind Of(string name)
    {
        foreach (var (words, kind) in Table)
        {
            var at = name.IndexOf(words, StringComparison.OrdinalIgnoreCase);
            if (at >= 0 && (at == 0 || !char.IsLetter(name[at - 1])))
                return kind;
        }
        return SegmentKind.Other;
    }

    /// <summary>True when the words alone, without a mark, are how people head a segment.</summary>
    public static bool IsHeading(string words) =>
        Array.Exists(Table, row => row.Words.Equals(words.Trim(), StringComparison.OrdinalIgnoreCase));
}
