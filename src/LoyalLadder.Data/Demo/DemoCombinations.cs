using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;

namespace LoyalLadder.Data.Demo;

/// <summary>What the demo school teaches under numbers of its own, and what its ranks ask for.</summary>
public static class DemoCombinations
{
    /// <summary>Number, name, moves, rank step (0 white … 7 black), youngest band.</summary>
    private static readonly (string Number, string Name, string Moves, int Rank, AgeBand Least)[] Combinations =
    [
        ("1", "First light", "jab, cross", 0, AgeBand.Kids),
        ("2", "Knock and enter", "jab, jab, cross", 0, AgeBand.Kids),
        ("3", "Harbour gate", "jab, cross, lead hook", 0, AgeBand.Kids),
        ("4", "Gate and foot", "jab, cross, rear front kick", 1, AgeBand.Kids),
        ("5", "Bell rope", "jab, cross, lead hook, cross", 1, AgeBand.Kids),
        ("6", "Two tides", "cross, lead hook, cross (body)", 1, AgeBand.Kids),
        ("7", "Long oar", "lead push kick, cross (step in), lead hook", 1, AgeBand.Kids),
        ("8", "Wet rope", "jab (body), cross, lead hook", 1, AgeBand.Kids),
        ("9", "Answer one", "[jab] parry, cross, lead hook", 2, AgeBand.Kids),
        ("10", "Ferry step", "rear front kick (land forward), jab, cross", 2, AgeBand.Kids),
        ("11", "Through the door", "step through, jab, cross, rear round kick", 2, AgeBand.Kids),
        ("12", "Net and float", "jab, cross | cross (step left), lead hook", 2, AgeBand.Teens),
        ("13", "Slip line", "[cross] slip, rear uppercut, lead hook, cross", 3, AgeBand.Teens),
        ("14", "Low water", "jab, cross, lead hook, rear low kick", 3, AgeBand.Teens),
        ("15", "High water", "jab, cross, lead hook, rear round kick (head)", 4, AgeBand.Teens),
        (
            "16",
            "Spring tide",
            "jab, cross, lead hook, rear low kick | cross (body), lead hook, rear overhand (step left)",
            4,
            AgeBand.Teens
        ),
        ("17", "Turned back", "lead front kick (cross over), turn, rear back kick, jab & cross", 5, AgeBand.Teens),
        ("18", "Switchback", "cross, switch round kick, cross, lead hook", 4, AgeBand.Teens),
        ("19", "Hull to keel", "lead side kick (slide in), backfist, cross", 3, AgeBand.Teens),
        ("20", "Covering", "[hook] cover, cross, lead hook, rear knee", 4, AgeBand.Teens),
        (
            "21",
            "Close quarters",
            "[cross] parry, [hook] cover, lead elbow, rear elbow, rear knee (step back) | rear round kick",
            5,
            AgeBand.Adults
        ),
        ("22", "Check and pay", "[low kick] lead shin check, cross, lead hook, rear low kick", 4, AgeBand.Adults),
        (
            "23",
            "Loft hold",
            "jab (step in), cross (step in), clinch hold, rear clinch knee, lead clinch knee, clinch release, cross (step back)",
            6,
            AgeBand.Adults
        ),
        ("24", "Old form, first line", "low block, stepping punch, high block, stepping punch", 2, AgeBand.Kids),
        ("25", "Old form, second line", "outward block (front stance), cross, inward block, cross", 3, AgeBand.Kids),
        (
            "26",
            "Old form, the turn",
            "knife hand block (back stance), half turn, low block (front stance), cross",
            4,
            AgeBand.Teens
        ),
        ("27", "Wheel and spoke", "jab, cross, spinning hook kick", 6, AgeBand.Adults),
        ("28", "Gull", "step in, jumping front kick, jab, cross", 5, AgeBand.Teens),
        ("29", "Fog horn", "1-2-3, rear round kick | 2-3-2, lead push kick", 4, AgeBand.Teens),
        ("30", "Six planks", "jab, cross, lead hook, cross, lead hook (body), cross (body)", 3, AgeBand.Teens),
        (
            "31",
            "Fifteen stairs",
            "jab, cross, lead hook, rear low kick, lead push kick | jab, cross (step in), lead hook (body), rear uppercut, lead hook | cross (step back), lead round kick (slide in), cross (step back), rear front kick, rear round kick",
            7,
            AgeBand.Adults
        ),
        ("32", "Anchor chain", "#14, jab, cross, lead hook (body)", 5, AgeBand.Teens),
        ("33", "Palms", "palm strike + front kick, palm strike (step back), push kick", 3, AgeBand.Teens),
        ("34", "Pushed off", "[step in] push kick, cross (step in), rear round kick", 3, AgeBand.Teens),
    ];

