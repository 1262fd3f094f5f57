using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;

namespace LoyalLadder.Data.Material;

public enum CombinationKind
{
    Combination,
    SelfDefence,
    Form,
}

/// <summary>A combination, a self-defence drill or a form under the school's own number: '#14', '#SD-4'.</summary>
public sealed class NumberedCombination : SchoolRow
{
    public const int LongestNotation = 2000,
        LongestWords = 2000,
        LongestTradition = 60;

    /// <summary>Letters, digits and hyphens, at most 12, without the '#', as the school writes it.</summary>
    public required string Number { get; set; }

    public CombinationKind Kind { get; set; }

    public required string Name { get; set; }

    /// <summary>In generic English, as the writer writes it; read by the one notation reader.</summary>
    public required string Notation { get; set; }

    /// <summary>A second reading where a form's move is read both as a defence and as an attack; null where there is none.</summary>
    public string? OtherReading { get; set; }

    /// <summary>Other versions, one a line: 'advanced: jab, cross, …'.</summary>
    public string Versions { get; set; } = "";

    /// <summary>For a form: where it comes from, in a word or two.</summary>
    public string Tradition { get; set; } = "";

    /// <summary>For a form: what its moves are for, one a line: '4-5: [wrist grab], low block'.</summary>
    public string Readings { get; set; } = "";

    /// <summary>For a form: seconds once through as the school walks it; null for 1.6 s a move.</summary>
    public int? FormSeconds { get; set; }

    public Guid? RankId { get; set; }
    public RankRow? Rank { get; set; }

    /// <summary>The youngest band that does it.</summary>
    public AgeBand LeastBand { get; set; }

    /// <summary>How a partner is kept safe: who stops, and when.</summary>
    public string ControlRule { get; set; } = "";

    /// <summary>Cautions beyond those of its techniques.</summary>
    public string Cautions { get; set; } = "";

    public string Notes { get; set; } = "";

    public List<CombinationChange> Changes { get; set; } = [];
}

/// <summary>A numbered combination, as it was read.</summary>
public sealed record NumberedCard
{
    public required Guid Id { get; init; }
    public required string Number { get; init; }
    public CombinationKind Kind { get; init; }
    public required string Name { get; init; }
    public required string Notation { get; init; }
    public string? OtherReading { get; init; }
    public string Versions { get; init; } = "";
    public string Tradition { get; init; } = "";
    public string Readings { get; init; } = "";
    public int? FormSeconds { get; init; }
    public Guid? RankId { get; init; }
    public AgeBand LeastBand { get; init; }
    public string ControlRule { get; init; } = "";
    public string Cautions { get; init; } = "";
    public string Notes { get; init; } = "";
    public Guid ChangedById { get; init; }
    public uint Version { get; init; }

    public static NumberedCard Of(NumberedCombination row) =>
        new()
        {
            Id = row.Id,
            Number = row.Number,
            Kind = row.Kind,
            Name = row.Name,
            Notation = row.Notation,
            OtherReading = row.OtherReading,
            Versions = row.Versions,
            Tradition = row.Tradition,
            Readings = row.Readings,
            FormSeconds = row.FormSeconds,
            RankId = row.RankId,
            LeastBand = row.LeastBand,
            ControlRule = row.ControlRule,
            Cautions = row.Cautions,
            Notes = row.Notes,
            ChangedById = row.ChangedById,
            Version = row.Version,
        };
}

/// <summary>What a numbered combination was before somebody changed it.</summary>
public sealed class CombinationChange : SchoolRow
{
    public Guid CombinationId { get; set; }
    public required string Name { get; set; }
    public required string Notation { get; set; }
    public string? OtherReading { get; set; }
    public string Versions { get; set; } = "";
}

/// <summary>
/// A technique of the school's own, or its changes to a shipped one; kept apart, so that newer shipped data shows
/// through.
/// </summary>
public sealed class SchoolTechnique : SchoolRow
{
    public required string TechniqueId { get; set; }

    /// <summary>One line of the catalogue file's form, with only the fields that the school fills in.</summary>
    public required string Row { get; set; }
}
