using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

public sealed class ClassesModel(LadderContext db, TimeProvider time) : SchoolPage(db, time)
{
    public sealed class ClassForm
    {
        [Required(ErrorMessage = "Give it a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [EnumDataType(typeof(AgeBand), ErrorMessage = "Kids, teens or adults.")]
        public AgeBand Band { get; set; }

        [EnumDataType(typeof(DayOfWeek), ErrorMessage = "A day of the week.")]
        public DayOfWeek Weekday { get; set; } = DayOfWeek.Monday;

        [Required(ErrorMessage = "When does it start?")]
        public TimeOnly? Start { get; set; } = new TimeOnly(18, 0);

        [Range(10, 300, ErrorMessage = "10 to 300 minutes.")]
        public int Minutes { get; set; } = 60;

        public Guid? HallId { get; set; }
        public Guid? TeacherId { get; set; }
        public Guid? LowestRankId { get; set; }
        public Guid? HighestRankId { get; set; }
    }

    [BindProperty]
    public ClassForm Form { get; set; } = new();

    public List<ClassGroup> Classes { get; private set; } = [];
    public List<SelectListItem> Halls { get; private set; } = [];
    public List<SelectListItem> Teachers { get; private set; } = [];
    public List<SelectListItem> Ranks { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Classes.Find(c => c.Id == Edit) is { } c)
            Form = new ClassForm
            {
                Name = c.Name,
                Band = c.Band,
                Weekday = c.Weekday,
                Start = c.Start,
                Minutes = c.Minutes,
                HallId = c.HallId,
                TeacherId = c.TeacherId,
                LowestRankId = c.LowestRankId,
                HighestRankId = c.HighestRankId,
            };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (!ModelState.IsValid)
            return Page();
        var row = await RowOrNew(Db.Classes, () => new ClassGroup { Name = "" });
        (row.Name, row.Band, row.Weekday, row.Start, row.Minutes) = (
            Form.Name.Trim(),
            Form.Band,
            Form.Weekday,
            Form.Start!.Value,
            Form.Minutes
        );
        // only what this school's lists offered
        (row.HallId, row.TeacherId) = (Offered(Halls, Form.HallId), Offered(Teachers, Form.TeacherId));
        (row.LowestRankId, row.HighestRankId) = (Offered(Ranks, Form.LowestRankId), Offered(Ranks, Form.HighestRankId));
        return await Save($"{row.Name} is saved.", "/school/classes");
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (await Db.Lessons.AnyAsync(l => l.ClassId == id, Cancel))
        {
            Say("This class has lessons; they would be lost with it. It stays.");
            return Redirect("/school/classes");
        }
        return await Remove(Db.Classes, id, "/school/classes", "This class is still in use.");
    }

    private static Guid? Offered(List<SelectListItem> list, Guid? id) =>
        id is { } i && list.Exists(x => x.Value == i.ToString()) ? i : null;

    private async Task Load()
    {
        Classes = await Db
            .Classes.AsNoTracking()
            .Include(c => c.Hall)
            .Include(c => c.Teacher)
            .Include(c => c.LowestRank)
            .Include(c => c.HighestRank)
            .Include(c => c.Enrolments)
            .OrderBy(c => c.Name)
            .ToListAsync(Cancel);
        Halls =
        [
            .. (await Db.Halls.AsNoTracking().OrderBy(h => h.Name).ToListAsync(Cancel)).Select(h => new SelectListItem(
                h.Name,
                h.Id.ToString()
            )),
        ];
        Teachers =
        [
            .. (await Db.Staff.AsNoTracking().OrderBy(u => u.DisplayName).ToListAsync(Cancel)).Select(
                u => new SelectListItem(u.DisplayName, u.Id.ToString())
            ),
        ];
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
    }
}
