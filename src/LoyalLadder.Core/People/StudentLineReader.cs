using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.People;

/// <summary>
/// Reads a list of students as people keep it: a line each, name, rank and classes in any order, between commas, tabs or blanks,
/// spelt nearly right. What cannot be told is asked. Of a surname an initial is kept; dates, numbers and addresses are left out.
/// </summary>
public sealed class StudentLineReader(KnownSchool there)
{
    /// <summary>Lines that are read at once.</summary>
    public const int MostLines = 300;

    /// <summary>Characters of a line that are read: somebody's name, rank, classes and what is left out.</summary>
    private const int LongestLine = 400;

    private static readonly HashSet<string> Particles =
    [
        "van",
        "von",
        "de",
        "der",
        "den",
        "del",
        "da",
        "di",
        "la",
        "le",
        "bin",
        "al",
    ];

    private readonly HashSet<string> _firsts = [.. there.Students.Select(s => NameKey.Of(s.Name.First))];

    private (int First, int Last)? _heads;

    /// <summary>Reads a list.</summary>
    /// <param name="text">As typed or pasted; headings and blank lines are none of the students.</param>
    /// <param name="usualClass">The class of those whose line names none; null for none.</param>
    /// <param name="answers">What was answered, by line.</param>
    public IReadOnlyList<StudentLine> Read(
        string text,
        Guid? usualClass = null,
        IReadOnlyDictionary<int, StudentAnswer>? answers = null
    )
    {
        var lines = text.ReplaceLineEndings("\n")
            .Split('\n')
            .Select((t, n) => (Text: t.Trim(), Line: n + 1))
            .Where(l => l.Text.Length > 0)
            .ToList();
        if (lines.Count > 0 && StudentWords.Heads(lines[0].Text) is { } heads)
        {
            _heads = heads;
            lines.RemoveAt(0);
        }
        var parts = lines.ConvertAll(l =>
            (l.Line, l.Text, Parts: l.Text.Length > LongestLine ? null : PartsOf(l.Text))
        );
        // a name that is clear in one line tells which word is the first name in another
        foreach (var sure in parts.Select(p => SureFirst(p.Parts?.Names ?? [])).OfType<string>())
            _firsts.Add(NameKey.Of(sure));
        var read = parts
            .ConvertAll(p => Whole(p.Line, p.Text, p.Parts, usualClass))
            .ConvertAll(l => Answered(l, answers?.GetValueOrDefault(l.Line)));
        return NamesApart.Of(read, there.Students, answers);
    }

    /// <summary>What of a line names a rank, classes, and the words that are left, field by field.</summary>
    private sealed record Parts(
        NamedThing? Rank,
        List<NamedThing> Classes,
        List<List<StudentWord>> Names,
        bool HasComma,
        string LeftOut,
        string? Step
    );

    private Parts PartsOf(string line)
    {
        var (words, leftOut, hasComma) = StudentWords.Of(line);
        var left = new List<StudentWord>(words);
        var classes = new List<NamedThing>();
        while (ClassIn(left) is { } named)
        {
            classes.Add(named);
            left.RemoveAll(named.Words.Contains);
        }
        var tracks = there.Ranks.Select(r => r.Track).Distinct().ToList();
        var track = tracks.Find(t => left.Exists(w => w.Key == NameKey.Of(t)));
        var rank = RankIn(left, track);
        var step = rank is null ? null : StepBehind(rank, left);
        if (rank is not null)
        {
            left.RemoveAll(w => rank.Words.Contains(w) || w == step);
            if (track is not null)
                left.RemoveAll(w => w.Key == NameKey.Of(track));
        }
        // nobody is called 9
        if (left.RemoveAll(w => w.IsNumber) > 0)
            leftOut = leftOut.Length == 0 ? Say("a number") : $"{leftOut}{Say(" and ")}{Say("a number")}";
        var names = left.GroupBy(w => w.Field).Select(f => f.ToList()).ToList();
        return new Parts(rank, classes, names, hasComma, leftOut, step?.Text);
    }

    /// <summary>'stripe' in 'green stripe', where no rank here is called so; a number may stand between.</summary>
    private static StudentWord? StepBehind(NamedThing rank, List<StudentWord> words)
    {
        var behind = words.Skip(words.IndexOf(rank.Words[^1]) + 1).SkipWhile(w => w.IsNumber).FirstOrDefault();
        return behind is not null && behind.Field == rank.Words[^1].Field && StudentWords.Steps.Contains(behind.Key)
            ? behind
            : null;
    }

