using System.Collections.Immutable;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>What a body has to do in a beat, and where.</summary>
internal static class Deeds
{
    /// <summary>Share of the stature from the middle of a partner to where a strike meets the body.</summary>
    public const double Front = 0.07;

    /// <summary>Share of the stature to whoever stands behind.</summary>
    private const double Behind = 0.35;

    /// <summary>Share of the stature that no limb reaches.</summary>
    private const double Far = 1.1;

    /// <summary>All that a figure shows of a beat: first what moves the whole body, then what a hand does besides.</summary>
    public static ImmutableArray<Deed> Of(
        TraceStep step,
        Footing before,
        (Place Before, Place After) partner,
        Body body
    )
    {
        var deeds = ImmutableArray.CreateBuilder<Deed>();
        foreach (var traced in step.Elements)
            if (traced.Element.Technique is { } technique && FigureFile.Of(technique) is { } template)
                deeds.Add(Of(traced, technique, template, step, before, partner, body));
        deeds.Sort((a, b) => Weight(a).CompareTo(Weight(b)));
        return deeds.ToImmutable();
    }

    private static int Weight(Deed deed) =>
        deed.IsLeg ? 0
        : deed.Target is not null ? 1
        : 2;

    private static Deed Of(
        TracedElement traced,
        Technique technique,
        FigureTemplate template,
        TraceStep step,
        Footing before,
        (Place Before, Place After) partner,
        Body body
    )
    {
        var deed = new Deed(
            technique,
            template,
            IsLeft(traced.BodySide, before),
            traced.BodySide == Side.Both,
            before,
            null
        );
        // a foot leaves from where it stood or slid to; a hand strikes over the feet that it lands with
        deed = deed with
        {
            At = deed.IsLeg || template.Keys[0].Whole is not null ? CameIn(traced, technique, before) : step.Footing,
        };
        if (!technique.IsStrike || !template.Keys.Any(k => k.Aim))
            return deed;
        // ranges are those of grown people: children stand nearer to each other
        // a kick goes at whoever stood there before it, a hand at whoever stands there now
        var centre = Stances.OnFloor(deed.IsLeg ? deed.At.Centre : step.Footing.Centre);
        var way = Stances.OnFloor(deed.IsLeg ? partner.Before : partner.After) - centre;
        var middle = centre + (way * (body.Stature / Body.Of(AgeBand.Adults).Stature));
        return deed with { Target = TargetOf(deed, middle, way.Unit, traced.Element.AimedAt, body) };
    }

    private static Footing CameIn(TracedElement traced, Technique technique, Footing before)
    {
        if (traced.Element.Step is { } step && FootMoves.ComesIn(step.Foot))
            before = FootMoves.After(before, step.Foot, step.TurnDegrees).Footing;
        return technique.Foot == FootMove.None ? before : FootMoves.After(before, technique.Foot).Footing;
    }

    /// <summary>A technique on its own, at nobody, at the distance where it reaches.</summary>
    public static Deed Alone(Technique technique, FigureTemplate template, Footing start, Body body)
    {
        var side = TraceRun.Sided(technique.DefaultSide, start.Lead).Body;
        if (technique.Shape is { } shape)
            start = start.In(shape, Enum.GetValues<AgeBand>().First(b => Body.Of(b) == body));
        var deed = new Deed(technique, template, IsLeft(side, start), side == Side.Both, start, null);
        if (!technique.IsStrike || !template.Keys.Any(k => k.Aim))
            return deed;
        var towards = Point3.Level(0);
        var reach = Far * body.Stature;
        Level? level = technique.Levels.IsEmpty ? null : technique.Levels[0];
        return deed with { Target = TargetOf(deed, towards * reach, towards, level, body) };
    }

    private static bool IsLeft(Side side, Footing at) =>
        side switch
        {
            Side.Left or Side.Both => true,
            Side.Right => false,
            // what has no side is done as the lead has it, so that both leads are mirror images
            _ => at.Lead == Lead.Left,
        };

    private static Point3 TargetOf(Deed deed, Point3 partner, Point3 way, Level? level, Body body)
    {
        var up = Point3.Up * (deed.Template.Height * body.Stature ?? body.HeightOf(level ?? Level.Body));
        if (deed.Technique.StrikesToTheRear)
            return Stances.OnFloor(deed.At.Centre) - (way * (Behind * body.Stature)) + up;
        return partner - (way * (Front * body.Stature)) + up;
    }

    /// <summary>Degrees, clockwise counting up, that the footwork of a beat turns the body.</summary>
    public static int SpinOf(TraceStep step, Footing before)
    {
        var spin = 0;
        foreach (var traced in step.Elements)
        {
            if (traced.Element.Technique is { Family: TechniqueFamily.Footwork } own)
                spin += FootMoves.After(before, own.Foot, own.TurnDegrees).Spin;
            if (traced.Element.Step is { } joined)
                spin += FootMoves.After(before, joined.Foot, joined.TurnDegrees).Spin;
        }
        return spin;
    }
}
