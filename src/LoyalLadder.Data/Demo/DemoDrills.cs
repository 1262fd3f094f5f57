using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Data.Demo;

/// <summary>The drills that the demo school keeps. Invented, like everything in it.</summary>
internal static class DemoDrills
{
    private const AgeBand Kids = AgeBand.Kids,
        Teens = AgeBand.Teens,
        Adults = AgeBand.Adults;

    public static IEnumerable<DrillDraft> All =>
        Written.Select(d => new DrillDraft(d.Name, d.Kind, d.Least, d.Text, ""));

    private static readonly (string Name, SegmentKind Kind, AgeBand Least, string Text)[] Written =
    [
        (
            "Harbour wake-up",
            SegmentKind.WarmUp,
            Kids,
            "jog 2:00\narm circles 20s\nhip circles 6/side\nleg swing 6/side"
        ),
        ("Net hauling", SegmentKind.WarmUp, Kids, "side step 1:30\nsquat x10\nshoulder circles x10"),
        (
            "Rope ladder",
            SegmentKind.WarmUp,
            Teens,
            "skipping rope 3 x 1:00 rest 20s\nankle circles 6/side\nleg swing 8/side"
        ),
        ("Cold morning", SegmentKind.WarmUp, Adults, "joint rotations 3:00\nsquat 2x12 rest 15s\nlunge 6/side"),
        ("Gull steps", SegmentKind.WarmUp, Kids, "high knees 30s\nheel flick 30s\nfrog jump x6"),
        ("Deck crawl", SegmentKind.WarmUp, Kids, "bear crawl 2 x 30s rest 15s\ncrab walk 2 x 30s rest 15s"),
        ("Hips before kicks", SegmentKind.WarmUp, Kids, "hip circles 8/side\nleg swing 8/side\nlunge 5/side"),
        ("Twice round the loft", SegmentKind.WarmUp, Teens, "jog 6 laps\nside step 1:00\ntrunk twist x20"),
        ("Shadow to start", SegmentKind.WarmUp, Teens, "shadow boxing 2 x 1:30 rest 20s\nwrist circles 6/side"),
        ("Tag before bow", SegmentKind.Games, Kids, "tag game 3:00"),
        ("First fists", SegmentKind.Basics, Kids, "jab, cross 6/side walk\njab, cross 6/side steady"),
        (
            "Four corners",
            SegmentKind.Basics,
            Kids,
            "low block 6/side walk\nhigh block 6/side walk\nlow block, reverse punch 5/side steady"
        ),
        ("Post and lantern", SegmentKind.Basics, Kids, "front stance x8 walk\nhorse stance 2 x 30s rest 15s"),
        ("Knee first", SegmentKind.Basics, Kids, "front kick 6/side walk\nfront kick 6/side steady"),
        ("Step and punch", SegmentKind.Basics, Kids, "stepping punch floor x4"),
        ("Kick lane", SegmentKind.Basics, Kids, "front kick (land forward) floor x4"),
        ("Quiet shins", SegmentKind.Basics, Teens, "shin check 8/side walk\nshin check, cross 8/side steady"),
        (
            "Side kick ladder",
            SegmentKind.Basics,
            Teens,
            "lead side kick 6/side walk\nlead side kick 6/side steady\nslide in, lead side kick 6/side brisk"
        ),
        ("Round and called", SegmentKind.Basics, Teens, "round kick 5 steady + 5 called /side"),
        ("Switch and swing", SegmentKind.Basics, Teens, "switch, lead round kick 8/side walk + 8/side steady"),
        ("Push and return", SegmentKind.Basics, Teens, "push kick 8/side steady"),
        ("Back foot turns", SegmentKind.Basics, Adults, "back kick 6/side walk\nback kick 6/side steady"),
        ("Long lane", SegmentKind.Basics, Teens, "rear front kick (land forward) floor x4 steady"),
        ("Small circles", SegmentKind.Basics, Kids, "parry 8/side walk\nparry, cross 8/side steady"),
        ("Two and away", SegmentKind.Combinations, Kids, "jab, cross, step back 8/side steady"),
        (
            "Hand touches first",
            SegmentKind.Combinations,
            Teens,
            "jab, cross, rear low kick 8/side walk + 8/side steady"
        ),
        ("Three hands, one leg", SegmentKind.Combinations, Teens, "jab, cross, lead hook, rear low kick 8/side steady"),
        ("Fifteen in fives", SegmentKind.Combinations, Adults, "#14 5/side walk\n#14 8/side steady"),
        ("Slip inside", SegmentKind.Combinations, Teens, "slip, cross, lead hook 8/side walk + 8/side steady"),
        ("Cover and answer", SegmentKind.Combinations, Teens, "cover, lead hook, cross 8/side steady"),
        ("Elbow room", SegmentKind.Combinations, Adults, "cover, lead elbow, rear elbow 6/side walk + 6/side steady"),
        ("Up the middle", SegmentKind.Combinations, Adults, "jab, rear uppercut, lead hook 8/side steady"),
        ("Mitts in two's", SegmentKind.Pads, Kids, "jab, cross pairs 8/side walk [mitts]"),
        ("Shield wall", SegmentKind.Pads, Kids, "front kick pairs 8/side [shields]"),
        ("Round on shields", SegmentKind.Pads, Kids, "round kick pairs 8/side walk [shields]"),
        (
            "Low kick to pads",
            SegmentKind.Pads,
            Teens,
            "jab, cross, lead hook, rear low kick pairs 8/side steady [kick pads]"
        ),
        (
            "Ten fast, ten slow",
            SegmentKind.Pads,
            Teens,
            "round kick pairs 10/side brisk [kick pads]\nround kick pairs 10/side walk [kick pads]"
        ),
        ("Push the door", SegmentKind.Pads, Teens, "push kick pairs 8/side steady [shields]"),
        ("Rounds with a build", SegmentKind.Pads, Adults, "pad round 3 x 2:00 rest 45s [kick pads]"),
        ("Knees on shields", SegmentKind.Pads, Adults, "clinch knee pairs 2 x 1:00 rest 30s [shields]"),
        (
            "Hold, hit, feed",
            SegmentKind.Pads,
            Teens,
            "jab, cross, lead hook threes 6/side steady [mitts] -- one hits, one holds, one watches the guard"
        ),
        ("Called singles", SegmentKind.Pads, Teens, "round kick pairs 6/side called [kick pads]"),
        (
            "Three jobs a bag",
            SegmentKind.Bags,
            Teens,
            "lines 3 jobs x 1:00 change 20s: round kick | push-up | plank [4 bags]"
        ),
        (
            "Four jobs a bag",
            SegmentKind.Bags,
            Adults,
            "lines 4 jobs x 1:00 change 15s: round kick | burpee | plank | rest [4 bags]"
        ),
        ("Bag rounds", SegmentKind.Bags, Adults, "bag round 3 x 2:00 rest 45s [gloves]"),
        ("Parry and touch", SegmentKind.Partner, Teens, "parry, cross pairs 8/side walk [mitts]"),
        (
            "Block and answer",
            SegmentKind.Partner,
            Kids,
            "high block, reverse punch pairs 5/side walk -- stop short, open hand"
        ),
        ("Let go of my wrist", SegmentKind.SelfDefence, Kids, "wrist release pairs 5/side walk -- tap means stop"),
        (
            "Two hands on one",
            SegmentKind.SelfDefence,
            Teens,
            "double wrist grab release pairs 6/side walk -- tap means stop"
        ),
        (
            "Choke from the front",
            SegmentKind.SelfDefence,
            Teens,
            "front choke release pairs 5/side walk -- hands rest on the collar bones, tap means stop"
        ),
        (
            "Bear hug, feet first",
            SegmentKind.SelfDefence,
            Teens,
            "bear hug release pairs x8 walk -- no lifting, tap means stop"
        ),
        (
            "Down and up again",
            SegmentKind.SelfDefence,
            Kids,
            "back fall x8 walk -- on mats, chin tucked\nside fall 5/side walk -- on mats"
        ),
        ("Light rounds", SegmentKind.Sparring, Teens, "light sparring 3 x 1:30 rest 40s"),
        (
            "One attacks, one answers",
            SegmentKind.Sparring,
            Teens,
            "light sparring 4 x 1:00 active rest 30s -- change roles each round"
        ),
        ("Form in thirds", SegmentKind.Forms, Teens, "form 3 x 1:00 rest 20s"),
        (
            "Quay circuit",
            SegmentKind.Fitness,
            Teens,
            "stations 5 x 45s change 15s laps 2: burpee | squat | plank | mountain climber | crunch"
        ),
        (
            "Little circuit",
            SegmentKind.Fitness,
            Kids,
            "stations 4 x 30s change 15s laps 2: bear crawl | plank | jumping jack | squat"
        ),
        (
            "Trunk and arms",
            SegmentKind.Fitness,
            Adults,
            "push-up 3x12 rest 20s\ncrunch 3x20 rest 15s\nplank 2 x 45s rest 15s"
        ),
        ("Run, punch, run", SegmentKind.Fitness, Teens, "push-up runs 10\nsquat runs 10"),
        ("Wall and breath", SegmentKind.Fitness, Teens, "wall sit 3 x 30s rest 20s"),
        ("Sharks and lifeboats", SegmentKind.Games, Kids, "sharks and lifeboats 4:00"),
        ("Musical stances", SegmentKind.Games, Kids, "musical stances 4:00"),
        (
            "Long muscles",
            SegmentKind.CoolDown,
            Kids,
            "butterfly stretch 40s\nhamstring stretch 30s/side\nquiet sitting 1:00"
        ),
        (
            "After kicking",
            SegmentKind.CoolDown,
            Teens,
            "straddle stretch 45s\nquad stretch 30s/side\nhip flexor stretch 30s/side"
        ),
        ("Slow tide", SegmentKind.CoolDown, Adults, "stretching 3:00\ndeep breathing 1:00"),
    ];
}
