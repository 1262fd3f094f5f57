using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The kit, how much there is of it, and how long it takes to fetch.</summary>
public sealed class KitModel(OwnSchool own, TimeProvider time, SchoolBook school, RowBook rows, ComingSheets coming)
    : SchoolPage(own, time)
{
    private const string Address = "/school/kit";

    public sealed class KitForm
    {
        [Required(ErrorMessage = "What is it?"), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [Range(0, 999, ErrorMessage = "0 to 999.")]
        public int Count { get; set; } = 10;

        [Range(0, 600, ErrorMessage = "0 to 600 seconds.")]
        public int Seconds { get; set; } = KitTime.Unlisted;

        public static KitForm Of(KitItem item) =>
            new()
            {
                Name = item.Name,
                Count = item.Count,
                Seconds = item.FetchSeconds,
            };

        public void Into(KitItem item) => (item.Name, item.Count, item.FetchSeconds) = (Name.Trim(), Count, Seconds);
    }

    [BindProperty]
    public KitForm Form { get; set; } = new();

    public List<KitItem> Items { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Items = await school.Kit(Cancel);
        if (Items.Find(k => k.Id == Edit) is { } item)
            (Form, Version) = (KitForm.Of(item), item.Version);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        Items = await school.Kit(Cancel);
        if (!ModelState.IsValid)
            return Page();
        var saved = await Telling(
            coming,
            () => rows.Save(Edit, Key, Version, () => new KitItem { Name = "" }, Form.Into, Cancel),
            s => s.Row is { } item ? Say($"{item.Name} saved.") : null
        );
        return await Answer(saved, Form, KitForm.Of, "Form.", _ => Redirect(Address));
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        await rows.Delete<KitItem>(id, Cancel);
        return Tell(Say("Removed."), Address);
    }
}
