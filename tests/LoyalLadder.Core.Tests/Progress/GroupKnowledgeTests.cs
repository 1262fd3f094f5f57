using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Core.Tests.Progress;

/// <summary>What a group knows, what that does to talk, and what a fit on the mat makes of a program.</summary>
public class GroupKnowledgeTests
{
    private static GroupKnowledge Knows(params (string Id, Novelty Novelty)[] known) =>
        new(Given.Catalogue, known.ToDictionary(k => k.Id, k => k.Novelty), new HashSet<string>());

    [Fact]
    public void Whoever_has_a_technique_has_what_it_is_built_on()
    {
        var technique = Given.Catalogue.All.First(t =>
            t.BuildsOn.Any(b => Given.Catalogue.Find(b)!.BuildsOn.Length > 0)
        );
        var below = technique.BuildsOn.First(b => Given.Catalogue.Find(b)!.BuildsOn.Length > 0);
        var deepest = Given.Catalogue.Find(below)!.BuildsOn[0];
        var group = Knows((technique.Id, Novelty.Known));
        Assert.Equal(
            [Novelty.Known, Novelty.Known, Novelty.Known],
            new[] { technique.Id, below, deepest }.Select(group.Of)
        );
        Assert.Equal(Novelty.New, Knows((deepest, Novelty.Known)).Of(technique.Id));
        // what is fresher by its own log stays as it is
        Assert.Equal(Novelty.Known, Knows((technique.Id, Novelty.Refresh), (below, Novelty.Known)).Of(below));
    }

    [Theory]
    [InlineData("jab 5/side", TeachingKind.Known)]
    [InlineData("cross 5/side", TeachingKind.Refresh)]
    [InlineData("jab, uppercut 5/side", TeachingKind.New)]
    [InlineData("push-up x10", TeachingKind.Known)]
    public void Talk_follows_the_newest_piece_and_the_planner_s_word_comes_before_it(string text, TeachingKind needed)
    {
        var group = Knows(("jab", Novelty.Known), ("cross", Novelty.Refresh));
        var line = Given.Line(text);
        Assert.Equal(needed, TeachingClock.Needed(line, new RunningKnowledge(group)));
        Assert.Equal(
            TeachingClock.Seconds(line with { Teach = new Teaching(needed) }, new RunningKnowledge(group)),
            TeachingClock.Seconds(line, new RunningKnowledge(group))
        );
        Assert.Equal(
            0,
            TeachingClock.Seconds(line with { Teach = new Teaching(TeachingKind.None) }, new RunningKnowledge(group))
        );
        Assert.Equal(
            95,
            TeachingClock.Seconds(
                line with
                {
                    Teach = new Teaching(TeachingKind.Seconds, 95),
                },
                new RunningKnowledge(group)
            )
        );
        Assert.Equal(TeachingKind.Known, TeachingClock.Needed(line, null));
    }

    [Theory]
    [InlineData("jab 5/side teach new", 2)]
    [InlineData("jab 5/side walk teach new", 1)]
    [InlineData("jab 5/side", 2)]
    [InlineData("jab 5/side [spots]", 2)]
    [InlineData("front kick floor x2", 3)]
    [InlineData("jab 5/side [mitts]", 4)]
    [InlineData("jab pairs 5/side [mitts]", 4)]
    [InlineData("jab pairs 5/side", 5)]
    [InlineData("jab threes 5/side", 5)]
    [InlineData("sparring 2:00", 6)]
    [InlineData("jab 5/side stage 6", 6)]
    public void A_line_has_a_stage_by_its_form_and_kit_unless_it_says_so(string text, int stage) =>
        Assert.Equal(stage, Stages.Of(Given.Line(text)));

    [Fact]
    public void A_fit_on_the_mat_changes_only_what_is_left_and_marks_what_is_left_out()
    {
        var clock = Given.Clock("jab 5/side\ncross 5/side\nplank 30s\nstretch 1:00", Given.Adults());
        List<Guid> ids = [.. clock.Lines.Select(_ => Guid.NewGuid())];
        var program = MatProgram.Of(clock, ["", "", "", ""], ids);
        var shorter = program.Steps[3] with { Seconds = 40, Fitted = "stretch 30s" };
        var fitted = program.With(ids[1], new Dictionary<Guid, MatStep> { [ids[3]] = shorter, [ids[0]] = shorter });
        Assert.Equal(program.Steps.Take(2), fitted.Steps.Take(2));
        Assert.True(fitted.Steps[2].IsDropped);
        Assert.Equal(shorter, fitted.Steps[3]);
        Assert.Equal((0, 1), (program.Fits, fitted.Fits));
        // what is left out has not been done
        var at = new DateTimeOffset(2041, 5, 7, 18, 0, 0, TimeSpan.Zero);
        var state = RunState.Of(
            fitted,
            [
                new(Guid.NewGuid(), at, RunEventKind.Start),
                new(Guid.NewGuid(), at.AddSeconds(60), RunEventKind.Go, ids[1]),
                new(Guid.NewGuid(), at.AddSeconds(61), RunEventKind.Fit, Value: 1),
                new(Guid.NewGuid(), at.AddSeconds(120), RunEventKind.Go, ids[3]),
                new(Guid.NewGuid(), at.AddSeconds(160), RunEventKind.End),
            ],
            at.AddSeconds(200)
        );
        Assert.Equal(
            [LineOutcome.Done, LineOutcome.Done, LineOutcome.NotDone, LineOutcome.Done],
            state.Lines.Select(l => l.Outcome)
        );
    }
}
