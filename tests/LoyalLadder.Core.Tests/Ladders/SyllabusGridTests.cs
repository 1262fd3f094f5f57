using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Syllabus.Presets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Ladders;

public sealed class SyllabusGridTests
{
    private static Track Of(AgeBand band, int ranks) =>
        new(
            Guid.NewGuid(),
            "Track",
            band,
            [
                .. Enumerable
                    .Range(0, ranks)
                    .Select(n => new Rank(Guid.NewGuid(), Guid.Empty, $"Rank {n}", n, "#ffffff", 0, 0, 0)),
            ]
        );

    [Theory]
    [InlineData(RequirementKind.Technique, "4", 4, 0, false, 1, "4")]
    [InlineData(RequirementKind.Technique, " 4* ", 4, 0, false, 2, "4*")]
    [InlineData(RequirementKind.SelfDefence, "on a target", 4, 0, false, 1, "4")]
    [InlineData(RequirementKind.Combination, "with a partner *", 5, 0, false, 2, "5*")]
    [InlineData(RequirementKind.Fitness, "30", 1, 30, false, 1, "30")]
    [InlineData(RequirementKind.Fitness, "45s", 1, 45, true, 1, "45 s")]
    [InlineData(RequirementKind.Fitness, "45 sec*", 1, 45, true, 2, "45 s*")]
    [InlineData(RequirementKind.Form, "x", 1, 0, false, 1, "x")]
    [InlineData(RequirementKind.Challenge, "Yes*", 1, 0, false, 2, "x*")]
    [InlineData(RequirementKind.Terms, "*", 1, 0, false, 2, "x*")]
    public void A_cell_says_stage_amount_and_signatures(
        RequirementKind kind,
        string typed,
        int stage,
        int amount,
        bool isSeconds,
        int signers,
        string written
    )
    {
        var (cell, problem) = AskedCell.Read(kind, typed);
        Assert.Null(problem);
        Assert.Equal(new AskedCell(stage, amount, isSeconds, signers), cell);
        Assert.Equal(written, cell!.Value.Write(kind));
        Assert.Equal(cell, AskedCell.Read(kind, written).Cell);
    }

    [Theory]
    [InlineData(RequirementKind.Technique, "7")]
    [InlineData(RequirementKind.Technique, "x")]
    [InlineData(RequirementKind.Fitness, "x")]
    [InlineData(RequirementKind.Fitness, "0")]
    [InlineData(RequirementKind.Fitness, "99999")]
    [InlineData(RequirementKind.Form, "maybe")]
    public void What_makes_no_sense_says_what_does(RequirementKind kind, string typed)
    {
        var (cell, problem) = AskedCell.Read(kind, typed);
        Assert.Null(cell);
        Assert.NotNull(problem);
    }

    [Theory]
    [InlineData("")]
    [InlineData(" - ")]
    [InlineData("–")]
    public void Nothing_is_nothing_asked(string typed) =>
        Assert.Equal((null, null), AskedCell.Read(RequirementKind.Technique, typed));

    [Fact]
    public void A_table_goes_out_and_comes_back()
    {
        var track = Of(AgeBand.Teens, 3);
        var rank = track.Ranks[1];
        rank = rank with
        {
            Requirements =
            [
                new Requirement
                {
                    Id = Guid.NewGuid(),
                    RankId = rank.Id,
                    Kind = RequirementKind.Technique,
                    Learnable = "front-kick",
                    Stage = 4,
                    Signers = 2,
                },
            ],
        };
        track = track with { Ranks = [track.Ranks[0], rank, track.Ranks[2]] };
        var text = SyllabusGrid.Of(track, l => l).Write();
        Assert.Equal("what\tkind\tRank 0\tRank 1\tRank 2\nfront-kick\tTechnique\t\t4*\t", text);
        var (pasted, refusal) = PastedGrid.Read(text);
        Assert.Null(refusal);
        Assert.Equal(["Rank 0", "Rank 1", "Rank 2"], pasted!.Ranks);
        Assert.Equal(["", "4*", ""], Assert.Single(pasted.Rows).Cells);
    }