    /// <summary>A class that is named, but not where nothing would be left for a name.</summary>
    private NamedThing? ClassIn(List<StudentWord> words) =>
        NamedThings
            .In(words, there.Classes.Select(c => (c.Id, c.Name)))
            .Find(f => f.Words.Count < words.Count && (f.IsSure || !IsInName(f, words)));

    /// <summary>
    /// The rank that is named: one in a field of its own before one behind a name, and the last before the first, since 'Tim
    /// Green, Yellow' is called Green.
    /// </summary>
    private NamedThing? RankIn(List<StudentWord> words, string? track)
    {
        var ranks = there.Ranks.Where(r => track is null || r.Track == track).Select(r => (r.Id, r.Name));
        return NamedThings
            .In(words, ranks)
            .Where(f => f.Words.Count < words.Count && (f.IsSure || !IsInName(f, words)))
            .OrderByDescending(f => f.IsSure)
            .ThenByDescending(f => f.Words.Count)
            .ThenByDescending(f => HasOwnField(f, words))
            .ThenByDescending(f => words.IndexOf(f.Words[0]))
            .FirstOrDefault();
    }

    private static bool HasOwnField(NamedThing found, List<StudentWord> words) =>
        words.Where(w => w.Field == found.Words[0].Field).All(found.Words.Contains);

    /// <summary>A word that is only spelt like a rank or class is a name where it stands in front or alone beside one.</summary>
    private static bool IsInName(NamedThing found, List<StudentWord> words)
    {
        var field = words.Where(w => w.Field == found.Words[0].Field).ToList();
        return !HasOwnField(found, words) && field.IndexOf(found.Words[0]) < 2;
    }

    /// <summary>The first name where the line leaves no doubt of it: 'Ana B', 'Ana Brook'.</summary>
    private static string? SureFirst(List<List<StudentWord>> names) =>
        names is [[{ IsShouted: false, IsInitial: false } first, ..] field] && field.Count > 1 ? first.Text : null;

    private StudentLine Whole(int line, string text, Parts? parts, Guid? usualClass)
    {
        if (parts is null)
            return new StudentLine { Line = line, Text = text }.Asked(
                Asking.Name,
                Say($"A line has at most {LongestLine} characters: one student each.")
            );
        var read = new StudentLine
        {
            Line = line,
            Text = text,
            LeftOut = parts.LeftOut,
            ClassIds = [.. parts.Classes.SelectMany(c => c.Ids.Take(1)).Distinct()],
        };
        if (read.ClassIds.IsEmpty && usualClass is { } usual)
            read = read with { ClassIds = [usual] };
        var ranked = Ranked(Named(read, parts), parts.Rank);
        return parts.Step is null || ranked.RankId is not { } id ? ranked : Between(ranked, id, parts.Step);
    }

    /// <summary>A step of a rank that the school does not have is asked, with the rank itself proposed.</summary>
    private StudentLine Between(StudentLine line, Guid rank, string step)
    {
        var name = there.Ranks.First(r => r.Id == rank).Name;
        return line.Asked(Asking.Rank, Say($"No rank here is called “{name} {step}”. Is it {name}, or another?"));
    }

    private StudentLine Ranked(StudentLine line, NamedThing? rank)
    {
        if (rank is null)
            return line;
        var ids = rank.Ids;
        var bands = there.Classes.Where(c => line.ClassIds.Contains(c.Id)).Select(c => c.Band).ToHashSet();
        var ofAge = there.Ranks.Where(r => ids.Contains(r.Id) && bands.Contains(r.Band)).Select(r => r.Id).ToList();
        if (ids.Count > 1 && ofAge.Count > 0)
            ids = ofAge;
        if (ids.Count == 1)
            return line with { RankId = ids[0] };
        var tracks = there.Ranks.Where(r => ids.Contains(r.Id)).Select(r => r.Track);
        var name = there.Ranks.First(r => r.Id == ids[0]).Name;
        return (line with { MaybeRanks = [.. ids] }).Asked(
            Asking.Rank,
            Say($"{name} of which track: {string.Join(", ", tracks)}?")
        );
    }

    private StudentLine Named(StudentLine line, Parts parts)
    {
        var names = parts.Names;
        if (names.Count == 0)
            return line.Asked(Asking.Name, Say("No name is left in this line."));
        if (names is [[var one], [var other], ..] && one.Field + 1 == other.Field)
            return Unknown(TwoWords(line, one, other, parts.HasComma), names.Skip(2));
        return Unknown(OneField(line, names[0]), names.Skip(1));
    }

