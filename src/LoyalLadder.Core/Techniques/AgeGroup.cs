namespace LoyalLadder.Core.Techniques;

/// <summary>Ages that are judged alike; the value is the youngest of them.</summary>
public enum AgeGroup
{
    From4 = 4,
    From7 = 7,
    From10 = 10,
    From13 = 13,
    From16 = 16,
    Adults = 18,
}

/// <summary>The youngest and the oldest of those who take part, in years.</summary>
public readonly record struct AgeRange(int Youngest, int Oldest)
{
    /// <summary>The oldest age that anybody may name.</summary>
    public const int MostYears = 99;

    /// <summary>The band whose limits and lengths hold: that of the oldest.</summary>
    public AgeBand Band =>
        Oldest switch
        {
            <= 12 => AgeBand.Kids,
            <= 17 => AgeBand.Teens,
            _ => AgeBand.Adults,
        };

    /// <summary>As it is typed and read: '5-9'.</summary>
    public override string ToString() =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{Youngest}-{Oldest}");

    /// <summary>Reads two ages with a hyphen between; null for anything else.</summary>
    public static AgeRange? Read(string text) =>
        text.Split('-', StringSplitOptions.TrimEntries) is [var from, var to] ? Of(from, to) : null;

    /// <summary>Two ages in digits; null where they are none.</summary>
    public static AgeRange? Of(string from, string to) =>
        int.TryParse(
            from,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out var youngest
        )
        && int.TryParse(
            to,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out var oldest
        )
        && youngest >= AgeGroups.Youngest
        && oldest is >= AgeGroups.Youngest and <= MostYears
        && youngest <= oldest
            ? new AgeRange(youngest, oldest)
            : null;
}

/// <summary>What follows from an age group alone.</summary>
public static class AgeGroups
{
    /// <summary>The youngest age that a class or a sheet may name, in years.</summary>
    public const int Youngest = 3;

    /// <summary>What a band means where nobody says the ages: kids are 7 to 9, teens 13 to 15.</summary>
    public static AgeGroup Of(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => AgeGroup.From7,
            AgeBand.Teens => AgeGroup.From13,
            _ => AgeGroup.Adults,
        };

    /// <summary>The group of somebody of that age; who is under four is judged as four.</summary>
    public static AgeGroup OfAge(int years) =>
        Enum.GetValues<AgeGroup>().Where(g => (int)g <= years).DefaultIfEmpty(AgeGroup.From4).Max();

    /// <summary>The band whose limits and lengths hold for the group.</summary>
    public static AgeBand Band(AgeGroup group) =>
        group switch
        {
            >= AgeGroup.Adults => AgeBand.Adults,
            >= AgeGroup.From13 => AgeBand.Teens,
            _ => AgeBand.Kids,
        };

    /// <summary>'ages 4 to 6', 'adults'.</summary>
    public static string Said(AgeGroup group) =>
        group switch
        {
            AgeGroup.From4 => Say("ages 4 to 6"),
            AgeGroup.From7 => Say("ages 7 to 9"),
            AgeGroup.From10 => Say("ages 10 to 12"),
            AgeGroup.From13 => Say("ages 13 to 15"),
            AgeGroup.From16 => Say("ages 16 and 17"),
            _ => Say("adults"),
        };
}
