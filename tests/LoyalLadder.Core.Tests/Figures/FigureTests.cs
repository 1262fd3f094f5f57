using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Figures;

/// <summary>What must be true of a body whatever it does; checked over every technique that a figure shows.</summary>
public sealed class FigureTests
{
    private static readonly (Joint A, Joint B, Func<Body, double> Length)[] Bones =
    [
        (Joint.LeftHip, Joint.LeftKnee, b => b.Thigh),
        (Joint.RightHip, Joint.RightKnee, b => b.Thigh),
        (Joint.LeftKnee, Joint.LeftAnkle, b => b.Shin),
        (Joint.RightKnee, Joint.RightAnkle, b => b.Shin),
        (Joint.LeftAnkle, Joint.LeftToe, b => b.Foot),
        (Joint.RightAnkle, Joint.RightToe, b => b.Foot),
        (Joint.LeftShoulder, Joint.LeftElbow, b => b.UpperArm),
        (Joint.RightShoulder, Joint.RightElbow, b => b.UpperArm),
        (Joint.LeftElbow, Joint.LeftWrist, b => b.Forearm),
        (Joint.RightElbow, Joint.RightWrist, b => b.Forearm),
        (Joint.LeftWrist, Joint.LeftHand, b => b.Hand),
        (Joint.RightWrist, Joint.RightHand, b => b.Hand),
        (Joint.Pelvis, Joint.Neck, b => b.Trunk),
        (Joint.LeftShoulder, Joint.RightShoulder, b => b.ShoulderWidth),
        (Joint.LeftHip, Joint.RightHip, b => b.HipWidth),
    ];

    /// <summary>Joints that bend one way: from, the joint, to.</summary>
    private static readonly (Joint A, Joint B, Joint C)[] Hinges =
    [
        (Joint.LeftShoulder, Joint.LeftElbow, Joint.LeftWrist),
        (Joint.RightShoulder, Joint.RightElbow, Joint.RightWrist),
        (Joint.LeftHip, Joint.LeftKnee, Joint.LeftAnkle),
        (Joint.RightHip, Joint.RightKnee, Joint.RightAnkle),
    ];

    public static TheoryData<string> Shown() => [.. FigureFile.Shown];

    public static TheoryData<string> Strikes() =>
        [.. FigureFile.Shown.Where(id => Given.Catalogue.Find(id)!.IsStrike && FigureFile.Of(Find(id))!.Main.Aim)];

    private static Technique Find(string id) => Given.Catalogue.Find(id)!;

    /// <summary>A technique by itself and in a trace, on each side that it has, for each stature and both leads.</summary>
    private static IEnumerable<FigureTrack> Tracks(string id)
    {
        foreach (var lead in Enum.GetValues<Lead>())
        foreach (var band in Enum.GetValues<AgeBand>())
        {
            yield return Choreography.Of(Find(id), band, lead)!;
            if (!Find(id).IsExercise)
                foreach (var track in Traced(id, lead, band))
                    yield return track;
        }
    }

    private static IEnumerable<FigureTrack> Traced(string id, Lead lead, AgeBand band)
    {
        var name = Find(id).NameIn(NamingSchool.Generic);
        foreach (var side in Find(id).Sides == SideRule.Either ? new[] { "lead ", "rear " } : [""])
            yield return Track(side + name, lead, band);
    }

    private static FigureTrack Track(string notation, Lead lead = Lead.Left, AgeBand band = AgeBand.Adults) =>
        Choreography.Of(Given.Trace(notation, lead, band));

