using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.People;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Students; instructors keep them, not only the head instructor.</summary>
public sealed class StudentsModel(
    OwnSchool own,
    TimeProvider time,
    StudentBook students,
    StudentErasure erasure,
    SyllabusBook syllabus,
    SchoolBook school
) : SchoolPage(own, time)
{
    private const string Address = "/school/students";

    private const int MostNames = 300;

    public sealed class StudentForm
    {
        [
            Required(ErrorMessage = "Type a name."),
            StringLength(30_000, ErrorMessage = "That is too long for a list of names.")
        ]
        public string Names { get; set; } = "";

        public Guid? RankId { get; set; }
        public List<Guid> ClassIds { get; set; } = [];

        public static StudentForm Of(Student student) =>
            new()
            {
                Names = student.ShownName,
                RankId = student.RankId,
                ClassIds = [.. student.Enrolments.Select(e => e.ClassId)],
            };
    }

    /// <summary>What a student is, in words, for showing two versions.</summary>
    private sealed record Told(string Name, string Rank, string Classes);

    public override bool MayChange => CanPlan;

    [BindProperty]
    public StudentForm Form { get; set; } = new();

    public List<Student> Students { get; private set; } = [];
    public List<Student> Archived { get; private set; } = [];

    /// <summary>Those who are about to be erased; the head instructor can take it back.</summary>
    public List<Student> Erasing { get; private set; } = [];

    public List<SelectListItem> Ranks { get; private set; } = [];
    public List<SelectListItem> Classes { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Students.Find(s => s.Id == Edit) is { } student)
            (Form, Version) = (StudentForm.Of(student), student.Version);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        var names = StudentName.ReadLines(Form.Names ?? "");
        Check(names);
        if (!ModelState.IsValid)
            return Page();
        var draft = new StudentsDraft(
            names,
            Ranks.Exists(r => r.Value == Form.RankId.ToString()) ? Form.RankId : null,
            [.. Form.ClassIds.Where(c => Classes.Exists(x => x.Value == c.ToString())).Distinct()]
        );
        var saved = await students.Save(Edit, Key, Version, draft, Cancel);
        return await Answer(
            saved,
            TellOf(Form),
            s => TellOf(StudentForm.Of(s)),
            "Form.",
            _ => Tell(Say($"{Spoken.Many(names.Count, "student")} saved."), Address)
        );
    }

    private void Check(IReadOnlyList<StudentName> names)
    {
        var tooLong = names.Where(n => n.First.Length > StudentName.LongestFirst).Select(n => n.First).FirstOrDefault();
        if (tooLong is not null)
            ModelState.AddModelError(
                "Form.Names",
                Say(
                    $"“{tooLong[..20]}…” has {tooLong.Length} characters; a first name has at most {StudentName.LongestFirst}."
                )
            );
        if (names.Count > MostNames)
            ModelState.AddModelError(
                "Form.Names",
                Say($"{names.Count} names at once are too many; add at most {MostNames}.")
            );
        if (names.Count == 0 && ModelState.IsValid)
            ModelState.AddModelError("Form.Names", Say("Type a name."));
        if (Edit is null)
            return;
        if (names.Count > 1)
            ModelState.AddModelError("Form.Names", Say("One name, on one line."));
        if (Students.TrueForAll(s => s.Id != Edit))
            ModelState.AddModelError("Form.Names", Say("This student is no longer there."));
    }

    private Told TellOf(StudentForm form) =>
        new(
            StudentName.Read(form.Names).ToString(),
            Ranks.Find(r => r.Value == form.RankId.ToString())?.Text ?? Say("none"),
            string.Join(
                ", ",
                Classes.Where(c => form.ClassIds.Exists(x => x.ToString() == c.Value)).Select(c => c.Text)
            )
        );

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id) => Tell(await students.Remove(id, Cancel), Address);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostBringBackAsync(Guid id) =>
        Tell(
            await students.BringBack(id, Cancel),
            Say("Back, in the classes from before."),
            Say("It is no longer there."),
            Address
        );

    /// <summary>Takes an erasure back before it is carried out.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostKeepAsync(Guid id) =>
        Tell(
            await erasure.TakeBack(id, Cancel),
            Say("Nothing is erased; everything is as before."),
            Say("It is too late for that."),
            Address
        );

    private async Task Load()
    {
        var all = await students.All(Cancel);
        (Students, Archived) = (all.FindAll(s => s.ArchivedAt is null), all.FindAll(s => s.ArchivedAt is not null));
        Erasing = IsHead ? await erasure.Waiting(Cancel) : [];
        Ranks =
        [
            .. (await syllabus.Read(Cancel)).Tracks.SelectMany(t =>
                t.Ranks.Select(r => new SelectListItem($"{t.Name}: {r.Name}", r.Id.ToString()))
            ),
        ];
        Classes = [.. (await school.Classes(Cancel)).Select(c => new SelectListItem(c.Name, c.Id.ToString()))];
    }
}
