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

    public void Take(SheetEntry entry)
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
                Read(Words(line));
                _techniques.UnionWith(line.Moves.Elements.Select(e => e.Technique?.Id).OfType<string>());
                break;
        }
    }

    /// <summary>Whether something that must be there was said.</summary>
    public bool Has(SafetyNeed need, string text, LessonLine line)
    {
        var own = line.Moves.Elements.Select(e => e.Technique?.Id).OfType<string>().ToList();
        if (need.Techniques.Any(t => _techniques.Contains(t) && !own.Contains(t)))
            return true;
        var clauses = (need.Kit is null ? _segment : _sheet).Concat(ClauseWords.Of(text)).ToList();
        return need.Rules.Any(rule => clauses.Exists(c => rule.In(c) is not null));
    }

    private void Read(string text)
    {
        var clauses = ClauseWords.Of(text).ToList();
        _sheet.AddRange(clauses);
        _segment.AddRange(clauses);
    }

    private static string Words(LessonLine line) =>
        string.Join("; ", line.Kit.Select(k => k.Name).Prepend(line.Remark ?? "").Prepend(line.Content));
}