    private static double Bend(Skeleton figure, (Joint A, Joint B, Joint C) hinge)
    {
        var (a, b) = (figure[hinge.B] - figure[hinge.A], figure[hinge.C] - figure[hinge.B]);
        return Math.Acos(Math.Clamp(Point3.Dot(a, b) / a.Length / b.Length, -1, 1)) * 180 / Math.PI;
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void Bones_keep_their_length_joints_their_limits_and_nothing_is_below_the_floor(string id)
    {
        foreach (var track in Tracks(id))
        foreach (var frame in track.Frames)
        {
            foreach (var (a, b, length) in Bones)
                Assert.InRange((frame[a] - frame[b]).Length - length(track.Body), -0.001, 0.001);
            foreach (var hinge in Hinges)
                Assert.InRange(Bend(frame, hinge), 0, 155.1);
            foreach (var joint in Enum.GetValues<Joint>())
                Assert.True(frame[joint].Z > -0.02, $"{joint} at {frame[joint].Z:0.000}");
        }
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void No_joint_jumps_where_motion_is_shown(string id)
    {
        foreach (var track in Tracks(id).Where(t => t.Beats.All(b => !b.InSteps)))
            for (var i = 1; i < track.Frames.Length; i++)
                foreach (var joint in Enum.GetValues<Joint>())
                    Assert.InRange((track.Frames[i][joint] - track.Frames[i - 1][joint]).Length, 0, 0.14);
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void Nothing_takes_longer_than_one_would_watch(string id)
    {
        var seconds = (double)Find(id).BaseSeconds;
        var longest = FigureTrack.FramesPerSecond * (4 + Math.Min(2 * seconds, 8));
        foreach (var track in Tracks(id))
            Assert.InRange(track.Frames.Length, 5, longest);
    }

    [Theory]
    [MemberData(nameof(Strikes))]
    public void What_strikes_comes_to_its_target(string id)
    {
        foreach (var track in Tracks(id))
        {
            var beat = Assert.Single(track.Beats);
            var miss = track.Frames[beat.Strike!.Value][beat.Limb!.Value] - beat.Target!.Value;
            // what both hands do lands beside the middle
            Assert.InRange(miss.Length, 0, Find(id).Sides == SideRule.Both ? 0.15 : 0.05);
        }
    }

    [Theory]
    [MemberData(nameof(Strikes))]
    public void Kicks_bend_before_and_after_and_stand_still_on_one_foot(string id)
    {
        var technique = Find(id);
        if (!technique.IsKick)
            return;
        var template = FigureFile.Of(technique)!;
        foreach (var track in Tracks(id))
        {
            var beat = track.Beats[0];
            var isLeft = beat.Limb is Joint.LeftToe or Joint.LeftAnkle or Joint.LeftKnee;
            var (knee, standing) = isLeft ? (Hinges[2], Joint.RightAnkle) : (Hinges[3], Joint.LeftAnkle);
            var stills = track.Stills.Where(s => s.Strikes is null).ToList();
            Assert.Contains(stills, s => s.Frame < beat.Strike && Bend(track.Frames[s.Frame], knee) > 25);
            Assert.Contains(stills, s => s.Frame > beat.Strike);
            if (technique.Foot != FootMove.None || template.Keys.Any(k => k.Flight > 0))
                continue;
            for (var i = beat.From; i <= stills[^1].Frame; i++)
                Assert.InRange((track.Frames[i][standing] - track.Frames[beat.From][standing]).Length, 0, 0.01);
            var end = track.Frames[stills[^1].Frame];
            var over = (end[Joint.Pelvis] - end[standing]) with { Z = 0 };
            Assert.InRange(over.Length, 0, 0.12);
        }
    }

    /// <summary>What is said to be straight is straight, in a combination too.</summary>
    [Theory]
    [InlineData("jab, cross, lead hook, rear low kick", 0, 1)]
    [InlineData("cross, jab & cross", 0, 1, 2)]
    [InlineData("rear front kick, jab, cross", 1, 2)]
    public void Straight_punches_are_straight_when_they_land(string notation, params int[] beats)
    {
        foreach (var band in Enum.GetValues<AgeBand>())
        {
            var track = Track(notation, Lead.Left, band);
            foreach (var beat in beats.Select(b => track.Beats[b]))
                Assert.InRange(
                    Bend(track.Frames[beat.Strike!.Value], Hinges[beat.Limb == Joint.LeftHand ? 0 : 1]),
                    0,
                    32
                );
        }
    }

    [Theory]
    [InlineData("side-kick")]
    [InlineData("back-kick")]
    [InlineData("spinning-side-kick")]
    public void The_standing_heel_comes_round_towards_the_target(string id)
    {
        foreach (var track in Tracks(id))
        {
            var beat = track.Beats[0];
            var figure = track.Frames[beat.Strike!.Value];
            var isLeft = beat.Limb == Joint.LeftAnkle;
            var toes = isLeft
                ? figure[Joint.RightToe] - figure[Joint.RightAnkle]
                : figure[Joint.LeftToe] - figure[Joint.LeftAnkle];
            var way = beat.Target!.Value - figure[Joint.Pelvis];
            Assert.True(Point3.Dot((toes with { Z = 0 }).Unit, (way with { Z = 0 }).Unit) < -0.4);
        }
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void Both_leads_are_mirror_images(string id)
    {
        var (left, right) = (
            Choreography.Of(Find(id), AgeBand.Adults)!,
            Choreography.Of(Find(id), AgeBand.Adults, Lead.Right)!
        );
        if (Find(id).IsExercise || Find(id).Sides == SideRule.Both || Find(id).DefaultSide == Side.Both)
            return;
        Assert.Equal(left.Frames.Length, right.Frames.Length);
        for (var i = 0; i < left.Frames.Length; i++)
        {
            var (a, b) = (left.Frames[i][Joint.LeftWrist], right.Frames[i][Joint.RightWrist]);
            Assert.Equal(a.X, b.X, 6);
            Assert.Equal(a.Y, -b.Y, 6);
            Assert.Equal(a.Z, b.Z, 6);
        }
    }

    [Theory]
    [InlineData("jab & cross, rear low kick, [cross] parry, rear knee")]
    [InlineData("lead front kick (cross over), turn, rear back kick, jab & cross")]
    [InlineData("[hook] duck, lead hook, rear elbow, pivot, rear round kick")]
    public void Two_people_keep_their_heads_apart_and_move_in_the_same_frames(string notation)
    {
        var track = Track(notation);
        Assert.Equal(track.Frames.Length, track.Partner.Length);
        for (var i = 0; i < track.Frames.Length; i++)
            Assert.True((track.Frames[i][Joint.Head] - track.Partner[i][Joint.Head]).Length > 0.2);
        Assert.Equal(track.Frames.Length - 1, track.Beats[^1].To);
        Assert.All(track.Stills, s => Assert.InRange(s.Frame, 0, track.Frames.Length - 1));
        Assert.Equal(track.Beats.Length, track.MainStills.Count());
    }

    /// <summary>Combinations of six styles: nobody chose them for what a body can do.</summary>
    [Theory]
    [MemberData(nameof(Movement.StyleTableTests.Rows), MemberType = typeof(Movement.StyleTableTests))]
    public void Whole_combinations_keep_to_what_bodies_can_do(string notation, string sides, string pads, string found)
    {
        _ = (sides, pads);
        foreach (var band in Enum.GetValues<AgeBand>())
        {
            var track = Track(notation, Lead.Left, band);
            AssertMoves(track, track.Frames, 0.14);
            // a partner keeps to the performer's frames, and may have to be quicker than an eye
            AssertMoves(track, track.Partner, 0.4);
            // who is too far away or too near is told so, and is not drawn as if it fitted
            if (found == "-")
                foreach (var beat in track.Beats.Where(b => b.Strike is not null))
                {
                    var met = track.Frames[beat.Strike!.Value][beat.Limb!.Value];
                    Assert.InRange((met - beat.Target!.Value).Length, 0, 0.09);
                }
        }
    }

    private static void AssertMoves(FigureTrack track, IReadOnlyList<Skeleton> frames, double furthest)
    {
        for (var i = 1; i < frames.Count; i++)
        {
            Assert.All(frames[i].Joints, j => Assert.True(j.Z > -0.02));
            foreach (var hinge in Hinges)
                Assert.InRange(Bend(frames[i], hinge), 0, 155.1);
            if (!track.BeatAt(i).InSteps)
                foreach (var joint in Enum.GetValues<Joint>())
                    Assert.InRange((frames[i][joint] - frames[i - 1][joint]).Length, 0, furthest);
        }
    }

    [Fact]
    public void Beats_of_one_count_flow_and_counts_that_are_walked_through_breathe()
    {
        double Furthest(FigureTrack track, int frame) =>
            (track.Frames[frame][Joint.LeftHand] - track.Frames[0][Joint.LeftHand]).Length;
        var (flowing, apart) = (Track("jab & cross"), Track("jab, cross"));
        Assert.True(Furthest(flowing, flowing.Beats[0].To) > 2 * Furthest(apart, apart.Beats[0].To));
        var walked = Choreography.Of(Given.Trace("jab, cross"), Pace.Walk);
        Assert.Equal(7, walked.Beats[1].From - walked.Beats[0].To - 1);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_partner_stands_with_the_same_foot_in_front_or_with_the_other(bool isOpposite)
    {
        var trace = Given.Trace("jab, cross");
        var partner = Choreography.Of(trace, isOpposite: isOpposite).Partner[0];
        // the partner faces the performer, who stands nearer to the origin
        Assert.Equal(isOpposite, partner[Joint.RightAnkle].X < partner[Joint.LeftAnkle].X);
    }

    [Fact]
    public void Who_is_alone_has_no_partner()
    {
        var trace = Given.Tracer.Trace(
            Given.Combination("jab, cross"),
            new TraceAsk(Lead.Left, AgeBand.Adults) { Setting = TraceSetting.Solo }
        );
        Assert.Empty(Choreography.Of(trace).Partner);
    }

    [Fact]
    public void A_schools_own_kick_moves_as_the_one_that_is_most_like_it()
    {
        var own = Find("round-kick") with { Id = "own-round-kick" };
        Assert.Same(FigureFile.Of(Find("round-kick")), FigureFile.Of(own));
        Assert.Null(FigureFile.Of(own with { Line = AttackLine.Grab }));
    }

    [Fact]
    public void What_no_figure_shows_is_left_out_and_said()
    {
        var track = Track("jab, guard pass");
        Assert.Equal("guard-pass", Assert.Single(track.NotShown).Id);
        Assert.Single(track.Beats, b => b.Strike is not null);
    }

    [Fact]
    public void Every_template_names_techniques_that_are_there_and_nearly_all_are_named()
    {
        Assert.All(FigureFile.Shown, id => Assert.NotNull(Given.Catalogue.Find(id)));
        var without = Given
            .Catalogue.All.Where(t =>
                t.IsStrike || t.Family is TechniqueFamily.Block or TechniqueFamily.Evasion or TechniqueFamily.Stance
            )
            .Where(t => FigureFile.Of(t) is null);
        Assert.Empty(without);
    }
}
