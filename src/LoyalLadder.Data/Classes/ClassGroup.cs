using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Classes;

/// <summary>A class: the same people at the same hour every week.</summary>
public sealed class ClassGroup : SchoolRow
{
    public required string Name { get; set; }
    public AgeBand Band { get; set; }
    public Guid? LowestRankId { get; set; }
    public Rank? LowestRank { get; set; }
    public Guid? HighestRankId { get; set; }
    public Rank? HighestRank { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public DayOfWeek Weekday { get; set; }
    public TimeOnly Start { get; set; }
    public int Minutes { get; set; } = 60;
    public Guid? TeacherId { get; set; }
    public AppUser? Teacher { get; set; }
    public List<Enrolment> Enrolments { get; set; } = [];
}

/// <summary>A student in a class.</summary>
public sealed class Enrolment : SchoolRow
{
    public Guid ClassId { get; set; }
    public ClassGroup? Class { get; set; }
    public Guid StudentId { get; set; }
    public Student? Student { get; set; }
}

/// <summary>A student: first name, initial and rank, and nothing more.</summary>
public sealed class Student : SchoolRow
{
    public required string FirstName { get; set; }
    public string Initial { get; set; } = "";
    public Guid? RankId { get; set; }
    public Rank? Rank { get; set; }

    /// <summary>Since when the rank is held; null where nobody knows.</summary>
    public DateOnly? RankSince { get; set; }

    /// <summary>Only the counts of lessons remain: name, rank and notes were erased on request.</summary>
    public bool IsErased { get; set; }

    public List<Enrolment> Enrolments { get; set; } = [];

    public string ShownName => Initial.Length == 0 ? FirstName : $"{FirstName} {Initial}";
}

/// <summary>An ordered list of ranks for an age band.</summary>
public sealed class Track : SchoolRow
{
    public required string Name { get; set; }
    public AgeBand Band { get; set; }
    public int Position { get; set; }
    public List<Rank> Ranks { get; set; } = [];
}

/// <summary>A rung of a track.</summary>
public sealed class Rank : SchoolRow
{
    public Guid TrackId { get; set; }
    public Track? Track { get; set; }
    public required string Name { get; set; }

    /// <summary>0 is the lowest.</summary>
    public int Position { get; set; }

    /// <summary>Belt colour as #rrggbb; always shown with the name.</summary>
    public string Colour { get; set; } = "#ffffff";

    /// <summary>Part steps, 0 to 4.</summary>
    public int Stripes { get; set; }

    /// <summary>Days in the rank before, before this one may be graded for.</summary>
    public int LeastDays { get; set; }

    /// <summary>Lessons since the grading before.</summary>
    public int LeastLessons { get; set; }
}
