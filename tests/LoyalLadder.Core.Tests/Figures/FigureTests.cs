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

    /// <summary>Every technique that is shown, on each side that it has, for each stature and both leads.</summary>
    public static TheoryData<string, Lead, AgeBand> Shown()
    {
        var rows = new TheoryData<string, Lead, AgeBand>();
        foreach (var id in FigureFile.Shown)
        foreach (var side in Given.Catalogue.Find(id)!.Sides == SideRule.Either ? new[] { "lead ", "rear " } : [""])
        foreach (var lead in Enum.GetValues<Lead>())
        foreach (var band in Enum.GetValues<AgeBand>())
            rows.Add(side + Given.Catalogue.Find(id)!.NameIn(NamingSchool.Generic), lead, band);
        return rows;
    }

    private static FigureTrack Track(string notation, Lead lead = Lead.Left, AgeBand band = AgeBand.Adults) =>
        Choreography.Of(Given.Trace(notation, lead, band));

    [Theory]
    [MemberData(nameof(Shown))]
    public void Bones_keep_their_length_and_nothing_is_below_the_floor(string notation, Lead lead, AgeBand band)
    {
        var track = Track(notation, lead, band);
        foreach (var frame in track.Frames)
        {
            foreach (var (a, b, length) in Bones)
                Assert.InRange((frame[a] - frame[b]).Length - length(track.Body), -0.001, 0.001);
            Assert.All(frame.Joints, j => Assert.InRange(j.Z, -0.012, 3));
        }
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void What_strikes_comes_to_its_target(string notation, Lead lead, AgeBand band)
    {
        var track = Track(notation, lead, band);
        var beat = Assert.Single(track.Beats, b => b.Strike is not null);
        var miss = track.Frames[beat.Strike!.Value][beat.Limb!.Value] - beat.Target!.Value;
        Assert.InRange(miss.Length, 0, 0.05);
    }

    [Theory]
    [MemberData(nameof(Shown))]
    public void No_joint_jumps_and_the_standing_foot_stays(string notation, Lead lead, AgeBand band)
    {
        var track = Track(notation, lead, band);
        for (var i = 1; i < track.Frames.Length; i++)
            foreach (var joint in Enum.GetValues<Joint>())
                Assert.InRange((track.Frames[i][joint] - track.Frames[i - 1][joint]).Length, 0, 0.14);
        var beat = Assert.Single(track.Beats, b => b.Strike is not null);
        if (beat.Limb is Joint.LeftHand or Joint.RightHand)
            return;
        var standing = beat.Limb is Joint.LeftToe or Joint.LeftAnkle ? Joint.RightAnkle : Joint.LeftAnkle;
        for (var i = beat.From; i <= beat.Strike!.Value; i++)
            Assert.InRange((track.Frames[i][standing] - track.Frames[0][standing]).Length, 0, 0.01);
    }

    [Fact]
    public void Both_leads_are_mirror_images()
    {
        var (left, right) = (Track("jab, cross, rear front kick"), Track("jab, cross, rear front kick", Lead.Right));
        Assert.Equal(left.Frames.Length, right.Frames.Length);
        for (var i = 0; i < left.Frames.Length; i++)
        {
            var (a, b) = (left.Frames[i][Joint.LeftWrist], right.Frames[i][Joint.RightWrist]);
            Assert.Equal(a.X, b.X, 6);
            Assert.Equal(a.Y, -b.Y, 6);
            Assert.Equal(a.Z, b.Z, 6);
        }
    }

    [Fact]
    public void What_no_figure_shows_is_left_out_and_said()
    {
        var track = Track("jab, spinning hook kick");
        Assert.Equal("spinning-hook-kick", Assert.Single(track.NotShown).Id);
        Assert.Single(track.Beats, b => b.Strike is not null);
    }

    [Fact]
    public void Every_template_names_techniques_that_are_there() =>
        Assert.All(FigureFile.Shown, id => Assert.NotNull(Given.Catalogue.Find(id)));
}
