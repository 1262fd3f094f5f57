using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineItems
{
    private void TakeDose(Clause clause, int i)
    {
        if (_pending.Count > 0)
        {
            Dosed(clause);
            return;
        }
        if (_items.Count == 0)
        {
            Lead(clause);
            return;
        }
        if (
            clause.Shape(_tokens) is ClauseShape.Amount or ClauseShape.Said
            && clause.Doses.OrderBy(d => d.IsAmount ? 0 : 1).FirstOrDefault() is { } amount
            && Over(amount) is { } over
            && Repeat(over)
        )
        {
            Words(clause);
            return;
        }
        if (clause.HasAmount && clause.HasWords && _items[^1].Parts.HasAmount && IsSideOrLevel(clause))
        {
            Same(clause);
            return;
        }
        if (IsSomethingElse(clause))
        {
            // 'side steps 2 laps, backwards 1 lap': something else, and nobody knows what
            Add(clause);
            return;
        }
        SayBehind(clause);
        Words(clause);
    }

    private bool IsSomethingElse(Clause clause) =>
        clause.HasAmount
        && clause.HasWords
        && OneCount(clause) is null
        && _items[^1].Parts.HasAmount
        && !IsSided(clause);

    /// <summary>An amount behind a thing that has one goes with it: as more of it, or as what else is said of it.</summary>
    private void SayBehind(Clause clause)
    {
        if (clause.Joint is not null && OneCount(clause) is > MostInside + 1 and var more && _items[^1].Parts.HasReps)
        {
            foreach (var dose in clause.Doses)
                if (dose.IsAmount)
                    _items[^1].Parts.Reps(more);
                else
                    dose.SayTo(_items[^1].Parts);
        }
        else
            SayTo(_items[^1].Parts, clause);
        _items[^1].Later.AddRange(clause.Doses);
    }

    private void Words(Clause said)
    {
        if (said.HasWords)
            _items[^1].Remarks.Add(Words([said]));
    }

    /// <summary>Words that only say another side or level: 'teep lead leg 20, rear leg 20', 'then head 5 each'.</summary>
    private bool IsSideOrLevel(Clause clause)
    {
        var words = NameKey.Words(Words([clause]));
        return words.Count is > 0 and < 4
            && words.Exists(w =>
                w is "lead" or "rear" or "left" or "right"
                || SpokenWords.Levels.ContainsKey(w)
                || w is "front" or "back"
            )
            && words.TrueForAll(w =>
                SpokenWords.Sides.ContainsKey(w)
                || SpokenWords.Levels.ContainsKey(w)
                || SpokenWords.SideNouns.Contains(w)
            )
            && !(words.Count == 1 && words[0] is "front" or "back" or "side");
    }

    /// <summary>The thing before once more, on another side or level.</summary>
    private void Same(Clause clause)
    {
        var before = _items[^1].Words ?? Words(_items[^1].Content);
        var bare = Regex
            .Replace(before, SidesInWords, " ", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)
            .Trim();
        var item = new LineItem { Words = $"{bare} {Words([clause])}", Whole = Words([clause]) };
        SayTo(item.Parts, clause);
        item.Content.Add(clause);
        _items.Add(item);
    }

    private const string SidesInWords =
        @"\b(?:lead|rear|left|right|front|back)\s+(?:leg|hand|foot|arm|side)\b|\b(?:lead|rear|left|right)\b";

    private static bool IsSided(Clause clause)
    {
        var parts = new DoseParts();
        SayTo(parts, clause);
        return parts.OneSided.Count > 0;
    }

    /// <summary>The only amount of a clause, where it is a bare count.</summary>
    private static decimal? OneCount(Clause clause)
    {
        if (clause.Atoms.Where(a => a.IsAmount).ToList() is not [var only])
            return null;
        var parts = new DoseParts();
        only.SayTo(parts);
        return parts.BareReps;
    }

    /// <summary>A phrase of the dose behind contents that wait for their amount.</summary>
    private void Dosed(Clause clause)
    {
        if (!clause.HasAmount)
        {
            foreach (var dose in clause.Doses)
                dose.SayTo(_pendingParts);
            if (clause.HasWords)
                _pending.Add(clause);
            return;
        }
        var parts = new DoseParts();
        parts.Share(_pendingParts);
        SayTo(parts, clause);
        _last = [.. clause.Doses];
        List<Clause> contents = [.. _pending];
        if (clause.HasWords)
            contents.Add(clause);
        _pending.Clear();
        Items(contents, parts);
        _last = [];
    }

    /// <summary>Several bare counts that are done over and over become one thing with reps of its own for each move.</summary>
    private bool Repeat(Atom? over)
    {
        var first = _items.FindLastIndex(i => !i.IsBareCount) + 1;
        if (_items.Count - first < (over is null ? 1 : 2))
            return false;
        var counted = _items.GetRange(first, _items.Count - first);
        if (
            over is null
            && counted.Count == 1
            && _clauses.Count(c => c.Shape(_tokens) == ClauseShape.AmountContent) < 2
        )
            return false;
        if (over is null && _clauses.Count(c => c.Shape(_tokens) == ClauseShape.AmountContent) > counted.Count)
            return true;
        var one = new LineItem { Words = string.Join(", ", counted.Select(c => Words(c.Content))) };
        foreach (var item in counted)
        {
            one.Parts.OwnReps.Add(item.Parts.BareReps ?? 1);
            one.Content.AddRange(item.Content);
            one.Remarks.AddRange(item.Remarks);
        }
        _items.RemoveRange(first, counted.Count);
        _items.Add(one);
        if (over is not null)
            over.SayTo(one.Parts);
        else
            foreach (
                var dose in _clauses
                    .TakeWhile(c => c.Shape(_tokens) != ClauseShape.AmountContent)
                    .SelectMany(c => c.Doses)
            )
                dose.SayTo(one.Parts);
        return true;
    }

    /// <summary>'8 rounds 20/10 squats': what was said before the name goes for it as well.</summary>
    private static void Led(LineItem item, IEnumerable<Atom> lead)
    {
        var parts = new DoseParts();
        foreach (var dose in lead.Concat(item.Content.SelectMany(c => c.Doses)).Concat(item.Later))
            dose.SayTo(parts);
        item.Parts = parts;
    }

    // ---- the rest ----

    private void Flush()
    {
        if (_pending.Count == 0)
            return;
        var item = new LineItem();
        item.Content.AddRange(_pending);
        item.Parts.Share(_pendingParts);
        _pending.Clear();
        _items.Add(item);
    }

    private void Rest()
    {
        var amount = _items.Count == 0 && _lineHasAmount;
        Flush();
        if (!amount)
            return;
        _items[^1].IsWhole = true;
        foreach (var dose in _clauses.SelectMany(c => c.Doses))
            dose.SayTo(_items[^1].Parts);
    }
}
