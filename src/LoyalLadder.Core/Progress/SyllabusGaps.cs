using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

public enum SyllabusGapKind
{
    NeverAsked,
    NotTaught,
    TooEarly,
    NoSelfDefence,
    Heavy,
    Twice,
}

/// <summary>A gap in what a track asks for, or between what is asked for and what is taught.</summary>
/// <param name="Kind">What kind of gap.</param>
/// <param name="Learnable">What it is about; null where it is about a rank as a whole.</param>
/// <param name="Rank">The rank it is about; null where it is about none.</param>
/// <param name="Words">One sentence with the figures in it; names stand for themselves.</param>
public sealed record SyllabusGap(SyllabusGapKind Kind, string? Learnable, Guid? Rank, string Words);

/// <summary>A requirement as the holes see it.</summary>
public readonly record struct AskedFor(Guid Rank, string Learnable, int Stage, bool IsSelfDefence, int Amount = 0);

/// <summary>
/// A rank as the holes see it, the lowest first in its track. A part step may be slight: it is not weighed against
/// whole ranks.
/// </summary>
public readonly record struct Rung(Guid Id, string Name, IReadOnlyList<AskedFor> Asks, bool IsPartStep = false);

/// <summary>How often something was taught to a group, and when last.</summary>
public readonly record struct TaughtTo(int Lessons, DateOnly Last);

/// <summary>Looks for holes in a track. What is built on itself is none of them: the catalogue refuses it with its place.</summary>
public static class SyllabusGaps
{
    /// <summary>Days after which something that is asked for counts as not taught.</summary>
    public const int Forgotten = 60;

    /// <summary>A rank that asks for more than this many times the median of its neighbours is heavy.</summary>
    public const double HeavyFrom = 1.5;

    /// <summary>Lessons from which something that is taught is worth asking for.</summary>
    private const int WorthAsking = 3;

    /// <summary>
    /// The holes of one track of a syllabus, as a group is with it. What is done in something that is asked for is asked for too:
    /// <paramref name="partsOf"/> tells the techniques of a stored combination.
    /// </summary>
    public static IEnumerable<SyllabusGap> Of(
        Core.Syllabus.Syllabus ladder,
        Track track,
        IReadOnlyDictionary<string, Coverage> covered,
        Catalogue catalogue,
        Func<string, string> name,
        Func<string, IEnumerable<string>> partsOf,
        string group,
        DateOnly today
    ) =>
        Of(
            RungsOf(track),
            covered.ToDictionary(c => c.Key, c => new TaughtTo(c.Value.Lessons, c.Value.Last)),
            ladder
                .Tracks.SelectMany(t => t.Ranks)
                .SelectMany(r => r.Requirements)
                .SelectMany(r => partsOf(r.Learnable).Append(r.Learnable))
                .ToHashSet(),
            catalogue,
            name,
            group,
            today
        );

    /// <summary>The holes that lie in what a track asks for, whatever was taught: too early, shape and weight of ranks, twice.</summary>
    public static IEnumerable<SyllabusGap> OfAsking(Track track, Catalogue catalogue, Func<string, string> name)
    {
        var rungs = RungsOf(track);
        return [.. TooEarly(rungs, catalogue, name), .. Shape(rungs), .. Twice(rungs, name)];
    }

    private static IReadOnlyList<Rung> RungsOf(Track track) =>
        [
            .. track.Ranks.Select(r => new Rung(
                r.Id,
                r.Name,
                [
                    .. r.Requirements.Select(a => new AskedFor(
                        r.Id,
                        a.Learnable,
                        a.StageToReach,
                        a.Kind == RequirementKind.SelfDefence,
                        a.Amount
                    )),
                ],
                r.Stripes > 0
            )),
        ];

    /// <param name="rungs">The track, the lowest rank first.</param>
    /// <param name="taught">By learnable, to the chosen group.</param>
    /// <param name="askedAnywhere">What any rank of the school asks for.</param>
    /// <param name="catalogue">For what is built on what.</param>
    /// <param name="name">The name of a learnable.</param>
    /// <param name="group">The group's name.</param>
    /// <param name="today">Today.</param>
    public static IEnumerable<SyllabusGap> Of(
        IReadOnlyList<Rung> rungs,
        IReadOnlyDictionary<string, TaughtTo> taught,
        IReadOnlySet<string> askedAnywhere,
        Catalogue catalogue,
        Func<string, string> name,
        string group,
        DateOnly today
    ) =>
        [
            .. TooEarly(rungs, catalogue, name),
            .. Shape(rungs),
            .. Twice(rungs, name),
            .. NotTaught(rungs, taught, name, group, today),
            .. NeverAsked(taught, askedAnywhere, catalogue, name, today),
        ];

