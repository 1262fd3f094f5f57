using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>A bar of a chart.</summary>
/// <param name="Label">What it is about.</param>
/// <param name="Value">How long it is.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Aim">Where it should end; null for nowhere.</param>
public sealed record Bar(string Label, double Value, string Words, double? Aim = null);

/// <summary>A class in pictures: who comes, who drifts, left and right, kinds of work, how far up the ladder.</summary>
public sealed class ChartsModel(
    OwnSchool own,
    TimeProvider time,
    ChartBook charts,
    RankProgressBook stands,
    SchoolBook school,
    AimBook aims
) : RoomPage(own, time)
{
    private const int WeeksShown = 26,
        MostSides = 12,
        LongestAway = 8;

    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    /// <summary>What the school aims at, in hundredths, by kind of work.</summary>
    [BindProperty]
    public Dictionary<PaceKind, int?> Aims { get; set; } = [];

    public List<ClassGroup> Groups { get; private set; } = [];
    public ClassGroup? Chosen { get; private set; }
    public List<DiaryWeek> Weeks { get; private set; } = [];

    /// <summary>The same smoothed over eight weeks; null where there was no lesson.</summary>
    public IReadOnlyList<double?> Trend =>
        Attending.Trend([.. Weeks.Select(w => w.Lessons > 0 ? w.There : (double?)null)]);

    public List<(string Name, SideTally Reps)> Sides { get; private set; } = [];
    public IReadOnlyList<Bar> Work { get; private set; } = [];
    public IReadOnlyList<Bar> Away { get; private set; } = [];
    public string AwaySaid { get; private set; } = "";
    public IReadOnlyList<Bar> Ladder { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        return await Load() ? Page() : NotFound();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAimsAsync()
    {
        var typed = Aims.Where(a => a.Value is > 0).ToDictionary(a => a.Key, a => a.Value!.Value);
        if (ModelState.IsValid && WorkShares.Problem(typed) is { } problem)
            ModelState.AddModelError("Aims", problem);
        if (!ModelState.IsValid)
            return await Load() ? Page() : NotFound();
        await aims.Set(typed, Cancel);
        return Redirect($"/people/charts?group={Group}");
    }

    private async Task<bool> Load()
    {
        Groups = await school.Classes(Cancel);
        Chosen = Groups.Find(g => g.Id == Group) ?? (Group is null && Groups.Count > 0 ? Groups[0] : null);
        if (Chosen is null)
            return Group is null;
        var (today, facts, naming) = (await Today(), await Facts(), (await Words()).Naming);
        var since = today.AddDays(1 - (7 * WeeksShown));
        Weeks = await charts.Weeks(Chosen.Id, since, WeeksShown, Cancel);
        Sides =
        [
            .. (await charts.Sides(Chosen.Id, since, Cancel))
                .Where(s => Sidedness.Tells(facts.Material.Catalogue.Find(s.Learnable)))
                .OrderByDescending(s => Math.Abs(s.Reps.Left - s.Reps.Right))
                .ThenBy(s => s.Learnable, StringComparer.Ordinal)
                .Take(MostSides)
                .Select(s => (facts.Material.NameOf(s.Learnable, naming), s.Reps)),
        ];
        var kept = await aims.Read(Cancel);
        Work =
        [
            .. WorkShares
                .Of(await charts.Work(Chosen.Id, since, Cancel), kept)
                .Select(w => new Bar(WorkShares.Word(w.Kind), w.Share, Percent(w.Share), w.Aim)),
        ];
        if (ModelState.IsValid)
            Aims = WorkShares.Kinds.ToDictionary(k => k, k => kept.TryGetValue(k, out var aim) ? aim : (int?)null);
        var weeksAway = WeeksAway(await stands.OfClass(Chosen.Id, Cancel), today);
        (Away, AwaySaid) = (AwayOf(weeksAway), ChartWords.OfAway(weeksAway));
        Ladder = await LadderOf();
        return true;
    }

    /// <summary>For each student whole weeks since the last lesson.</summary>
    private static List<int> WeeksAway(List<StudentProgress> people, DateOnly today) =>
        people.ConvertAll(p =>
            p.LastSeen is { } last ? Math.Min(LongestAway, (today.DayNumber - last.DayNumber) / 7) : LongestAway
        );

    private static List<Bar> AwayOf(List<int> weeks) =>
        [
            .. Enumerable
                .Range(0, LongestAway + 1)
                .Select(w => new Bar(
                    w == 0 ? Say("this week")
                        : w == LongestAway ? Say($"{w} weeks or more")
                        : Core.Lessons.Spoken.Many(w, "week"),
                    weeks.Count(x => x == w) / (double)weeks.Count,
                    Core.Lessons.Spoken.Many(weeks.Count(x => x == w), "student")
                ))
                .Where(b => b.Value > 0),
        ];

    private async Task<IReadOnlyList<Bar>> LadderOf()
    {
        var all = await stands.Everybody(Cancel);
        return
        [
            .. Groups.Select(g =>
            {
                var people = all.Where(s => s.Next is not null && s.ClassIds.Contains(g.Id)).ToList();
                var (asked, met) = (people.Sum(p => p.Asked), people.Sum(p => p.Taught));
                var share = asked == 0 ? 0 : met / (double)asked;
                return new Bar(g.Name, share, asked == 0 ? Say("nothing asked for") : Percent(share));
            }),
        ];
    }

    private static string Percent(double share) =>
        share.ToString("0 %", System.Globalization.CultureInfo.InvariantCulture);
}
