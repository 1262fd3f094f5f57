using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>A combination seen from above.</summary>
public class FloorPlanTests
{
    private static double Apart(Place a, Place b) =>
        Math.Sqrt(((a.X - b.X) * (a.X - b.X)) + ((a.Y - b.Y) * (a.Y - b.Y)));

    private static FloorPlan Plan(string notation, FightRange? from = null, Lead lead = Lead.Left) =>
        FloorPlan.Of(
            from is { } range
                ? Given.Tracer.Trace(Given.Combination(notation), lead, AgeBand.Adults, range)
                : Given.Trace(notation, lead)
        );

    [Theory]
    [InlineData("knee", FightRange.Clinch, 0.55)]
    [InlineData("hook", FightRange.Close, 0.75)]
    [InlineData("jab", FightRange.Middle, 1.0)]
    [InlineData("front kick", FightRange.Long, 1.25)]
    public void The_partner_stands_where_the_range_says(string notation, FightRange range, double metres)
    {
        var beat = Plan(notation, range).Beats[0];
        Assert.Equal(range, beat.Step.Range);
        Assert.Equal(metres, Apart(beat.Body, beat.Partner), 9);
    }

    [Theory]
    [InlineData(0.5, 0.25)]
    [InlineData(3, 0.25)]
    [InlineData(3.01, 0.5)]
    [InlineData(6, 0.5)]
    [InlineData(6.01, 1)]
    public void The_grid_is_coarser_on_a_larger_floor(double side, double grid) =>
        Assert.Equal(grid, new FloorPlan([], default, side).Grid);

    /// <summary>Everything lies in the square, with 28 cm of air around it; a short combination has a square of 1.9 m.</summary>
    [Theory]
    [InlineData("jab")]
    [InlineData("jab, cross")]
    [InlineData("step through, step through, jab")]
    [InlineData("jump right, jump right, jump right, cross")]
    [InlineData("jump left, jump left, jump left, cross")]
    public void The_square_holds_everything_with_air_around_it(string notation)
    {
        var plan = Plan(notation);
        var places = plan.Beats.SelectMany(b => b.Feet.Select(f => f.At).Append(b.Partner)).ToList();
        var start = Given.Trace(notation).Start;
        places.AddRange([start.LeftFoot, start.RightFoot, new Place(start.Centre.X, start.Centre.Y + 1.0)]);
        var (width, height) = (
            places.Max(p => p.X) - places.Min(p => p.X),
            places.Max(p => p.Y) - places.Min(p => p.Y)
        );
        Assert.Equal(Math.Max(1.9, Math.Max(width, height) + 0.56), plan.Side, 2);
        Assert.Equal((places.Max(p => p.X) + places.Min(p => p.X)) / 2, plan.Middle.X, 2);
        Assert.Equal((places.Max(p => p.Y) + places.Min(p => p.Y)) / 2, plan.Middle.Y, 2);
    }

    [Fact]
    public void A_foot_that_moves_shows_where_it_was_and_one_that_stays_does_not()
    {
        var start = Given.Trace("jab").Start;
        foreach (var foot in Plan("jab").Beats[0].Feet)
            Assert.Equal((null, null, null, false), (foot.Was, foot.Way, foot.Strike, foot.Works));
        foreach (var foot in Plan("step through, jab").Beats[0].Feet)
        {
            var was = foot.IsLeft ? start.LeftFoot : start.RightFoot;
            // the rear foot steps past the other, which turns
            Assert.Equal(was, foot.Was);
            Assert.Equal(!foot.IsLeft, foot.Way is not null);
        }
    }

    /// <summary>A stepping foot goes round the one that stands, on its own side.</summary>
    [Theory]
    [InlineData(Lead.Left)]
    [InlineData(Lead.Right)]
    public void A_stepping_foot_goes_round_on_its_own_side(Lead lead)
    {
        var foot = Plan("step through, jab", lead: lead).Beats[0].Feet.Single(f => f.Way is not null);
        var way = foot.Way!.Value;
        var middle = (way.From.X + way.To.X) / 2;
        Assert.Equal(lead == Lead.Right, foot.IsLeft);
        Assert.Equal(foot.IsLeft ? -0.16 : 0.16, way.Bend.X - middle, 9);
    }

    /// <summary>A sidestep moves both feet sideways alone: how far does not rest on one axis.</summary>
    [Fact]
    public void A_step_to_the_side_is_a_way_for_both_feet() =>
        Assert.All(Plan("jump left, cross").Beats[0].Feet, f => Assert.NotNull(f.Way));

    [Theory]
    [InlineData("rear round kick", Lead.Left, false)]
    [InlineData("lead round kick", Lead.Left, true)]
    [InlineData("rear round kick", Lead.Right, true)]
    public void A_kick_that_comes_back_shows_its_way_to_the_partner(string notation, Lead lead, bool isLeft)
    {
        var beat = Plan(notation, lead: lead).Beats[0];
        var (works, stands) = (beat.Feet.Single(f => f.Works), beat.Feet.Single(f => !f.Works));
        Assert.Equal(isLeft, works.IsLeft);
        Assert.Null(stands.Strike);
        var strike = works.Strike!.Value;
        Assert.Equal(works.At, strike.From);
        // four fifths of the way, bent to the foot's own side
        Assert.Equal(0.2 * Apart(works.At, beat.Partner), Apart(strike.To, beat.Partner), 9);
        var middle = new Place((strike.From.X + strike.To.X) / 2, (strike.From.Y + strike.To.Y) / 2);
        Assert.Equal(0.3, Apart(middle, strike.Bend), 9);
        Assert.Equal(isLeft, strike.Bend.X < middle.X);
    }

    [Theory]
    [InlineData("jab", Lead.Left, -0.17, false)]
    [InlineData("cross", Lead.Left, 0.17, true)]
    [InlineData("jab", Lead.Right, 0.17, false)]
    public void A_hand_goes_from_its_own_shoulder(string notation, Lead lead, double x, bool isStrong)
    {
        var beat = Plan(notation, lead: lead).Beats[0];
        var hand = Assert.Single(beat.Hands);
        Assert.Equal(x, hand.From.X, 9);
        Assert.Equal(isStrong, hand.IsStrong);
        Assert.Equal(0.22 * Apart(hand.From, beat.Partner), Apart(hand.To, beat.Partner), 9);
    }

    /// <summary>The toes of the front foot turn in by ten degrees, those of the rear foot out by fifty.</summary>
    [Theory]
    [InlineData(Lead.Left, 10, 50)]
    [InlineData(Lead.Right, -50, -10)]
    public void Toes_stand_as_in_a_fighting_stance(Lead lead, int left, int right) =>
        Assert.Equal([left, right], Plan("jab", lead: lead).Beats[0].Feet.Select(f => f.Toes));
}
