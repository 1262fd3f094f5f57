namespace LoyalLadder.Data.People;

/// <summary>
/// Something that whoever teaches somebody has to know for a while: a sore knee, no sparring. It ends by itself, instructors
/// alone see it, and what is medical beyond that belongs elsewhere.
/// </summary>
public sealed class CareNote : SchoolRow
{
    public const int Longest = 300,
        MostDays = 180;

    public Guid StudentId { get; set; }
    public Classes.Student? Student { get; set; }
    public required string Words { get; set; }

    /// <summary>The last day on which it is shown.</summary>
    public DateOnly Until { get; set; }
}
