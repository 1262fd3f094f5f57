using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>The foot that stands in front.</summary>
public enum Lead
{
    Left,
    Right,
}

public static class Leads
{
    public static Lead Other(this Lead lead) => lead == Lead.Left ? Lead.Right : Lead.Left;

    /// <summary>As people read it; <see cref="Word"/> is how files and addresses name it.</summary>
    public static string Said(Lead lead) => Say(Word(lead));

    public static string Word(Lead lead) =>
        lead == Lead.Left ? MarkForTranslation("left") : MarkForTranslation("right");

    /// <summary>Reads 'left' or 'right'; null for anything else.</summary>
    public static Lead? Read(string? word) =>
        word switch
        {
            "left" => Lead.Left,
            "right" => Lead.Right,
            _ => null,
        };
}

/// <summary>A place on the floor in metres: x to the right of where the performer began, y toward 12 o'clock.</summary>
public readonly record struct Place(double X, double Y);

/// <summary>A stance in metres.</summary>
/// <param name="Length">Between the feet along the line to the partner.</param>
/// <param name="Width">Between the feet across it.</param>
/// <param name="Turn">Degrees by which feet and chest turn toward the rear side.</param>
public readonly record struct Stance(double Length, double Width, int Turn)
{
    public static Stance Of(StanceShape shape, AgeBand band)
    {
        var stature = (double)AgeBands.StatureMetres(band);
        return new Stance((double)shape.Length * stature, (double)shape.Width * stature, shape.Turn);
    }

    /// <summary>The fighting stance that every trace begins in: 0.40 of the stature long, 0.17 wide.</summary>
    public static StanceShape Fighting { get; } = new(0.40m, 0.17m, 0);
}

/// <summary>
/// How somebody stands. The lead foot is half a stance length toward the partner, the rear foot half a length away, each half
/// a width to its own side.
/// </summary>
/// <param name="Centre">Between the feet.</param>
/// <param name="Facing">Degrees clockwise from 12 o'clock, 0 to 345 in steps of 15: where the chest looks.</param>
/// <param name="Lead">The foot nearer to the partner.</param>
/// <param name="Stance">The stance.</param>
/// <param name="Stride">Metres of one stance length of travel.</param>
/// <param name="IsAway">The back is turned to the partner, as after an unwinding turn.</param>
/// <param name="Crossed">The foot that stands crossed in front of the other; null when none does.</param>
public readonly record struct Footing(
    Place Centre,
    int Facing,
    Lead Lead,
    Stance Stance,
    double Stride,
    bool IsAway = false,
    Lead? Crossed = null
)
{
    public static Footing Start(Lead lead, AgeBand band)
    {
        var stance = Stance.Of(Stance.Fighting, band);
        return new Footing(default, 0, lead, stance, stance.Length);
    }

    /// <summary>Degrees toward the partner.</summary>
    public int Axis => IsAway ? Around(Facing + 180) : Facing;

    public Place LeftFoot => Foot(Lead.Left);

    public Place RightFoot => Foot(Lead.Right);

    private Place Foot(Lead foot)
    {
        var along = (foot == Lead ? 0.5 : -0.5) * Stance.Length;
        var own = foot == Lead.Left ? -1 : 1;
        var across = own * Stance.Width / 2 * (Crossed == foot ? -1.6 : 1);
        var forward = Direction(Axis);
        var right = Direction(Around(Facing + 90));
        return new Place(
            Centre.X + (along * forward.X) + (across * right.X),
            Centre.Y + (along * forward.Y) + (across * right.Y)
        );
    }

    /// <summary>Travel in metres: along the line to the partner, and to the right of it as the chest looks.</summary>
    public Footing Moved(double along, double right = 0)
    {
        var (f, r) = (Direction(Axis), Direction(Around(Facing + 90)));
        return this with
        {
            Centre = new Place(Centre.X + (along * f.X) + (right * r.X), Centre.Y + (along * f.Y) + (right * r.Y)),
        };
    }

    public Footing Turned(int clockwise) => this with { Facing = Around(Facing + clockwise) };

    public Footing Switched() => this with { Lead = Lead.Other() };

    public Footing In(StanceShape shape, AgeBand band)
    {
        var stance = Stance.Of(shape, band);
        return this with { Stance = stance, Stride = Math.Max(Stance.Of(Stance.Fighting, band).Length, stance.Length) };
    }

    /// <summary>The way in which a body turns backwards from this lead: over the rear shoulder. 1 is clockwise.</summary>
    public int TurnSign => Lead == Lead.Left ? 1 : -1;

    /// <summary>Degrees brought to 0 to 359.</summary>
    public static int Around(int degrees) => ((degrees % 360) + 360) % 360;

    // facings come in steps of 15 degrees, so that a turn and its return meet to the bit
    private static readonly Place[] Directions =
    [
        .. Enumerable
            .Range(0, 24)
            .Select(i => new Place(Exactly(Math.Sin(i * Math.PI / 12)), Exactly(Math.Cos(i * Math.PI / 12)))),
    ];

    private static double Exactly(double value) =>
        Math.Abs(value) < 1e-12 ? 0
        : Math.Abs(Math.Abs(value) - 1) < 1e-12 ? Math.Sign(value)
        : value;

    private static Place Direction(int degrees) => Directions[degrees / 15];
}
