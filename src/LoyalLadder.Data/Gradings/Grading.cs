using LoyalLadder.Core.Gradings;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Syllabus;

namespace LoyalLadder.Data.Gradings;

/// <summary>An instructor's word that somebody showed a requirement alone and without prompting.</summary>
public sealed class SignOff : SchoolRow
{
    public Guid StudentId { get; set; }
    public Guid RequirementId { get; set; }
    public RequirementRow? Requirement { get; set; }

    /// <summary>Who signs in to say so; two-person requirements need two different people.</summary>
    public Guid SignerId { get; set; }

    public DateOnly On { get; set; }
}

/// <summary>A prize or a stripe that was given.</summary>
public sealed class Award : SchoolRow
{
    public const int Longest = 120;

    public Guid StudentId { get; set; }
    public required string Words { get; set; }
    public DateOnly On { get; set; }
}

/// <summary>A day on which people show what they can, before they move up.</summary>
public sealed class Grading : SchoolRow
{
    public Guid TrackId { get; set; }
    public TrackRow? Track { get; set; }
    public DateOnly On { get; set; }

    /// <summary>When the ranks were moved; null while it is being prepared or held.</summary>
    public DateTimeOffset? ClosedAt { get; set; }

    public List<Candidate> Candidates { get; set; } = [];
}

public enum GradingResult
{
    Open,
    Passed,
    NotYet,
}

/// <summary>Somebody who is graded: from which rank to which, and with what result.</summary>
public sealed class Candidate : SchoolRow
{
    public Guid GradingId { get; set; }
    public Grading? Grading { get; set; }
    public Guid StudentId { get; set; }
    public Student? Student { get; set; }
    public Guid? FromRankId { get; set; }
    public RankRow? FromRank { get; set; }

    /// <summary>Since when the rank before was held, so that a grading can be taken back.</summary>
    public DateOnly? FromSince { get; set; }

    public Guid ToRankId { get; set; }
    public RankRow? ToRank { get; set; }
    public GradingResult Result { get; set; }
    public List<GradingMark> Marks { get; set; } = [];
}

/// <summary>What one examiner saw of one requirement.</summary>
public sealed class GradingMark : SchoolRow
{
    public Guid CandidateId { get; set; }
    public Guid RequirementId { get; set; }
    public RequirementRow? Requirement { get; set; }
    public Guid ExaminerId { get; set; }
    public MarkSeen Seen { get; set; }

    /// <summary>What to work on, '; ' between.</summary>
    public string Faults { get; set; } = "";

    /// <summary>When it was pressed: of two of one examiner the later one counts.</summary>
    public DateTimeOffset At { get; set; }

    public bool IsMet => Seen == MarkSeen.Met;

    public ExaminerMark Plain() => new(RequirementId, ExaminerId, Seen, Faults);
}
