namespace LoyalLadder.Core.Techniques;

/// <summary>What follows from an age band alone.</summary>
public static class AgeBands
{
    /// <summary>As people read it; <see cref="Word"/> is how files and addresses name it.</summary>
    public static string Said(AgeBand band) => Say(Word(band));

    public static string Word(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => MarkForTranslation("kids"),
            AgeBand.Teens => MarkForTranslation("teens"),
            _ => MarkForTranslation("adults"),
        };

    /// <summary>Reads 'kids', 'teens' or 'adults'; null for anything else.</summary>
    public static AgeBand? Read(string? word) =>
        word switch
        {
            "kids" => AgeBand.Kids,
            "teens" => AgeBand.Teens,
            "adults" => AgeBand.Adults,
            _ => null,
        };

    /// <summary>Metres from heel to crown of a typical person of the band.</summary>
    public static decimal StatureMetres(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => 1.25m,
            AgeBand.Teens => 1.60m,
            _ => 1.72m,
        };
}
