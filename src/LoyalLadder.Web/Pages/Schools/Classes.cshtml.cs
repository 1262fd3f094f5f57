using System.ComponentModel.DataAnnotations;
using System.Globalization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The classes of the week.</summary>
public sealed class ClassesModel(
    OwnSchool own,
    TimeProvider time,
    SchoolBook school,
    SyllabusBook syllabus,
    TimetableBook timetable,
    RowBook rows
) : SchoolPage(own, time)
{
    private const string Address = "/school/classes";

    public sealed class ClassForm
    {
        [Required(ErrorMessage = "Give it a name."), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [EnumDataType(typeof(AgeBand), ErrorMessage = "Kids, teens or adults.")]
        public AgeBand Band { get; set; }

        [Range(3, 99, ErrorMessage = "3 to 99 years, or nothing.")]
        public int? YoungestAge { get; set; }

        /// <summary>The first meeting of a new class; those of others stand in the timetable.</summary>
        [EnumDataType(typeof(DayOfWeek), ErrorMessage = "A day of the week.")]
        public DayOfWeek Weekday { get; set; } = DayOfWeek.Monday;

        public TimeOnly? Start { get; set; } = new TimeOnly(18, 0);

        [Range(10, 300, ErrorMessage = "10 to 300 minutes.")]
        public int Minutes { get; set; } = 60;

        public Guid? HallId { get; set; }
        public Guid? TeacherId { get; set; }
        public Guid? LowestRankId { get; set; }
        public Guid? HighestRankId { get; set; }

        public static ClassForm Of(ClassGroup c) =>
            new()
            {
                Name = c.Name,
                Band = c.Band,
                YoungestAge = c.YoungestAge,
                Minutes = c.Minutes,
                HallId = c.HallId,
                TeacherId = c.TeacherId,
                LowestRankId = c.LowestRankId,
                HighestRankId = c.HighestRankId,
            };

        public void Into(ClassGroup c)
        {
            (c.Name, c.Band, c.YoungestAge, c.Minutes) = (Name.Trim(), Band, YoungestAge, Minutes);
            (c.HallId, c.TeacherId) = (HallId, TeacherId);
            (c.LowestRankId, c.HighestRankId) = (LowestRankId, HighestRankId);
        }
    }

    /// <summary>A class in words, for showing two versions.</summary>
    private sealed record Told(
        string Name,
        AgeBand Age,
        string Youngest,
        int Minutes,
        string Hall,
        string Teacher,
        string From,
        string To
    );

    [BindProperty]
    public ClassForm Form { get; set; } = new();

    public List<ClassGroup> Classes { get; private set; } = [];
    public List<ClassGroup> Archived { get; private set; } = [];

    /// <summary>When each class meets now.</summary>
    public ILookup<Guid, Meeting> Meetings { get; private set; } = null!;
    public List<SelectListItem> Halls { get; private set; } = [];
    public List<SelectListItem> Teachers { get; private set; } = [];
    public List<SelectListItem> Ranks { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Classes.Find(c => c.Id == Edit) is { } group)
            (Form, Version) = (ClassForm.Of(group), group.Version);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (!ModelState.IsValid)
            return Page();
        // only what this school's lists offered
        (Form.HallId, Form.TeacherId) = (Offered(Halls, Form.HallId), Offered(Teachers, Form.TeacherId));
        Form.LowestRankId = Offered(Ranks, Form.LowestRankId);
        Form.HighestRankId = Offered(Ranks, Form.HighestRankId);
        var saved = await rows.Save(Edit, Key, Version, New, Form.Into, Cancel);
        return await Answer(
            saved,
            TellOf(Form),
            c => TellOf(ClassForm.Of(c)),
            "Form.",
            c => Tell(Say($"{c.Name} is saved."), Address)
        );
    }

    /// <summary>A class with the meeting that the form names, if it names one.</summary>
    private ClassGroup New() =>
        new()
        {
            Name = "",
            Meetings = Form.Start is { } start ? [new MeetingRow { Weekday = Form.Weekday, Start = start }] : [],
        };

    private Told TellOf(ClassForm form) =>
        new(
            form.Name.Trim(),
            form.Band,
            form.YoungestAge?.ToString(CultureInfo.InvariantCulture) ?? Say("none"),
            form.Minutes,
            TextOf(Halls, form.HallId),
            TextOf(Teachers, form.TeacherId),
            TextOf(Ranks, form.LowestRankId),
            TextOf(Ranks, form.HighestRankId)
        );

    private static string TextOf(List<SelectListItem> list, Guid? id) =>
        list.Find(x => x.Value == id.ToString())?.Text ?? Say("none");

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id) =>
        Tell(await rows.Remove<ClassGroup>(id, Cancel), Address);

    [For(Role.Head)]
    public async Task<IActionResult> OnPostBringBackAsync(Guid id)
    {
        await rows.BringBack<ClassGroup>(id, Cancel);
        return Tell(Say("It meets again."), Address);
    }

    private static Guid? Offered(List<SelectListItem> list, Guid? id) =>
        id is { } i && list.Exists(x => x.Value == i.ToString()) ? i : null;

    private async Task Load()
    {
        var facts = await Facts();
        var all = await school.ClassesWhole(Cancel);
        (Classes, Archived) = (all.FindAll(c => c.ArchivedAt is null), all.FindAll(c => c.ArchivedAt is not null));
        Meetings = await timetable.MeetingsByClass(Cancel);
        Halls = [.. facts.Halls.Select(h => new SelectListItem(h.Name, h.Id.ToString()))];
        Teachers = [.. facts.Teachers.Select(u => new SelectListItem(u.DisplayName, u.Id.ToString()))];
        Ranks =
        [
            .. (await syllabus.Read(Cancel)).Tracks.SelectMany(t =>
                t.Ranks.Select(r => new SelectListItem($"{t.Name}: {r.Name}", r.Id.ToString()))
            ),
        ];
    }
}
