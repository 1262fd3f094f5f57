using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.People;

/// <summary>The students of a class: who is ready, what is missing, who is drifting away.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    RankProgressBook stands,
    SchoolBook school,
    EnrolBook enrol,
    SyllabusBook syllabus
) : RoomPage(own, time)
{
    /// <summary>Everybody is listed, whatever class they are in.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Everybody { get; set; }

    public IReadOnlyList<(StandInShort Student, string Rank, string Classes)> All { get; private set; } = [];

    /// <summary>Who was on the mat with the class and is no student yet.</summary>
    public List<Guest> Guests { get; private set; } = [];

    public List<SelectListItem> Ranks { get; private set; } = [];

    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    public List<(ClassGroup Class, int Students)> Groups { get; private set; } = [];
    public ClassGroup? Chosen { get; private set; }
    public List<(StudentProgress Stand, List<string> Missing)> Stands { get; private set; } = [];
    private SchoolMaterial Taught { get; set; } = null!;
    private NamingSchool Naming { get; set; }

    public async Task<IActionResult> OnGetAsync()
    {
        Groups = await school.ClassesWithHeads(Cancel);
        if (Group is { } id && Groups.TrueForAll(g => g.Class.Id != id))
            return NotFound();
        Chosen = Groups.Find(g => g.Class.Id == Group).Class ?? Groups.FirstOrDefault().Class;
        if (CanPlan)
            Ranks =
            [
                .. (await syllabus.Read(Cancel)).Tracks.SelectMany(t =>
                    t.Ranks.Select(r => new SelectListItem($"{t.Name}: {r.Name}", r.Id.ToString()))
                ),
            ];
        if (Everybody)
        {
            await ListAll();
            Chosen = null;
            return Page();
        }
        if (Chosen is null)
            return Page();
        if (CanPlan)
            Guests = await enrol.Guests(Chosen.Id, Cancel);
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        Stands =
        [
            .. (await stands.OfClass(Chosen.Id, Cancel))
                .Select(s => (Stand: s, Missing: Missing(s)))
                .OrderByDescending(s => s.Stand.Readiness.IsReady && s.Stand.Next is not null)
                .ThenBy(s => s.Missing.Count)
                .ThenBy(s => s.Stand.Student.ShownName, StringComparer.Ordinal),
        ];
        return Page();
    }

    private async Task ListAll()
    {
        var ladder = await syllabus.Read(Cancel);
        var ranks = ladder
            .Tracks.SelectMany(t => t.Ranks.Select(r => (r.Id, Name: $"{t.Name}: {r.Name}")))
            .ToDictionary(r => r.Id, r => r.Name);
        var classes = Groups.ToDictionary(g => g.Class.Id, g => g.Class.Name);
        All =
        [
            .. (await stands.Everybody(Cancel)).Select(s =>
                (
                    s,
                    s.RankId is { } rank ? ranks.GetValueOrDefault(rank, "") : Say("no rank yet"),
                    string.Join(", ", s.ClassIds.Select(c => classes.GetValueOrDefault(c, "")).Order())
                )
            ),
        ];
    }

    /// <summary>Enrols, moves or ranks those who are ticked.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostManyAsync(Guid[] who, string? act, Guid? into, Guid? rank)
    {
        var classes = await school.Classes(Cancel);
        var address = Everybody ? "/people?everybody=true" : $"/people?group={Group}";
        if (who.Length == 0)
            return Told(Say("Tick somebody first."), address);
        if (act == "rank")
        {
            if ((await syllabus.Read(Cancel)).Find(rank) is not { } given)
                return Told(Say("Choose a rank."), address);
            var ranked = await enrol.Change(who, new ManyDraft(null, null, given.Id), Cancel);
            return Told(Say($"{Spoken.Many(ranked, "student")} hold {given.Name} from today."), address);
        }
        if (classes.Find(c => c.Id == into) is not { } to)
            return Told(Say("Choose a class."), address);
        var isMove = act == "move" && Group is not null;
        var count = await enrol.Change(who, new ManyDraft(to.Id, isMove ? Group : null, null), Cancel);
        return Told(
            Say($"{Spoken.Many(count, "student")} {(isMove ? Say("moved") : Say("enrolled"))} to {to.Name}."),
            address
        );
    }

    private RedirectResult Told(string words, string address)
    {
        Tell(words);
        return Redirect(address);
    }

    /// <summary>What is missing before the next rank, in few words.</summary>
    private List<string> Missing(StudentProgress stand)
    {
        var r = stand.Readiness;
        var missing = r
            .Requirements.Zip(stand.Requirements)
            .Where(x => !x.First.IsMet)
            .Select(x =>
                x.First.IsTaught
                    ? Say($"{Taught.NameOf(x.Second, Naming)} (sign-off)")
                    : Taught.NameOf(x.Second, Naming)
            )
            .ToList();
        if (r.Lessons < r.LeastLessons)
            missing.Add(Spoken.Many(r.LeastLessons - r.Lessons, "lesson"));
        if (r.DaysInRank < r.LeastDays)
            missing.Add(Spoken.Many(r.LeastDays - r.DaysInRank, "day"));
        return missing;
    }

    /// <summary>Lessons attended in each of the last twelve weeks, the oldest first.</summary>
    public int[] Weeks(StudentProgress stand) => Attending.ByWeek(stand.LastDays, Day);
}