    /// <summary>Number, name, moves, a second reading, rank step, youngest band, control rule, cautions.</summary>
    private static readonly (
        string Number,
        string Name,
        string Moves,
        string? Other,
        int Rank,
        AgeBand Least,
        string Control,
        string Cautions
    )[] Drills =
    [
        (
            "SD-1",
            "Wrist grab, same side",
            "[wrist grab] wrist release, step back",
            null,
            0,
            AgeBand.Kids,
            "Tap means stop. The one who holds lets go at once.",
            "No jerking at the wrist."
        ),
        (
            "SD-2",
            "Wrist grab, crossed",
            "[rear wrist grab] cross grab release, step back",
            null,
            0,
            AgeBand.Kids,
            "Tap means stop.",
            "Turn slowly at the wrist."
        ),
        (
            "SD-3",
            "Two hands on one",
            "[two hand grab] double wrist grab release, step back",
            null,
            1,
            AgeBand.Kids,
            "Tap means stop.",
            ""
        ),
        (
            "SD-4",
            "Wrist grab, turn and release",
            "[wrist grab] wrist release, shove, step back",
            null,
            1,
            AgeBand.Kids,
            "Tap means stop. Look behind the partner before the push.",
            ""
        ),
        (
            "SD-5",
            "Collar grab",
            "[collar grab] collar grab release, palm strike (light), step back",
            null,
            2,
            AgeBand.Teens,
            "Tap means stop. The palm stops a hand's width short.",
            "The fist rests on the breastbone, never against the throat."
        ),
        (
            "SD-6",
            "Shoulder grab",
            "[lead wrist grab] shoulder grab release, step back",
            null,
            1,
            AgeBand.Kids,
            "Tap means stop.",
            "Circle slowly over the elbow."
        ),
        (
            "SD-7",
            "Choke from the front",
            "[choke from the front] front choke release, shove, step back",
            "[choke from the front] wedge block, front choke release, step back",
            2,
            AgeBand.Kids,
            "Tap means stop, and a cough counts as a tap.",
            "Hands on the collar bones, never the throat."
        ),
        (
            "SD-8",
            "Choke from behind",
            "[choke from behind] rear choke release, rear backward elbow (light), step back",
            null,
            3,
            AgeBand.Teens,
            "Tap means stop. Forearm across the chest.",
            "Nobody's throat is touched."
        ),
        (
            "SD-9",
            "Bear hug",
            "[bear hug grab] bear hug release, step back",
            null,
            2,
            AgeBand.Kids,
            "Tap means stop. No lifting.",
            ""
        ),
        (
            "SD-10",
            "Bear hug, stamp and turn",
            "[bear hug grab] bear hug release, stomp kick (light), step back",
            null,
            3,
            AgeBand.Teens,
            "Tap means stop. The stamp lands beside the foot.",
            "Never on a partner's instep or knee."
        ),
        (
            "SD-11",
            "Headlock",
            "[headlock] headlock release, step back",
            null,
            3,
            AgeBand.Teens,
            "Tap means stop. The arm lies on the shoulders.",
            "No squeezing, no cranking of the neck."
        ),
        (
            "SD-12",
            "Hair grab",
            "[hair grab] hair grab release, step back",
            null,
            2,
            AgeBand.Kids,
            "Tap means stop. A flat hand stands for the grip.",
            "Nobody's hair is pulled."
        ),
        (
            "SD-13",
            "Straight punch, step off",
            "[cross] slip, step right, step back",
            null,
            1,
            AgeBand.Kids,
            "Half speed, stop short of the face.",
            ""
        ),
        (
            "SD-14",
            "Straight punch, parry and palm",
            "[cross] parry, palm strike (light), step back",
            null,
            3,
            AgeBand.Teens,
            "Half speed; the palm stops a hand's width short.",
            ""
        ),
        (
            "SD-15",
            "Swing, cover and leave",
            "[hook] cover, shove, step back",
            null,
            2,
            AgeBand.Kids,
            "Half speed, open hand.",
            ""
        ),
        (
            "SD-16",
            "Swing, cover and knee",
            "[hook] cover, rear elbow (light), rear knee (light), step back",
            null,
            4,
            AgeBand.Adults,
            "Half speed; elbow and knee to pads only.",
            "Ribs are soft."
        ),
        (
            "SD-17",
            "Tackle",
            "[tackle] sprawl, step back",
            null,
            4,
            AgeBand.Teens,
            "On mats, head up and to the side. Tap means stop.",
            "Necks get hurt in tackles: walk it before anybody runs."
        ),
        (
            "SD-18",
            "Pushed backwards",
            "[shove] wedge block, step back",
            null,
            1,
            AgeBand.Kids,
            "Look behind the partner first.",
            ""
        ),
        (
            "SD-19",
            "Low kick, check and leave",
            "[low kick] lead shin check, cross (light), step back",
            null,
            4,
            AgeBand.Adults,
            "Shin pads on, half power.",
            "Thigh only, never the knee."
        ),
        (
            "SD-20",
            "Wrist grab to arm lock",
            "[wrist grab] wrist release, straight arm lock",
            "[cross] parry, straight arm lock",
            5,
            AgeBand.Adults,
            "Slow to the first tension. Tap means stop, at once.",
            "Elbows do not warn."
        ),
        (
            "SD-21",
            "Collar grab to wrist lock",
            "[collar grab] collar grab release, wrist lock",
            null,
            6,
            AgeBand.Adults,
            "Slow to the first tension. Tap means stop, at once.",
            "Joints do not warn."
        ),
        (
            "SD-22",
            "Down and up",
            "back fall, technical stand up, step back",
            null,
            1,
            AgeBand.Kids,
            "On mats, chin tucked.",
            "Head stays off the floor."
        ),
    ];

