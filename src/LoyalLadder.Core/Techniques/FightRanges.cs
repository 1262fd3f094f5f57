namespace LoyalLadder.Core.Techniques;

/// <summary>Ranges as sets, and the words for them.</summary>
public static class FightRanges
{
    public static Ranges AsSet(this FightRange range) => (Ranges)(1 << (int)range);

    public static bool Has(this Ranges set, FightRange range) => (set & range.AsSet()) != 0;

    /// <summary>One range nearer, down to close: a clinch has to be taken.</summary>
    public static FightRange Nearer(this FightRange range) => range > FightRange.Close ? range - 1 : range;

    /// <summary>One range farther, up to long; a clinch has to be left first.</summary>
    public static FightRange Farther(this FightRange range) =>
        range is FightRange.Clinch or FightRange.Long ? range : range + 1;

    /// <summary>As people read it; <see cref="Word"/> is how files and addresses name it.</summary>
    public static string Said(FightRange range) => Say(Word(range));

    public static string Word(FightRange range) =>
        range switch
        {
            FightRange.Clinch => MarkForTranslation("clinch"),
            FightRange.Close => MarkForTranslation("close"),
            FightRange.Middle => MarkForTranslation("middle"),
            _ => MarkForTranslation("long"),
        };

    /// <summary>The range that a word names; null for every other word.</summary>
    public static FightRange? Read(string? word) =>
        word switch
        {
            "long" => FightRange.Long,
            "middle" => FightRange.Middle,
            "close" => FightRange.Close,
            "clinch" => FightRange.Clinch,
            _ => null,
        };
}
