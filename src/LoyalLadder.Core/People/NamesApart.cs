using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.People;

/// <summary>Tells people of one name apart: by more letters of a surname that is known, else by asking.</summary>
internal static class NamesApart
{
    public static IReadOnlyList<StudentLine> Of(
        IReadOnlyList<StudentLine> lines,
        IReadOnlyList<KnownStudent> students,
        IReadOnlyDictionary<int, StudentAnswer>? answers
    )
    {
        var known = students.ToLookup(s => KeyOf(s.Name));
        var longer = lines.Select(l => Longer(l, lines)).ToList();
        var groups = longer.Where(l => l.Name.First?.Length > 0).ToLookup(l => KeyOf(l.Name));
        return [.. longer.Select(l => Asked(l, groups, known, answers?.GetValueOrDefault(l.Line)))];
    }

    private static string KeyOf(StudentName name) =>
        $"{NameKey.Of(name.First ?? "")} {(name.Initial ?? "").ToLowerInvariant()}";

    /// <summary>As many letters of the surname as tell two lines apart.</summary>
    private static StudentLine Longer(StudentLine line, IReadOnlyList<StudentLine> lines)
    {
        var others = lines
            .Where(l => l.Line != line.Line && l.Surname.Length > 0 && KeyOf(l.Name) == KeyOf(line.Name))
            .Select(l => l.Surname)
            .Where(s => !s.Equals(line.Surname, StringComparison.OrdinalIgnoreCase))
            .ToList();
        if (line.Surname.Length < 2 || others.Count == 0)
            return line;
        for (var letters = 2; letters <= StudentName.LongestInitial; letters++)
        {
            var initial = StudentLineReader.Initial(line.Surname, letters);
            if (others.TrueForAll(o => StudentLineReader.Initial(o, letters) != initial))
                return line with { Name = line.Name with { Initial = initial } };
        }
        return line;
    }

    private static StudentLine Asked(
        StudentLine line,
        ILookup<string, StudentLine> groups,
        ILookup<string, KnownStudent> known,
        StudentAnswer? answer
    )
    {
        if (string.IsNullOrEmpty(line.Name.First))
            return line;
        var there = known[KeyOf(line.Name)].ToList();
        if (answer?.SameAs is { } same && there.Exists(s => s.Id == same))
            return line with { SameAs = same };
        var isTwice = groups[KeyOf(line.Name)].Count() > 1;
        if (isTwice && groups[KeyOf(line.Name)].First().Line != line.Line)
            return line.Asked(
                Asking.DuplicateName,
                Say($"{line.Name} stands in this list twice: one letter more tells them apart.")
            );
        if (there.Count == 0)
            return line;
        return (line with { MaybeSame = [.. there] }).Asked(
            Asking.DuplicateName,
            Say(
                $"{line.Name} is a student already ({string.Join("; ", there.Select(s => s.Told))}): the same, or with one letter more?"
            )
        );
    }
}
