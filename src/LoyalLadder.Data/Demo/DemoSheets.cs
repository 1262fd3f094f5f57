using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Demo;

/// <summary>The sheets that the demo school's instructors wrote. Invented, like everything in it.</summary>
internal static class DemoSheets
{
    public static IReadOnlyList<string> For(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => Kids,
            AgeBand.Teens => Teens,
            _ => Adults,
        };

    private static readonly string[] Kids =
    [
        """
            # Kicks off the back leg
            focus: knee first
            ## Warm-up
            tag game 3:00
            jumping jack x20
            lunge 5/side
            arm circles 20s
            ## Basics
            ready stance x8 -- hands up!
            #1 8/side walk
            front kick 6/side walk + 6/side steady
            jab, cross, front kick 5/side walk
            ## Pads
            front kick pairs 8/side [shields]
            jab, cross pairs 8/side walk [mitts]
            water 1:00
            ## Safety
            wrist release pairs 5/side walk teach refresh -- tap means stop
            #SD-1 pairs x4 walk -- tap means stop
            ## Game
            sharks and lifeboats 4:00
            bear crawl 3 x 30s rest 20s
            shuttle run 4 x 20s rest 20s
            ## Cool-down
            butterfly stretch 40s
            hamstring stretch 30s/side
            quiet sitting 1:00
            """,
        """
            # Blocks and stances
            focus: strong front stance
            ## Warm-up
            jog 3:00
            frog jump x10
            leg swing 6/side
            hip circles 6/side
            ## Basics
            horse stance 3 x 30s rest 15s
            high block 8/side walk
            low block 8/side walk teach refresh
            high block, reverse punch 6/side walk + 6/side steady
            ## Partner
            high block pairs 6/side walk teach refresh
            high block, reverse punch pairs 5/side walk
            water 1:00
            ## Floor
            front kick (land forward) floor x4
            crab walk 3 x 30s rest 20s
            musical stances 5:00
            star jump 3x15 rest 20s
            ## Cool-down
            straddle stretch 45s
            butterfly stretch 45s
            deep breathing 1:00
            """,
        """
            # Round kick, first steps
            focus: turn the standing foot
            ## Warm-up
            side step 2:00
            star jumps 2x20 rest 20s
            squat x10
            leg swing 6/side
            ## Basics
            front kick 6/side steady
            round kick 5/side walk teach new -- knee up, turn, kick, back
            round kick 6/side walk
            ## Pads
            round kick pairs 8/side walk [shields]
            front kick, round kick pairs 5/side walk [shields]
            water 1:00
            ## Fitness
            stations 4 x 40s change 15s laps 2: bear crawl | plank | jumping jack | squat
            ## Game
            lighthouse keeper 6:00
            crab walk 3 x 30s rest 20s
            ## Cool-down
            butterfly stretch 45s
            quiet sitting 45s
            """,
        """
            # Hands and getting away
            focus: guard comes home
            ## Warm-up
            high knees 30s
            heel flick 30s
            hip circles 6/side
            leg swing 6/side
            squat x10
            ## Basics
            jab, cross 8/side walk
            jab, cross, step back 6/side walk + 6/side steady
            parry, cross 6/side walk
            front kick 6/side steady
            ## Pads
            jab, cross pairs 8/side [mitts]
            front kick pairs 6/side [shields]
            water 1:00
            ## Safety
            wrist release pairs 5/side walk -- tap means stop
            #SD-3 pairs x4 walk -- tap means stop
            #SD-6 pairs x4 walk -- tap means stop
            side fall 4/side walk -- on mats, chin tucked
            ## Game
            ferry across the harbour 4:00
            ## Cool-down
            butterfly stretch 45s
            hamstring stretch 30s/side
            deep breathing 45s
            """,
    ];

