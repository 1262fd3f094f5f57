using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.People;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.People;

/// <summary>A list of students, typed or pasted: looked at first, then enrolled with it.</summary>
[Takes(RequestSizes.Record)]
public sealed class AddModel(OwnSchool own, TimeProvider time, EnrolBook enrol) : RoomPage(own, time)
{
    /// <summary>An answer to what a line leaves open.</summary>
    public sealed class AnswerField
    {
        public int Line { get; set; }
        public string? First { get; set; }
        public string? Initial { get; set; }
        public Guid? Rank { get; set; }
        public Guid? Class { get; set; }
        public Guid? Same { get; set; }
    }

    private const int LongestList = 60_000;

    /// <summary>The class of those whose line names none.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    [BindProperty(SupportsGet = true)]
    [StringLength(LongestList, ErrorMessage = "That is too long for a list of students.")]
    public string? Names { get; set; }

    [BindProperty]
    public List<AnswerField> Answers { get; set; } = [];

    public KnownSchool There { get; private set; } = new([], [], []);
    public IReadOnlyList<StudentLine> Lines { get; private set; } = [];
    public List<SelectListItem> Ranks { get; private set; } = [];
    public List<SelectListItem> Classes { get; private set; } = [];
    public string? GroupName => There.Classes.FirstOrDefault(c => c.Id == Group)?.Name;

    /// <summary>Lines that are asked about.</summary>
    public int Open => Lines.Count(l => l.Questions.Count > 0);

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        await Load();
        return Page();
    }

    /// <summary>Reads the list and shows it; nothing is kept.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostLookAsync()
    {
        await Load();
        Read();
        return Page();
    }

    /// <summary>Enrols everybody, once nothing is open; shows the list again where something is.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTakeAsync()
    {
        await Load();
        Read();
        if (!ModelState.IsValid || Open > 0)
            return Page();
        var count = await enrol.Take(Lines, Key, Cancel);
        Tell(Say($"{Spoken.Many(count, "student")} enrolled."));
        return Redirect(Group is { } group ? $"/people?group={group}" : "/people?everybody=true");
    }

    private void Read()
    {
        var answers = Answers
            .GroupBy(a => a.Line)
            .ToDictionary(
                g => g.Key,
                g =>
                {
                    var a = g.First();
                    return new StudentAnswer(
                        a.First,
                        a.Initial,
                        There.Ranks.Any(r => r.Id == a.Rank) ? a.Rank : null,
                        There.Classes.Any(c => c.Id == a.Class) ? a.Class : null,
                        a.Same,
                        a.Same is null
                    );
                }
            );
        if (ModelState.IsValid)
            Lines = new StudentLineReader(There).Read(Names ?? "", Group, answers);
        if (Lines.Count > StudentLineReader.MostLines)
            ModelState.AddModelError(
                nameof(Names),
                Say($"{Lines.Count} at once are too many; add at most {StudentLineReader.MostLines}.")
            );
        else if (Lines.Count == 0 && ModelState.IsValid)
            ModelState.AddModelError(nameof(Names), Say("Type a name, one a line."));
    }

    private async Task Load()
    {
        There = await enrol.There(Cancel);
        if (There.Classes.All(c => c.Id != Group))
            Group = null;
        Ranks = [.. There.Ranks.Select(r => new SelectListItem($"{r.Track}: {r.Name}", r.Id.ToString()))];
        Classes = [.. There.Classes.Select(c => new SelectListItem(c.Name, c.Id.ToString()))];
    }

    public string RankName(Guid? rank) =>
        There.Ranks.FirstOrDefault(r => r.Id == rank) is { } there
            ? $"{there.Track}: {there.Name}"
            : Say("no rank yet");

    public string ClassNames(StudentLine line) =>
        string.Join(", ", There.Classes.Where(c => line.ClassIds.Contains(c.Id)).Select(c => c.Name));
}
