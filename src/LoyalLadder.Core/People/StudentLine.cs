using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.People;

/// <summary>A rank that a line may name.</summary>
public sealed record KnownRank(Guid Id, string Name, string Track, AgeBand Band);

/// <summary>A class that a line may name.</summary>
public sealed record KnownClass(Guid Id, string Name, AgeBand Band);

/// <summary>Somebody who is a student already.</summary>
/// <param name="Id">Who.</param>
/// <param name="Name">As kept.</param>
/// <param name="Told">Rank and classes, to tell two of one name apart.</param>
public sealed record KnownStudent(Guid Id, StudentName Name, string Told);

/// <summary>What lines are read against.</summary>
public sealed record KnownSchool(
    IReadOnlyList<KnownRank> Ranks,
    IReadOnlyList<KnownClass> Classes,
    IReadOnlyList<KnownStudent> Students
);

/// <summary>What a line leaves open.</summary>
public enum Asking
{
    /// <summary>Which word is the first name, or that there is none.</summary>
    Name,
    Rank,
    Class,

    /// <summary>Somebody else is called the same: the same person, or one letter more.</summary>
    DuplicateName,
}

/// <summary>Something to be answered before a line can be taken.</summary>
public sealed record Question(Asking About, string Words);

/// <summary>A student as a line was read.</summary>
public sealed record StudentLine
{
    /// <summary>Its line in the text, from 1.</summary>
    public required int Line { get; init; }

    /// <summary>As typed.</summary>
    public required string Text { get; init; }

    /// <summary>First name and initial: a surname is never kept whole.</summary>
    public StudentName Name { get; init; }

    public Guid? RankId { get; init; }
    public Sequence<Guid> ClassIds { get; init; }

    /// <summary>The student that it is about; null for a new one.</summary>
    public Guid? SameAs { get; init; }

    /// <summary>Students whom it may be about.</summary>
    public Sequence<KnownStudent> MaybeSame { get; init; }

    /// <summary>Ranks that it may mean, where it means several.</summary>
    public Sequence<Guid> MaybeRanks { get; init; }

    public Sequence<Question> Questions { get; init; }

    /// <summary>What stood in the line and is not kept: 'a number', 'an address'; empty for nothing.</summary>
    public string LeftOut { get; init; } = "";

    /// <summary>The surname, while initials are told apart.</summary>
    internal string Surname { get; init; } = "";

    internal StudentLine Asked(Asking about, string words) =>
        this with
        {
            Questions = Questions.Append(new Question(about, words)).ToSequence(),
        };
}

/// <summary>What somebody answered to the questions of a line; null leaves what was read.</summary>
public sealed record StudentAnswer(
    string? First,
    string? Initial,
    Guid? RankId,
    Guid? ClassId,
    Guid? SameAs,
    bool IsNew
);
