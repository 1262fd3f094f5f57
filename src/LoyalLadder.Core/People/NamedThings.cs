using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.People;

/// <summary>Something found in a line.</summary>
/// <param name="Words">The words that name it.</param>
/// <param name="Ids">What they name; several where several are called so.</param>
/// <param name="IsSure">Spelt as it is, not only nearly so.</param>
internal sealed record NamedThing(IReadOnlyList<StudentWord> Words, IReadOnlyList<Guid> Ids, bool IsSure);

/// <summary>Finds names of ranks and classes among the words of a line, in any order of their words and spelt nearly right.</summary>
internal static class NamedThings
{
    private const int LeastForASlip = 4,
        LeastForTwoSlips = 8,
        LeastForAStart = 3;

    /// <summary>Everything that is named, the surest and longest first.</summary>
    public static List<NamedThing> In(List<StudentWord> words, IEnumerable<(Guid Id, string Name)> things)
    {
        var found = new List<NamedThing>();
        foreach (var named in things.GroupBy(t => NameKey.Of(t.Name)))
        {
            var own = NameKey.Words(named.First().Name).Where(w => !StudentWords.Noise.Contains(w)).ToList();
            var ids = named.Select(t => t.Id).ToList();
            for (var at = 0; own.Count > 0 && at + own.Count <= words.Count; at++)
            {
                var window = words.GetRange(at, own.Count);
                if (Matches(window, own) is { } isSure)
                    found.Add(new NamedThing(window, ids, isSure));
            }
        }
        foreach (var first in things.GroupBy(t => NameKey.Words(t.Name).FirstOrDefault() ?? "").Where(IsLongAndAlone))
            found.AddRange(
                words.Where(w => w.Key == first.Key).Select(w => new NamedThing([w], [first.First().Id], IsSure: false))
            );
        return [.. found.OrderByDescending(f => f.IsSure).ThenByDescending(f => f.Words.Count)];
    }

    /// <summary>The first word of a longer name that no other begins with says as much as the whole.</summary>
    private static bool IsLongAndAlone(IGrouping<string, (Guid Id, string Name)> things) =>
        things.Key.Length > LeastForASlip && things.Count() == 1 && NameKey.Words(things.First().Name).Count > 1;

    /// <summary>Whether words are those of a name, in any order: surely, nearly, or not at all.</summary>
    private static bool? Matches(List<StudentWord> window, List<string> name)
    {
        var left = new List<string>(name);
        var isSure = true;
        foreach (var word in window)
        {
            var exact = left.IndexOf(word.Key);
            if (exact < 0)
            {
                isSure = false;
                exact = left.FindIndex(n => IsNearly(word.Key, n));
            }
            if (exact < 0)
                return null;
            left.RemoveAt(exact);
        }
        return isSure;
    }

    private static bool IsNearly(string typed, string name)
    {
        if (
            typed.Length >= LeastForAStart
            && name.Length > typed.Length
            && name.StartsWith(typed, StringComparison.Ordinal)
        )
            return true;
        var slips = name.Length >= LeastForTwoSlips ? 2 : 1;
        return typed.Length >= LeastForASlip
            && !char.IsDigit(typed[0])
            && (Catalogue.Distance(typed, name) <= slips || IsSwapped(typed, name));
    }

    /// <summary>Two letters beside each other changed places: one slip of the fingers.</summary>
    private static bool IsSwapped(string typed, string name)
    {
        if (typed.Length != name.Length)
            return false;
        var other = Enumerable.Range(0, name.Length).Where(i => typed[i] != name[i]).ToList();
        return other is [var a, var b] && b == a + 1 && typed[a] == name[b] && typed[b] == name[a];
    }
}