    [Fact]
    public void Spreadsheets_quote_cells_and_leave_lines_empty()
    {
        var (pasted, _) = PastedGrid.Read("\n\"what\"\tWhite\t\"Green, 1 stripe\"\n\n\"the \"\"gate\"\"\"\t\t3\r\n");
        Assert.Equal(["White", "Green, 1 stripe"], pasted!.Ranks);
        var row = Assert.Single(pasted.Rows);
        Assert.Equal((4, "the \"gate\"", ""), (row.Line, row.What, row.Kind));
    }

    [Theory]
    [InlineData("")]
    [InlineData("front kick 4")]
    [InlineData("what\tWhite\twhite")]
    [InlineData("what\t\tWhite")]
    public void A_table_without_ranks_is_refused_in_words(string text) => Assert.NotNull(PastedGrid.Read(text).Refusal);

    [Theory]
    [InlineData("Green", "#3d7f45", 0)]
    [InlineData("Green belt, 2 stripes", "#3d7f45", 2)]
    [InlineData("Heron", "#fffdf5", 0)]
    public void A_rank_has_the_colour_that_its_name_says(string name, string colour, int stripes) =>
        Assert.Equal((colour, stripes), BeltColours.Of(name));

    public static TheoryData<NamingSchool, AgeBand, int> Schools()
    {
        var data = new TheoryData<NamingSchool, AgeBand, int>();
        foreach (var naming in Enum.GetValues<NamingSchool>())
        foreach (var band in Enum.GetValues<AgeBand>())
        foreach (var ranks in new[] { 1, 3, 8, 9, 12 })
            data.Add(naming, band, ranks);
        return data;
    }

    [Theory]
    [MemberData(nameof(Schools))]
    public void A_usual_syllabus_keeps_to_ages_and_to_what_is_built_on_what(
        NamingSchool naming,
        AgeBand band,
        int ranks
    )
    {
        var catalogue = Given.Catalogue;
        var track = Of(band, ranks);
        var asks = UsualSyllabus.For(naming, track, catalogue);
        Assert.NotEmpty(asks);
        Assert.All(
            asks,
            a =>
            {
                var technique = catalogue.Find(a.Learnable)!;
                var manner = technique.MannerFor(band);
                Assert.True(a.Kind == RequirementKind.Fitness || manner != Manner.No, a.Learnable);
                Assert.True(manner != Manner.Air || a.Cell.Stage <= 3, a.Learnable);
                Assert.InRange(a.Rank, 0, ranks - 1);
            }
        );
        Assert.Equal(asks.Count, asks.DistinctBy(a => (a.Rank, a.Learnable)).Count());
        Assert.All(asks.GroupBy(a => a.Rank), g => Assert.InRange(g.Count(), 1, Requirement.MostOfARank));
        var asked = track with
        {
            Ranks =
            [
                .. track.Ranks.Select(
                    (r, n) => r with { Requirements = [.. asks.Where(a => a.Rank == n).Select(a => Made(r, a))] }
                ),
            ],
        };
        var holes = SyllabusGaps.OfAsking(asked, catalogue, l => l).ToList();
        Assert.DoesNotContain(
            holes,
            h => h.Kind is SyllabusGapKind.TooEarly or SyllabusGapKind.Twice or SyllabusGapKind.NoSelfDefence
        );
    }

    private static Requirement Made(Rank rank, UsualAsk asked) =>
        new()
        {
            Id = Guid.NewGuid(),
            RankId = rank.Id,
            Kind = asked.Kind,
            Learnable = asked.Learnable,
            Stage = asked.Cell.Stage,
            Amount = asked.Cell.Amount,
            IsSeconds = asked.Cell.IsSeconds,
            Signers = asked.Cell.Signers,
        };
}
