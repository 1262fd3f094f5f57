using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>A hazard that words or techniques of a line name.</summary>
/// <param name="Hazard">What it is.</param>
/// <param name="IsEscape">Getting out of it is what is practised.</param>
internal readonly record struct HazardFound(Hazard Hazard, bool IsEscape);

/// <summary>Finds hazards in what was typed, whatever else of it is understood.</summary>
internal sealed class HazardFinder
{
    private static readonly StemSet EscapeWords = StemSet.Of(
        "release, escape, escaping, defen*, counter, free, against, out, strip, survive, prevent*, " + "recogni*"
    );

    private readonly Dictionary<string, List<(Hazard Hazard, WordRule Rule)>> _byWord = [];
    private readonly List<(Hazard Hazard, WordRule Rule)> _byBeginning = [];
    private readonly ImmutableArray<WordRule> _harmless;
    private readonly TargetFinder _targets;
    private readonly ILookup<string, Hazard> _byTechnique;

    public HazardFinder(IReadOnlyCollection<Hazard> hazards, IEnumerable<string> harmless)
    {
        foreach (var (hazard, rule) in hazards.SelectMany(h => h.Names.Select(n => (h, WordRule.Of(n)))))
            Rules(rule.Runs[0][0]).Add((hazard, rule));
        _harmless = [.. harmless.Select(WordRule.Of)];
        _targets = new TargetFinder(hazards);
        _byTechnique = hazards
            .SelectMany(h => h.Techniques.Select(t => (Id: t, Hazard: h)))
            .ToLookup(p => p.Id, p => p.Hazard);
    }

    /// <summary>The hazards of a text, each once, and those of the techniques in it.</summary>
    /// <param name="text">As typed, with its remark.</param>
    /// <param name="techniques">What was understood of it: their names hide words of danger that stand in them.</param>
    public IReadOnlyList<HazardFound> In(string text, IReadOnlyCollection<Technique> techniques)
    {
        var found = new Dictionary<Hazard, HazardFound>();
        var known = new Lazy<List<WordRule>>(() => Known(techniques));
        var escapes = false;
        foreach (var clause in ClauseWords.Of(text))
        {
            var isEscape = clause.Words.Exists(EscapeWords.Has);
            escapes |= isEscape;
            foreach (var hazard in Named(clause, known).Concat(_targets.In(clause)))
                Add(hazard, isEscape);
        }
        foreach (var hazard in techniques.SelectMany(t => _byTechnique[t.Id]))
            Add(hazard, escapes);
        return [.. found.Values];

        // what is done somewhere in the line counts as done
        void Add(Hazard hazard, bool isEscape) =>
            found[hazard] = new HazardFound(hazard, isEscape && (!found.TryGetValue(hazard, out var f) || f.IsEscape));
    }

    /// <summary>Rules that begin with a word; those that begin with the beginning of one are tried everywhere.</summary>
    private List<(Hazard Hazard, WordRule Rule)> Rules(string word)
    {
        if (word.EndsWith('*'))
            return _byBeginning;
        if (!_byWord.TryGetValue(word, out var rules))
            _byWord.Add(word, rules = []);
        return rules;
    }

    /// <summary>Names of what was understood, and words that are harmless.</summary>
    private List<WordRule> Known(IReadOnlyCollection<Technique> techniques) =>
        [
            .. techniques
                .Where(t => !_byTechnique[t.Id].Any())
                .SelectMany(t => t.Names.Values.SelectMany(n => n))
                .Select(WordRule.Of)
                .Concat(_harmless),
        ];

    private IEnumerable<Hazard> Named(ClauseWords clause, Lazy<List<WordRule>> known)
    {
        List<(int From, int To)>? hidden = null;
        var rules = clause.Words.Distinct().SelectMany(w => _byWord.GetValueOrDefault(w, [])).Concat(_byBeginning);
        foreach (var (hazard, rule) in rules)
        {
            if (rule.In(clause) is not { } at)
                continue;
            hidden ??= [.. known.Value.Select(k => k.In(clause)).OfType<(int From, int To)>()];
            // 'knife hand' is no knife; 'neck bridge' is more than a bridge
            if (!hidden.Exists(h => h.From <= at.From && at.To <= h.To && h.To - h.From > at.To - at.From))
                yield return hazard;
        }
    }
}
