using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Students; instructors keep them, not only the head instructor.</summary>
public sealed class StudentsModel(LadderContext db, TimeProvider time) : SchoolPage(db, time)
{
    private const int MostNames = 300;
    private const int LongestName = 60;

    public sealed class StudentForm
    {
        [
            Required(ErrorMessage = "Type a name."),
            StringLength(30_000, ErrorMessage = "That is too long for a list of names.")
        ]
        public string Names { get; set; } = "";

        public Guid? RankId { get; set; }
        public List<Guid> ClassIds { get; set; } = [];
    }

    public override bool MayChange => CanPlan;

    [BindProperty]
    public StudentForm Form { get; set; } = new();

    public List<Student> Students { get; private set; } = [];
    public List<SelectListItem> Ranks { get; private set; } = [];
    public List<SelectListItem> Classes { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Students.Find(s => s.Id == Edit) is { } student)
            Form = new StudentForm
            {
                Names = student.ShownName,
                RankId = student.RankId,
                ClassIds = [.. student.Enrolments.Select(e => e.ClassId)],
            };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        var names = (Form.Names ?? "")
            .Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(Split)
            .ToList();
        if (names.Find(n => n.First.Length > LongestName) is { First: { } longName })
            ModelState.AddModelError(
                "Form.Names",
                $"“{longName[..20]}…” has {longName.Length} characters; a first name has at most {LongestName}."
            );
        if (names.Count > MostNames)
            ModelState.AddModelError(
                "Form.Names",
                $"{names.Count} names at once are too many; add at most {MostNames}."
            );
        if (Edit is not null && names.Count > 1)
            ModelState.AddModelError("Form.Names", "One name, on one line.");
        if (Edit is { } id && Students.TrueForAll(s => s.Id != id))
            ModelState.AddModelError("Form.Names", "This student is no longer there.");
        if (!ModelState.IsValid)
            return Page();
        var rank = Ranks.Exists(r => r.Value == Form.RankId.ToString()) ? Form.RankId : null;
        var classes = Form.ClassIds.Where(c => Classes.Exists(x => x.Value == c.ToString())).Distinct().ToList();
        foreach (var (first, initial) in names)
        {
            var student = await RowOrNew(Db.Students, () => new Student { FirstName = "" });
            (student.FirstName, student.Initial, student.RankId) = (first, initial, rank);
            var held = await Db.Enrolments.Where(e => e.StudentId == student.Id).ToListAsync(Cancel);
            Db.Enrolments.RemoveRange(held.Where(e => !classes.Contains(e.ClassId)));
            Db.Enrolments.AddRange(
                classes
                    .Where(c => held.TrueForAll(e => e.ClassId != c))
                    .Select(c => new Enrolment { ClassId = c, StudentId = student.Id })
            );
        }
        return await Save($"{Shown.Many(names.Count, "student")} saved.", "/school/students");
    }

    public Task<IActionResult> OnPostRemoveAsync(Guid id) =>
        Remove(Db.Students, id, "/school/students", "This student is still in use.");

    /// <summary>'Wren A' is a first name and an initial; a last word longer than two letters belongs to the first name.</summary>
    private static (string First, string Initial) Split(string name)
    {
        var blank = name.LastIndexOf(' ');
        return blank > 0 && name.Length - blank <= 3
            ? (name[..blank].Trim(), name[(blank + 1)..].TrimEnd('.'))
            : (name, "");
    }

    private async Task Load()
    {
        Students = await Db
            .Students.AsNoTracking()
            .Where(s => !s.IsErased)
            .Include(s => s.Rank)
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .ToListAsync(Cancel);
        Ranks =
        [
            .. (
                await Db
                    .Ranks.AsNoTracking()
                    .Include(r => r.Track)
                    .OrderBy(r => r.Track!.Position)
                    .ThenBy(r => r.Position)
                    .ToListAsync(Cancel)
            ).Select(r => new SelectListItem($"{r.Track!.Name}: {r.Name}", r.Id.ToString())),
        ];
        Classes =
        [
            .. (await Db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(Cancel)).Select(
                c => new SelectListItem(c.Name, c.Id.ToString())
            ),
        ];
    }
}
