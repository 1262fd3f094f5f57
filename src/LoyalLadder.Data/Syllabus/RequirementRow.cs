using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Classes;

namespace LoyalLadder.Data.Syllabus;

/// <summary>Something that a rank asks for, up to a stage, signed off by one or two instructors.</summary>
public sealed class RequirementRow : SchoolRow, IArchivable
{
    public DateTimeOffset? ArchivedAt { get; set; }
    public Guid RankId { get; set; }
    public RankRow? Rank { get; set; }
    public int Position { get; set; }
    public RequirementKind Kind { get; set; }

    /// <summary>What is asked for, see <see cref="Core.Syllabus.Learnable"/>.</summary>
    public required string Learnable { get; set; }

    /// <summary>Words of a form, a fitness mark or a challenge; empty where the learnable's own name says it.</summary>
    public string Words { get; set; } = "";

    /// <summary>1 parts, 2 whole in the air, 3 moving, 4 on a target, 5 with a partner, 6 under pressure.</summary>
    public int Stage { get; set; } = 4;

    /// <summary>Repetitions or seconds of a fitness mark; 0 for everything else.</summary>
    public int Amount { get; set; }

    /// <summary>True where the amount is seconds.</summary>
    public bool IsSeconds { get; set; }

    /// <summary>How many different instructors have to sign it off, 1 or 2.</summary>
    public int Signers { get; set; } = 1;

    /// <summary>As the core knows it.</summary>
    public Core.Syllabus.Requirement Plain() =>
        new()
        {
            Id = Id,
            RankId = RankId,
            Position = Position,
            Kind = Kind,
            Learnable = Learnable,
            Words = Words,
            Stage = Stage,
            Amount = Amount,
            IsSeconds = IsSeconds,
            Signers = Signers,
        };
}

/// <summary>What a rank asked for before and after somebody changed it, in words.</summary>
public sealed class RequirementChange : SchoolRow
{
    public Guid RankId { get; set; }
    public required string Words { get; set; }
}
