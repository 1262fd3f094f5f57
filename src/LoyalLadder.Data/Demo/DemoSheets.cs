using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Demo;

/// <summary>The sheets that the demo school's instructors wrote. Invented, like everything in it.</summary>
internal static class DemoSheets
{
    public static IReadOnlyList<string> For(AgeBand band) => band switch { AgeBand.Kids => Kids, AgeBand.Teens => Teens, _ => Adults };

    private static readonly string[] Kids =
    [
        """
        # Kicks off the back leg
        focus: knee first
        ## Warm-up
        tag game 2:30
        jumping jack x15
        lunge 4/side
        arm circles 20s
        ## Basics
        ready stance x8 -- hands up!
        jab, cross 6/side walk
        front kick 5/side walk + 5/side steady
        ## Pads
        front kick pairs 5/side [shields]
        water 1:00
        ## Safety
        wrist release pairs 4/side walk teach refresh -- tap means stop
        ## Game
        sharks and lifeboats 3:00
        ## Cool-down
        butterfly stretch 30s
        quiet sitting 45s
        """,
        """
        # Blocks and stances
        focus: strong front stance
        ## Warm-up
        jog 2:00
        frog jump x8
        leg swing 6/side
        hip circles 6/side
        ## Basics
        horse stance 30s
        high block 6/side walk
        low block 6/side walk
        high block, reverse punch 5/side steady
        ## Partner
        high block pairs 4/side walk teach refresh
        water 1:00
        ## Floor
        front kick (land forward) floor x2
        crab walk 45s
        ## Cool-down
        straddle stretch 30s
        deep breathing 40s
        """,
        """
        # Round kick, first steps
        focus: turn the standing foot
        ## Warm-up
        side step 1:30
        star jumps x20
        squat x10
        leg swing 6/side
        ## Basics
        front kick 5/side steady
        round kick 4/side walk teach new -- knee up, turn, kick, back
        round kick 5/side walk
        ## Pads
        round kick pairs 5/side [shields]
        water 1:00
        ## Fitness
        stations 4 x 30s change 15s: bear crawl | plank | jumping jack | squat
        ## Cool-down
        butterfly stretch 30s
        quiet sitting 45s
        """,
    ];

    private static readonly string[] Teens =
    [
        """
        # Low kick off the hands
        focus: hand touches before the leg goes
        ## Warm-up
        shuttle run 2:00
        arm circles 20s
        lunge 4/side
        jumping jack 30s
        leg swing 8/side
        ## Floor drills
        jab, cross 8/side steady
        rear front kick 5/side walk + 5/side brisk
           advanced: jab, cross, rear front kick 5/side steady
        round kick 3 steady + 3 called /side
        ## Pads
        jab, cross, lead hook, rear low kick pairs 6/side steady [kick pads] must
        water 1:00
        ## Self-defence
        wrist release pairs 5/side walk teach refresh -- tap means stop
        ## Bags
        lines 3 jobs x 45s change 15s: round kick | push-up | plank [4 bags]
        ## Cool-down
        straddle stretch 30s
        quiet sitting 1:00
        """,
        """
        # Side kick and what stands on it
        focus: heel, not toes
        ## Warm-up
        skipping rope 2 x 1:30 rest 20s
        hip circles 8/side
        leg swing 8/side
        squat x15
        ## Floor drills
        front kick 6/side steady
        lead side kick 5/side walk teach refresh
        lead side kick 6/side steady
        slide in, lead side kick 5/side steady
        ## Pads
        lead side kick pairs 6/side steady [shields]
        water 1:00
        jab, cross, lead hook pairs 8/side steady [mitts]
        ## Fitness
        stations 5 x 40s change 15s: burpee | plank | mountain climber | squat | crunch
        ## Cool-down
        hamstring stretch 30s/side
        deep breathing 45s
        """,
        """
        # Defence first
        focus: small parries
        ## Warm-up
        jog 2:00
        shoulder circles x10
        high knees 30s
        leg swing 8/side
        ## Floor drills
        parry, cross 6/side walk teach refresh
        cover, lead hook, cross 6/side steady
        slip, cross, lead hook 6/side steady
        ## Partner
        parry, cross pairs 6/side walk [mitts]
        shin check, cross pairs 5/side walk [kick pads]
        water 1:00
        ## Sparring
        light sparring 3 x 1:30 rest 30s
        ## Cool-down
        quad stretch 30s/side
        quiet sitting 1:00
        """,
    ];

    private static readonly string[] Adults =
    [
        """
        # Hands to knees
        focus: close the distance safely
        ## Warm-up
        skipping rope 3 x 2:00 rest 30s
        shadow boxing 2 x 2:00 rest 20s
        leg swing 10/side
        ## Combinations
        jab, cross, rear knee 6/side walk + 6/side brisk
        jab, cross, lead hook, rear low kick 8/side steady
        cover, lead elbow, rear elbow, rear knee 6/side walk teach refresh
        ## Pads
        pad round 3 x 2:30 rest 45s [kick pads] must -- holders swap each round
        water 1:00
        clinch knee pairs 2 x 1:00 rest 20s [shields]
        ## Fitness
        crunch 3x20 rest 15s
        push-up 3x12 rest 20s
        plank 2 x 45s rest 15s
        ## Cool-down
        stretching 4:00
        """,
        """
        # Kihon and application
        focus: hips before hands
        ## Warm-up
        joint rotations 3:00
        squat 2x15
        push-up 2x10 rest 20s
        hip opener 30s/side
        ## Basics
        stepping punch floor x2
        high block, reverse punch 8/side steady
        inward block, elbow, back fist, reverse punch 6/side walk + 6/side brisk
        front kick 8/side brisk
        back kick 4/side walk teach refresh
        ## Partner
        slip back, reverse punch pairs 6/side called
        jab & cross pairs 2 x 1:00 rest 20s [mitts]
        water 1:00
        ## Application
        double wrist grab release pairs 5/side walk teach 1:30 must -- tap means stop
        ## Cool-down
        hamstring stretch 40s/side
        quiet sitting 1:00
        """,
        """
        # Bags and breath
        focus: straight wrists
        ## Warm-up
        jog 3:00
        arm circles 20s
        leg swing 10/side
        lunge 8/side
        ## Basics
        1-2, rear round kick 8/side steady
        push kick 6/side steady
        switch, lead round kick 6/side steady
        ## Bags
        lines 4 jobs x 1:00 change 15s: round kick | burpee | plank | rest [4 bags]
        water 1:00
        bag round 3 x 2:00 rest 40s [gloves]
        ## Self-defence
        bear hug release pairs 5 walk teach refresh -- no lifting, tap means stop
        ## Cool-down
        hip flexor stretch 40s/side
        stretching 3:00
        """,
    ];
}
