using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Safety;

/// <summary>What a sheet has said down to a line: mats count for all of it, guards for their segment.</summary>
internal sealed class SaidSoFar
{
    private readonly List<ClauseWords> _sheet = [];
    private readonly List<ClauseWords> _segment = [];
    private readonly HashSet<string> _techniques = [];

    public string Heading { get; private set; } = "";

    public SegmentKind Kind { get; private set; }

    /// <param name="entry">The next of the sheet.</param>
    /// <param name="read">How a line is read.</param>
    public void Take(SheetEntry entry, Func<LessonLine, LineWords> read)
    {
        switch (entry)
        {
            case Segment segment:
                (Heading, Kind) = (segment.Name, segment.Kind);
                _segment.Clear();
                Read(segment.Name);
                break;
            case Note note:
                Read(note.Text);
                break;
            case LessonLine line:
                Add(read(line).Clauses);
                Read(string.Join("; ", line.Kit.Select(k => k.Name)));
                _techniques.UnionWith(line.Moves.Elements.Select(e => e.Technique?.Id).OfType<string>());
                break;
        }
    }

    /// <summary>Whether something that must be there was said.</summary>
    public bool Has(SafetyNeed need, IReadOnlyList<ClauseWords> words, LessonLine line)
    {
        var own = line.Moves.Elements.Select(e => e.Technique?.Id).OfType<string>().ToList();
        if (need.Techniques.Any(t => _techniques.Contains(t) && !own.Contains(t)))
            return true;
        var clauses = (need.Kit is null ? _segment : _sheet).Concat(words).ToList();
        return need.Rules.Any(rule => clauses.Exists(c => rule.In(c) is not null));
    }

    private void Read(string text) => Add([.. ClauseWords.Of(text)]);

    private void Add(IReadOnlyList<ClauseWords> clauses)
    {
        _sheet.AddRange(clauses);
        _segment.AddRange(clauses);
    }
}
