using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>How far away the partner is, and what works from there.</summary>
internal sealed class Distance(FightRange from)
{
    public FightRange Range { get; private set; } = from;

    public void After(Lead lead, FootMove move) => Range = FootMoves.RangeAfter(Range, move, lead);

    public void After(Landing landing) => Range = FootMoves.RangeAfter(Range, landing);

    public void After(PartnerEffect effect) => Range = FootMoves.RangeAfter(Range, effect);

    /// <summary>A free knee ends close by.</summary>
    public void KneeLanded()
    {
        if (Range > FightRange.Close)
            Range = FightRange.Close;
    }

    /// <summary>The partner comes to where a move works.</summary>
    public void Meets(Ranges works)
    {
        while (!works.Has(Range) && Range > FightRange.Clinch)
            Range--;
    }

    /// <summary>What holds on to somebody stands near them.</summary>
    public void Grabbed(AttackLine line)
    {
        if (line == AttackLine.Clinch)
            Range = FightRange.Clinch;
        else if (line == AttackLine.Grab && Range > FightRange.Close)
            Range = FightRange.Close;
    }

    /// <summary>A step that is joined to a strike carries it in only as far as it needs.</summary>
    public void ComesInWith(Lead lead, FootMove step, Ranges works)
    {
        if (works == Ranges.Anywhere || !works.Has(Range))
            After(lead, step);
    }

    /// <summary>The ranges from which a move works: an unloaded lead leg does not reach to long range with round and hook kicks.</summary>
    public static Ranges WorksAt(Technique technique, Side side, bool isLoaded) =>
        technique is { Family: TechniqueFamily.Kick, IsLoaded: false, Line: AttackLine.Round }
        && side == Side.Lead
        && !isLoaded
            ? technique.Ranges & ~Ranges.Long
            : technique.Ranges;

    /// <summary>How many ranges too far, counting up, or too near, counting down; 0 where it works.</summary>
    public int RangeOffset(Ranges works)
    {
        if (works.Has(Range))
            return 0;
        for (var off = 1; off <= (int)FightRange.Long; off++)
        {
            if (Range - off >= FightRange.Clinch && works.Has(Range - off))
                return off;
            if (Range + off <= FightRange.Long && works.Has(Range + off))
                return -off;
        }
        return 0;
    }
}
