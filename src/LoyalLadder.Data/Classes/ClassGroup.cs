using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;

namespace LoyalLadder.Data.Classes;

/// <summary>A class: the same people, as often a week as it meets.</summary>
public sealed class ClassGroup : SchoolRow, IArchivable
{
    public DateTimeOffset? ArchivedAt { get; set; }
    public required string Name { get; set; }
    public AgeBand Band { get; set; }

    /// <summary>Age of the youngest, in years; null where the band says enough.</summary>
    public int? YoungestAge { get; set; }
    public Guid? LowestRankId { get; set; }
    public RankRow? LowestRank { get; set; }
    public Guid? HighestRankId { get; set; }
    public RankRow? HighestRank { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public List<MeetingRow> Meetings { get; set; } = [];

    /// <summary>Minutes, hall and teacher as they usually are; a meeting may have its own.</summary>
    public int Minutes { get; set; } = 60;
    public Guid? TeacherId { get; set; }
    public AppUser? Teacher { get; set; }

    /// <summary>What its drafted lessons are made of, a part each, 'Warm-up 18'; empty for what its sheets have.</summary>
    public List<string> DraftParts { get; set; } = [];
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
public sealed class Student : SchoolRow, IArchivable
{
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>The classes that somebody who was put away is enrolled in again when brought back.</summary>
    public List<Guid> LeftClassIds { get; set; } = [];

    /// <summary>When all that is personal is erased for good; until then it can be taken back.</summary>
    public DateTimeOffset? EraseAt { get; set; }

    /// <summary>Rows in whose words the name goes then too, as somebody chose them.</summary>
    public List<Guid> EraseMentions { get; set; } = [];

    public required string FirstName { get; set; }
    public string Initial { get; set; } = "";
    public Guid? RankId { get; set; }
    public RankRow? Rank { get; set; }

    /// <summary>Since when the rank is held; null where nobody knows.</summary>
    public DateOnly? RankSince { get; set; }

    /// <summary>Only the counts of lessons remain: name, rank and notes were erased on request.</summary>
    public bool IsErased { get; set; }

    public List<Enrolment> Enrolments { get; set; } = [];

    /// <summary>What stands where the name of an erased person stood.</summary>
    public const string Erased = "(erased)";

    /// <summary>The name as it is shown: who is being erased is out of sight at once.</summary>
    public string ShownName => EraseAt is null ? FullName : Erased;

    public string FullName => Initial.Length == 0 ? FirstName : $"{FirstName} {Initial}";
}

/// <summary>An ordered list of ranks for an age band.</summary>
public sealed class TrackRow : SchoolRow
{
    public required string Name { get; set; }
    public AgeBand Band { get; set; }
    public int Position { get; set; }
    public List<RankRow> Ranks { get; set; } = [];
}

/// <summary>A rung of a track.</summary>
public sealed class RankRow : SchoolRow, IArchivable
{
    public DateTimeOffset? ArchivedAt { get; set; }
    public Guid TrackId { get; set; }
    public TrackRow? Track { get; set; }
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

    /// <summary>As the core knows it, without what it asks for.</summary>
    public Core.Syllabus.Rank Plain() => new(Id, TrackId, Name, Position, Colour, Stripes, LeastDays, LeastLessons);
}
