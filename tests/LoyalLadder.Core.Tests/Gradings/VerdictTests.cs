using LoyalLadder.Core.Gradings;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Core.Tests.Gradings;

public sealed class VerdictTests
{
    [Theory]
    [InlineData(1, "", Verdict.Open)]
    [InlineData(1, "-", Verdict.Open)]
    [InlineData(1, "y", Verdict.Met)]
    [InlineData(2, "y", Verdict.OneMore)]
    [InlineData(2, "yy", Verdict.Met)]
    [InlineData(2, "y-", Verdict.OneMore)]
    [InlineData(1, "n", Verdict.NotYet)]
    [InlineData(2, "nn", Verdict.NotYet)]
    [InlineData(1, "yn", Verdict.Differ)]
    [InlineData(2, "yyn", Verdict.Differ)]
    public void Marks_come_to_a_verdict(int signers, string marks, Verdict verdict) =>
        Assert.Equal(verdict, Verdicts.Of(signers, marks.Select(Seen)));

    private static MarkSeen Seen(char mark) =>
        mark switch
        {
            'y' => MarkSeen.Met,
            'n' => MarkSeen.NotYet,
            _ => MarkSeen.None,
        };

    [Theory]
    [InlineData(new[] { Verdict.Met, Verdict.Met }, MarkSeen.Met)]
    [InlineData(new[] { Verdict.Met, Verdict.NotYet }, MarkSeen.NotYet)]
    [InlineData(new[] { Verdict.Met, Verdict.Open }, MarkSeen.None)]
    [InlineData(new[] { Verdict.NotYet, Verdict.Differ }, MarkSeen.None)]
    [InlineData(new[] { Verdict.Met, Verdict.OneMore }, MarkSeen.None)]
    [InlineData(new Verdict[0], MarkSeen.None)]
    public void A_result_is_proposed_once_nothing_is_open(Verdict[] verdicts, MarkSeen proposed) =>
        Assert.Equal(proposed, Verdicts.Proposed(verdicts));

    [Fact]
    public void What_most_examiners_saw_comes_first_of_what_to_work_on() =>
        Assert.Equal(
            ["hand drops", "heel stays down"],
            Verdicts
                .ToWorkOn([
                    new(Guid.NewGuid(), Guid.NewGuid(), MarkSeen.NotYet, "heel stays down; hand drops"),
                    new(Guid.NewGuid(), Guid.NewGuid(), MarkSeen.NotYet, "Hand drops"),
                ])
                .Select(w => w.ToLowerInvariant())
        );

    [Theory]
    [InlineData(1, 0, false, SigningState.Open)]
    [InlineData(1, 1, true, SigningState.Mine)]
    [InlineData(1, 1, false, SigningState.Others)]
    [InlineData(2, 1, true, SigningState.MineWantsSecond)]
    [InlineData(2, 1, false, SigningState.WantsSecond)]
    [InlineData(2, 2, true, SigningState.Mine)]
    public void A_press_does_what_the_signatures_leave_open(int asked, int signers, bool mine, SigningState state)
    {
        var me = Guid.NewGuid();
        List<Guid> signed = [.. Enumerable.Range(0, signers).Select(n => mine && n == 0 ? me : Guid.NewGuid())];
        Assert.Equal(state, SignState.Of(asked, signed, me));
    }

    [Fact]
    public void Somebody_has_climbed_to_the_rank_that_is_held()
    {
        var ranks = Enumerable
            .Range(0, 4)
            .Select(n => new Rank(Guid.NewGuid(), Guid.Empty, $"Rank {n}", n, "#ffffff", 0, 0, 0))
            .ToList();
        var track = new Track(Guid.NewGuid(), "Kids", LoyalLadder.Core.Techniques.AgeBand.Kids, [.. ranks]);
        var (first, second) = (new DateOnly(2030, 3, 2), new DateOnly(2031, 4, 5));
        var climb = RankHistory.Of(track, ranks[2].Id, second, [(ranks[1].Id, first)]);
        Assert.Equal(2, climb.Held);
        Assert.Equal([null, first, second], climb.Steps.Select(s => s.On));
        Assert.Equal(-1, RankHistory.Of(track, null, null, []).Held);
        Assert.Empty(RankHistory.Of(null, null, null, []).Ranks);
    }