    private static IEnumerable<SyllabusGap> TooEarly(
        IReadOnlyList<Rung> rungs,
        Catalogue catalogue,
        Func<string, string> name
    )
    {
        var first = new Dictionary<string, int>();
        for (var i = 0; i < rungs.Count; i++)
            foreach (var asked in rungs[i].Asks)
                first.TryAdd(asked.Learnable, i);
        foreach (var (learnable, at) in first)
        foreach (var below in catalogue.Find(learnable)?.BuildsOn ?? [])
            if (first.TryGetValue(below, out var later) && later > at)
                yield return new SyllabusGap(
                    SyllabusGapKind.TooEarly,
                    learnable,
                    rungs[at].Id,
                    Say(
                        $"{name(learnable)} is asked for at {rungs[at].Name}; {name(below)}, which it is built on, only at "
                            + $"{rungs[later].Name}."
                    )
                );
    }

    private static IEnumerable<SyllabusGap> NotTaught(
        IReadOnlyList<Rung> rungs,
        IReadOnlyDictionary<string, TaughtTo> taught,
        Func<string, string> name,
        string group,
        DateOnly today
    )
    {
        foreach (var rung in rungs)
        foreach (var asked in rung.Asks.Where(a => a.Stage > 0).DistinctBy(a => a.Learnable))
            if (!taught.TryGetValue(asked.Learnable, out var last))
                yield return new SyllabusGap(
                    SyllabusGapKind.NotTaught,
                    asked.Learnable,
                    rung.Id,
                    Say($"{name(asked.Learnable)} ({rung.Name}) has never been taught to {group}.")
                );
            else if (today.DayNumber - last.Last.DayNumber is var days && days >= Forgotten)
                yield return new SyllabusGap(
                    SyllabusGapKind.NotTaught,
                    asked.Learnable,
                    rung.Id,
                    Say($"{name(asked.Learnable)} ({rung.Name}) has not been taught to {group} for {days} days.")
                );
    }

    private static IEnumerable<SyllabusGap> Shape(IReadOnlyList<Rung> all)
    {
        var rungs = all.Where(r => !r.IsPartStep).ToList();
        for (var i = 0; i < rungs.Count; i++)
        {
            var rung = rungs[i];
            if (rung.Asks.Count > 0 && !rung.Asks.Any(a => a.IsSelfDefence))
                yield return new SyllabusGap(
                    SyllabusGapKind.NoSelfDefence,
                    null,
                    rung.Id,
                    Say($"{rung.Name} asks for no self-defence.")
                );
            var beside = new[] { i - 1, i + 1 }
                .Where(n => n >= 0 && n < rungs.Count)
                .Select(n => rungs[n].Asks.Count)
                .Where(n => n > 0)
                .ToList();
            if (beside.Count == 0)
                continue;
            var median = beside.Average();
            if (rung.Asks.Count > HeavyFrom * median)
                yield return new SyllabusGap(
                    SyllabusGapKind.Heavy,
                    null,
                    rung.Id,
                    Say($"{rung.Name} asks for {rung.Asks.Count / median:0.0} times what the ranks beside it do.")
                );
        }
    }

    private static IEnumerable<SyllabusGap> Twice(IReadOnlyList<Rung> rungs, Func<string, string> name)
    {
        var highest = new Dictionary<string, (int Stage, int Amount, string Rank)>();
        foreach (var rung in rungs)
        foreach (var asked in rung.Asks)
        {
            if (
                highest.TryGetValue(asked.Learnable, out var before)
                && asked.Stage <= before.Stage
                && asked.Amount <= before.Amount
            )
                yield return new SyllabusGap(
                    SyllabusGapKind.Twice,
                    asked.Learnable,
                    rung.Id,
                    Say(
                        $"{name(asked.Learnable)} is asked for at {rung.Name} as it was at {before.Rank}, at no higher stage."
                    )
                );
            else
                highest[asked.Learnable] = (asked.Stage, asked.Amount, rung.Name);
        }
    }

    private static IEnumerable<SyllabusGap> NeverAsked(
        IReadOnlyDictionary<string, TaughtTo> taught,
        IReadOnlySet<string> askedAnywhere,
        Catalogue catalogue,
        Func<string, string> name,
        DateOnly today
    ) =>
        taught
            .Where(t =>
                t.Value.Lessons >= WorthAsking
                && today.DayNumber - t.Value.Last.DayNumber < Forgotten
                && !askedAnywhere.Contains(t.Key)
                && catalogue.Find(t.Key) is null or { IsExercise: false }
            )
            .OrderByDescending(t => t.Value.Lessons)
            .ThenBy(t => t.Key, StringComparer.Ordinal)
            .Select(t => new SyllabusGap(
                SyllabusGapKind.NeverAsked,
                t.Key,
                null,
                Say($"{name(t.Key)} was in {t.Value.Lessons} lessons; no rank asks for it.")
            ));
}