    private static readonly string[] Teens =
    [
        """
            # Low kick off the hands
            focus: hand touches before the leg goes
            ## Warm-up
            shuttle run 2:30
            arm circles 20s
            lunge 4/side
            jumping jack 30s
            leg swing 8/side
            ## Floor drills
            jab, cross 10/side steady
            rear front kick 8/side walk + 8/side brisk
               advanced: jab, cross, rear front kick 8/side steady
            round kick 5 steady + 5 called /side
            ## Pads
            jab, cross, lead hook, rear low kick pairs 10/side steady [kick pads] must
            round kick pairs 10/side brisk x2 rest 30s [kick pads]
            water 1:00
            ## Self-defence
            wrist release pairs 6/side walk teach 2:00 -- tap means stop
            ## Bags
            lines 3 jobs x 1:00 change 20s: round kick | push-up | plank [4 bags]
            ## Fitness
            stations 5 x 45s change 15s laps 2: burpee | squat | plank | mountain climber | crunch
            ## Cool-down
            straddle stretch 45s
            hamstring stretch 30s/side
            quiet sitting 1:00
            """,
        """
            # Side kick and what stands on it
            focus: heel, not toes
            ## Warm-up
            skipping rope 3 x 1:30 rest 20s
            hip circles 8/side
            leg swing 8/side
            squat x15
            ## Floor drills
            front kick 8/side steady
            lead side kick 6/side walk teach refresh
            lead side kick 8/side steady
            slide in, lead side kick 6/side walk + 6/side brisk
            ## Pads
            lead side kick pairs 8/side steady x2 rest 20s [shields]
            water 1:00
            #3 pairs 10/side steady [mitts]
            #14 pairs 5/side steady [kick pads]
            light sparring 4 x 1:30 rest 40s
            ## Fitness
            stations 5 x 45s change 15s laps 2: burpee | plank | mountain climber | squat | crunch
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
            parry, cross 8/side walk teach refresh
            cover, lead hook, cross 8/side walk + 8/side steady
            slip, cross, lead hook 10/side steady
            ## Partner
            #9 pairs 8/side walk [mitts]
            #SD-8 pairs x4 walk -- tap means stop
            shin check, cross pairs 6/side walk [kick pads]
            water 1:00
            ## Sparring
            light sparring 4 x 1:30 rest 40s
            ## Fitness
            lines 3 jobs x 1:15 change 20s: round kick | burpee | plank [4 bags]
            ## Cool-down
            quad stretch 30s/side
            quiet sitting 1:00
            """,
        """
            # Switch and swing
            focus: feet change before the hip turns
            ## Warm-up
            jog 6 laps
            arm circles 20s
            lunge 5/side
            leg swing 8/side
            ## Floor drills
            jab, cross, lead hook 8/side steady
            switch, lead round kick 8/side walk + 8/side steady
            push kick 8/side steady
            ## Pads
            round kick pairs 8/side steady [kick pads] must
            jab, cross, rear low kick pairs 8/side steady [kick pads]
            water 1:00
            ## Partner
            cover, lead hook, cross pairs 6/side walk [mitts]
            ## Sparring
            light sparring 3 x 1:30 rest 40s
            ## Fitness
            stations 5 x 40s change 15s: burpee | squat | plank | mountain climber | crunch
            ## Cool-down
            straddle stretch 45s
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
            jab, cross, rear knee 8/side walk + 8/side brisk
            jab, cross, lead hook, rear low kick 8/side steady
            cover, lead elbow, rear elbow, rear knee 6/side walk teach refresh
            ## Pads
            pad round 4 x 3:00 rest 45s [kick pads] must -- holders swap each round
            water 1:00
            clinch knee pairs 2 x 1:30 rest 30s [shields]
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
            joint rotations 4:00
            squat 3x15
            push-up 2x10 rest 20s
            hip opener 30s/side
            ## Basics
            stepping punch floor x4
            high block, reverse punch 10/side steady
            inward block, elbow, back fist, reverse punch 6/side walk + 6/side brisk
            front kick 10/side brisk
            back kick 6/side walk teach refresh
            ## Partner
            slip back, reverse punch pairs 10/side called
            jab & cross pairs 2 x 1:30 rest 30s [mitts]
            water 1:00
            ## Application
            double wrist grab release pairs 6/side walk teach 3:00 must -- tap means stop
            form 5 x 45s rest 30s
            light sparring 4 x 1:30 rest 30s
            ## Cool-down
            hamstring stretch 40s/side
            stretching 3:00
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
            1-2, rear round kick 10/side walk + 10/side steady
            push kick 10/side steady
            switch, lead round kick 10/side steady
            ## Bags
            lines 4 jobs x 1:00 change 15s: round kick | burpee | plank | rest [4 bags]
            water 1:00
            bag round 4 x 2:30 rest 45s [gloves]
            light sparring 4 x 1:30 rest 30s
            push-up 3x15 rest 30s
            crunch 3x25 rest 20s
            ## Self-defence
            bear hug release pairs x8 walk teach 3:00 -- no lifting, tap means stop
            ## Cool-down
            hip flexor stretch 40s/side
            stretching 3:00
            """,
        """
            # Long range and back
            focus: first out, last in
            ## Warm-up
            jog 3:00
            shadow boxing 2 x 2:00 rest 20s
            hip circles 8/side
            leg swing 10/side
            ## Basics
            push kick 8/side steady
            slide in, lead side kick 8/side walk + 8/side steady
            slip, cross, lead hook 8/side steady
            ## Combinations
            #14 5/side walk
            #14 8/side steady
            ## Pads
            jab, cross, lead hook, rear low kick pairs 10/side steady [kick pads] must
            push kick pairs 8/side steady [shields]
            water 1:00
            pad round 3 x 2:00 rest 45s [kick pads]
            ## Self-defence
            #SD-8 pairs x6 walk -- tap means stop
            ## Fitness
            push-up 3x12 rest 20s
            plank 2 x 45s rest 15s
            ## Cool-down
            hip flexor stretch 40s/side
            stretching 3:00
            quiet sitting 1:00
            """,
    ];
}