    [Fact]
    public void What_only_has_to_be_shown_is_practised_first()
    {
        Requirement Asked(string what) =>
            new()
            {
                Id = Guid.NewGuid(),
                RankId = Guid.Empty,
                Kind = RequirementKind.Technique,
                Learnable = what,
            };
        var next = PracticeNext.Of(
            [
                (Asked("far"), new RequirementProgress(Guid.Empty, 4, 0, 1, 0)),
                (Asked("met"), new RequirementProgress(Guid.Empty, 4, 4, 1, 1)),
                (Asked("near"), new RequirementProgress(Guid.Empty, 4, 3, 1, 0)),
                (Asked("show"), new RequirementProgress(Guid.Empty, 4, 4, 1, 0)),
            ],
            2
        );
        Assert.Equal(["show", "near"], next.Select(n => n.Asked.Learnable));
        Assert.Equal("goes moving; next on a target", next[1].Advice);
    }

    [Fact]
    public void Kinds_of_work_stand_beside_their_aims()
    {
        var aims = WorkShares.ReadAims("Alone 30, Partner 50, Nonsense 4, Turns x");
        Assert.Equal("Alone 30, Partner 50", WorkShares.WriteAims(aims));
        var shares = WorkShares.Of(
            new Dictionary<PaceKind, int> { [PaceKind.Alone] = 30, [PaceKind.Floor] = 90 },
            aims
        );
        Assert.Equal(1, shares.Sum(s => s.Share), 6);
        Assert.Equal((0.25, 0.3), (shares[0].Share, shares[0].Aim!.Value));
        Assert.NotNull(
            WorkShares.Problem(new Dictionary<PaceKind, int> { [PaceKind.Alone] = 60, [PaceKind.Turns] = 50 })
        );
        Assert.Null(WorkShares.Problem(aims));
    }

    [Fact]
    public void A_trend_has_no_figure_where_there_was_no_lesson() =>
        Assert.Equal([null, 8.0, null, 8.0], Attending.Trend([null, 6, null, 10]));

    /// <summary>
    /// Of a thing that as many as 'signers' have to have seen: how many signed it off before, what examiners marked, and whether it
    /// is still unseen. A mark or a signature of another thing counts for nothing.
    /// </summary>
    [Theory]
    [InlineData(1, 0, "", true)]
    [InlineData(1, 0, "y", false)]
    [InlineData(1, 0, "n", true)]
    [InlineData(1, 1, "", false)]
    [InlineData(2, 1, "", true)]
    [InlineData(2, 2, "", false)]
    [InlineData(2, 0, "y", true)]
    [InlineData(2, 0, "yy", false)]
    [InlineData(2, 1, "yy", false)]
    public void What_nobody_has_seen_is_neither_signed_nor_met(int signers, int signed, string marks, bool isUnseen)
    {
        var (thing, other) = (Asked(signers), Asked(1));
        ExaminerMark[] seen =
        [
            .. marks.Select(m => new ExaminerMark(thing.Id, Guid.NewGuid(), Seen(m), "")),
            new(other.Id, Guid.NewGuid(), MarkSeen.Met, ""),
        ];
        Guid[] signatures = [.. Enumerable.Repeat(thing.Id, signed), other.Id, other.Id];
        Assert.Equal(isUnseen ? [thing] : [], Verdicts.Unseen([thing, other], seen, signatures));
    }

    private static Requirement Asked(int signers) =>
        new()
        {
            Id = Guid.NewGuid(),
            RankId = Guid.NewGuid(),
            Kind = RequirementKind.Technique,
            Learnable = "jab",
            Signers = signers,
        };

    [Theory]
    [InlineData(MarkSeen.Met, 0, false)]
    [InlineData(MarkSeen.NotYet, 140, false)]
    [InlineData(MarkSeen.NotYet, 141, true)]
    [InlineData((MarkSeen)7, 0, true)]
    public void A_mark_that_a_device_sends_is_one_of_three_with_a_short_remark(MarkSeen seen, int letters, bool isWrong)
    {
        var mark = new PressedMark(Guid.NewGuid(), Guid.NewGuid(), seen, new string('x', letters), default);
        Assert.Equal(isWrong, mark.Problem is not null);
        if (letters > 0 && isWrong)
            Assert.Contains("140", mark.Problem, StringComparison.Ordinal);
    }
}