    public static IEnumerable<CombinationDraft> All(Func<AgeBand, int, Guid> rank) =>
        Combinations
            .Select(c => new CombinationDraft
            {
                Number = c.Number,
                Name = c.Name,
                Notation = c.Moves,
                RankId = rank(c.Least, c.Rank),
                LeastBand = c.Least,
                Versions = Versions(c.Number),
            })
            .Concat(
                Drills.Select(d => new CombinationDraft
                {
                    Number = d.Number,
                    Kind = CombinationKind.SelfDefence,
                    Name = d.Name,
                    Notation = d.Moves,
                    OtherReading = d.Other,
                    RankId = rank(d.Least, d.Rank),
                    LeastBand = d.Least,
                    ControlRule = d.Control,
                    Cautions = d.Cautions,
                })
            );

    private static string? Versions(string number) =>
        number switch
        {
            "14" =>
                "beginners: jab, cross, rear low kick\nseniors: jab, cross, lead hook, rear low kick, switch round kick",
            "10" => "beginners: rear front kick, jab, cross",
            "16" => "beginners: jab, cross, lead hook, rear low kick",
            _ => null,
        };

    /// <summary>Technique, rank step and stage that every track asks for.</summary>
    public static readonly (string Technique, int Rank, int Stage)[] Requirements =
    [
        ("fighting-stance", 0, 3),
        ("jab", 0, 4),
        ("cross", 0, 4),
        ("front-kick", 0, 4),
        ("low-block", 0, 3),
        ("high-block", 0, 3),
        ("back-fall", 0, 2),
        ("wrist-release", 0, 5),
        ("front-stance", 0, 2),
        ("hook", 1, 4),
        ("push-kick", 1, 4),
        ("parry", 1, 5),
        ("stepping-punch", 1, 3),
        ("step-in", 1, 3),
        ("step-back", 1, 3),
        ("side-fall", 1, 2),
        ("double-wrist-release", 1, 5),
        ("round-kick", 2, 4),
        ("cover", 2, 5),
        ("knife-hand-block", 2, 3),
        ("switch", 2, 3),
        ("front-choke-release", 2, 5),
        ("bear-hug-release", 2, 5),
        ("knee", 2, 4),
        ("side-kick", 3, 4),
        ("uppercut", 3, 4),
        ("slip", 3, 5),
        ("backfist", 3, 4),
        ("slide-in", 3, 4),
        ("forward-roll", 3, 2),
        ("elbow", 3, 4),
        ("low-kick", 4, 4),
        ("crescent-kick", 4, 3),
        ("shin-check", 4, 5),
        ("overhand", 4, 4),
        ("sliding-side-kick", 4, 4),
        ("sprawl", 4, 5),
        ("back-kick", 5, 4),
        ("hook-kick", 5, 4),
        ("switch-round-kick", 5, 4),
        ("jumping-front-kick", 5, 3),
        ("sparring", 5, 6),
        ("spinning-hook-kick", 6, 3),
        ("axe-kick", 6, 4),
        ("jumping-round-kick", 6, 3),
        ("jumping-back-kick", 7, 4),
        ("tornado-kick", 7, 3),
    ];
}
