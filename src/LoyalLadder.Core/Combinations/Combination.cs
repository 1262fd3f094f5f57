using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// What is done on a repetition: groups of counts, each count of one or more beats. A single technique is a combination of
/// one count. Groups are taught apart and then joined.
/// </summary>
public sealed record Combination(Sequence<CountGroup> Groups)
{
    /// <summary>Most beats of a combination, repeats written out.</summary>
    public const int MostBeats = 200;

    /// <summary>
    /// Held whole with the groups that it was worked out from, so that two threads can at most work it out twice and a copy with other
    /// groups works out its own.
    /// </summary>
    private volatile CountsOf? _counts;

    private sealed record CountsOf(Sequence<CountGroup> Groups, Sequence<Count> Counts);

    public static Combination Nothing { get; } = new(Sequence.Create<CountGroup>([]));

    /// <summary>One group of plain counts.</summary>
    public static Combination Of(IEnumerable<Count> counts) =>
        new([new CountGroup(counts.Select(c => (Phrase)c).ToSequence())]);

    /// <summary>All counts in order, repeats and stored combinations written out.</summary>
    public Sequence<Count> Counts
    {
        get
        {
            if (_counts is { } known && known.Groups.IsSame(Groups))
                return known.Counts;
            var counts = Groups.SelectMany(g => g.Counts).ToSequence();
            _counts = new CountsOf(Groups, counts);
            return counts;
        }
    }

    public bool IsEmpty => Groups.IsEmpty || Counts.IsEmpty;

    public IEnumerable<Element> Elements => Counts.SelectMany(c => c.Beats).SelectMany(b => b.Elements);

    public int BeatCount => Counts.Sum(c => c.Beats.Count);

    /// <summary>Every element is a technique of the catalogue.</summary>
    public bool IsKnown => !IsEmpty && Elements.All(e => e.Technique is not null);

    /// <summary>Exercises only: timed by their own seconds, without reset and without a default side.</summary>
    public bool IsExercise => !IsEmpty && Elements.All(e => e.Technique is { IsExercise: true });

    /// <summary>Water or rest.</summary>
    public bool IsPause => !IsEmpty && Elements.All(e => e.Technique is { IsPause: true });

    /// <summary>Stretches, circles and breath, one after another without a word.</summary>
    public bool IsLoosening => !IsEmpty && Elements.All(e => e.Technique is { IsLoosening: true });

    /// <summary>Seconds of a whole form and nothing else; null for everything else.</summary>
    public int? FormSeconds => Groups is [{ Phrases: [StoredCall { FormSeconds: { } seconds }] }] ? seconds : null;

    public bool Equals(Combination? other) => other is not null && Groups == other.Groups;

    public override int GetHashCode() => Groups.GetHashCode();
}

/// <summary>Counts that are taught together before they are joined to the others.</summary>
public sealed record CountGroup(Sequence<Phrase> Phrases)
{
    public IEnumerable<Count> Counts => Phrases.SelectMany(p => p.Counts);
}

/// <summary>What stands between two commas: a count, a repeat, or a stored combination by its number.</summary>
public abstract record Phrase
{
    public abstract IEnumerable<Count> Counts { get; }
}

/// <summary>One count as it is called aloud; several beats may share it.</summary>
public sealed record Count(Sequence<Beat> Beats) : Phrase
{
    public override IEnumerable<Count> Counts => [this];
}

/// <summary>Phrases done several times.</summary>
/// <param name="Phrases">At least one.</param>
/// <param name="Times">Two or more.</param>
public sealed record Repeat(Sequence<Phrase> Phrases, int Times) : Phrase
{
    public override IEnumerable<Count> Counts =>
        Enumerable.Repeat(Phrases, Times).SelectMany(p => p).SelectMany(p => p.Counts);
}

/// <summary>A stored combination, called by its number: '#14'.</summary>
public sealed record StoredCall(string Number, Combination Stored) : Phrase
{
    /// <summary>For a form: seconds once through, at a steady pace.</summary>
    public int? FormSeconds { get; init; }

    public override IEnumerable<Count> Counts => Stored.Counts;
}

/// <summary>What happens at one instant; several elements at once are one beat, as long as the longest of them.</summary>
public sealed record Beat(Sequence<Element> Elements)
{
    public decimal BaseSeconds => Elements.Max(e => e.BaseSeconds);
}

/// <summary>One technique in its place, or words that no catalogue entry explains.</summary>
/// <param name="Technique">What is done; null when nobody knows the words.</param>
/// <param name="Side">The side as written, or the technique's default.</param>
public sealed record Element(Technique? Technique, Side Side)
{
    /// <summary>Seconds taken for a move that is not in the catalogue: those of a kick, so that the estimate errs long.</summary>
    public const decimal UnknownSeconds = 0.60m;

    /// <summary>Somebody wrote the side, or the word means it; else it is the technique's usual one.</summary>
    public bool IsSideSaid { get; init; }

    /// <summary>The words as typed, for what is not in the catalogue; else empty.</summary>
    public string Words { get; init; } = "";

    /// <summary>Where it is aimed, when written.</summary>
    public Level? Level { get; init; }

    /// <summary>Where the foot goes, when written.</summary>
    public Landing? Landing { get; init; }

    /// <summary>Footwork joined to it, done in the same beat: '(step left)'.</summary>
    public Technique? Step { get; init; }

    /// <summary>The stance that it ends in: '(front stance)'.</summary>
    public Technique? Stance { get; init; }

    /// <summary>The hour of the clock that is faced at the end, 1 to 12; 12 is where the combination began to look.</summary>
    public int? Clock { get; init; }

    public bool IsLight { get; init; }

    /// <summary>The limb stays where it ended.</summary>
    public bool IsHeld { get; init; }

    /// <summary>What the partner does just before or as this answers.</summary>
    public Attack? Attack { get; init; }

    /// <summary>Who said the side makes no difference to what is done.</summary>
    public bool Equals(Element? other) => other is not null && Same.Equals(other.Same);

    public override int GetHashCode() => Same.GetHashCode();

    private (Technique?, Side, string, Level?, Landing?, Technique?, Technique?, int?, (bool, bool), Attack?) Same =>
        (Technique, Side, Words, Level, Landing, Step, Stance, Clock, (IsLight, IsHeld), Attack);

    public decimal BaseSeconds => Technique?.BaseSeconds ?? UnknownSeconds;

    public Landing FootGoes => Landing ?? Technique?.Landing ?? Techniques.Landing.Return;

    /// <summary>Where it is aimed: as written, else the technique's first level.</summary>
    public Level? AimedAt => Level ?? (Technique is { Levels: [var first, ..] } ? first : null);
}

/// <summary>A partner's attack.</summary>
public sealed record Attack(Technique Technique, Side Side, Level? Level)
{
    public Level? AimedAt => Level ?? (Technique.Levels is [var first, ..] ? first : null);
}