    private static StudentLine Unknown(StudentLine line, IEnumerable<List<StudentWord>> fields)
    {
        var words = fields.Select(f => string.Join(' ', f.Select(w => w.Text))).ToList();
        return words.Count == 0
            ? line
            : line.Asked(Asking.Class, Say($"“{string.Join("”, “", words)}” is no rank and no class here."));
    }

    /// <summary>'Ana', 'Ana B', 'B. Ana', 'Ana Brook', 'BROOK Ana', 'Ana van der Brook'.</summary>
    private static StudentLine OneField(StudentLine line, List<StudentWord> words)
    {
        if (words.Count == 1)
            return WithName(line, words[0].Text, "");
        if (words[0].IsInitial && !words[^1].IsInitial)
            return WithName(line, Joined(words.Skip(1)), words[0].Text);
        if (words[0].IsShouted && !words[^1].IsShouted)
            return WithName(line, Joined(words.Where(w => !w.IsShouted)), words[0].Text);
        var particle = words.FindIndex(1, w => Particles.Contains(w.Text.ToLowerInvariant()));
        return WithName(line, Joined(words.Take(particle > 0 ? particle : words.Count - 1)), words[^1].Text);
    }

    private StudentLine TwoWords(StudentLine line, StudentWord one, StudentWord other, bool hasComma)
    {
        if (other.IsInitial)
            return WithName(line, one.Text, other.Text);
        if (one.IsInitial)
            return WithName(line, other.Text, one.Text);
        if (_heads is { First: >= 0, Last: >= 0 } heads)
            return heads.First < heads.Last
                ? WithName(line, one.Text, other.Text)
                : WithName(line, other.Text, one.Text);
        if (one.IsShouted != other.IsShouted)
            return one.IsShouted ? WithName(line, other.Text, one.Text) : WithName(line, one.Text, other.Text);
        var (isOne, isOther) = (_firsts.Contains(one.Key), _firsts.Contains(other.Key));
        if (isOne != isOther)
            return isOne ? WithName(line, one.Text, other.Text) : WithName(line, other.Text, one.Text);
        // a comma between them usually has the surname in front
        var proposed = hasComma ? WithName(line, other.Text, one.Text) : WithName(line, one.Text, other.Text);
        return proposed.Asked(Asking.Name, Say($"Is {one.Text} or {other.Text} the first name?"));
    }

    private static string Joined(IEnumerable<StudentWord> words) => string.Join(' ', words.Select(w => w.Text));

    private static StudentLine WithName(StudentLine line, string first, string surname)
    {
        var name = new StudentName(Cased(first), Initial(surname, surname.Count(char.IsLetter) == 2 ? 2 : 1));
        return name.First.Length > StudentName.LongestFirst
            ? line.Asked(Asking.Name, Say($"A first name has at most {StudentName.LongestFirst} characters."))
            : line with
            {
                Name = name,
                Surname = surname.TrimEnd('.'),
            };
    }

    /// <summary>Names that are typed in one case throughout are written as names are.</summary>
    private static string Cased(string name) =>
        name.Any(char.IsLower) && name.Any(char.IsUpper)
            ? name
            : string.Join(
                ' ',
                name.Split(' ').Select(w => w.Length == 0 ? w : char.ToUpperInvariant(w[0]) + w[1..].ToLowerInvariant())
            );

    /// <summary>The first letters of a surname: 'B', 'Br'.</summary>
    internal static string Initial(string surname, int letters)
    {
        var plain = new string([.. surname.Where(char.IsLetter)]);
        var taken = plain[..Math.Min(letters, plain.Length)];
        return taken.Length == 0 ? "" : char.ToUpperInvariant(taken[0]) + taken[1..].ToLowerInvariant();
    }

    private static StudentLine Answered(StudentLine line, StudentAnswer? answer)
    {
        if (answer is null)
            return line;
        var first = answer.First?.Trim() is { Length: > 0 and <= StudentName.LongestFirst } typed
            ? typed
            : line.Name.First;
        var initial = answer.Initial?.Trim().TrimEnd('.') ?? line.Name.Initial;
        if (initial.Length > StudentName.LongestInitial)
            return line;
        var questions = line.Questions.Where(q =>
            q.About switch
            {
                Asking.Name => first.Length == 0,
                Asking.Rank => answer.RankId is null,
                _ => false,
            }
        );
        return line with
        {
            Name = new StudentName(first, initial),
            Surname = answer.Initial is null ? line.Surname : initial,
            RankId = answer.RankId ?? line.RankId,
            ClassIds =
                answer.ClassId is { } chosen && !line.ClassIds.Contains(chosen)
                    ? line.ClassIds.Append(chosen).ToSequence()
                    : line.ClassIds,
            Questions = questions.ToSequence(),
        };
    }
}
