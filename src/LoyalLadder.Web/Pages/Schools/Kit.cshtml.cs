using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

public sealed class KitModel(LadderContext db, TimeProvider time, ComingSheets coming) : SchoolPage(db, time)
{
    public sealed class KitForm
    {
        [Required(ErrorMessage = "What is it?"), StringLength(80, ErrorMessage = "At most 80 characters.")]
        public string Name { get; set; } = "";

        [Range(0, 999, ErrorMessage = "0 to 999.")]
        public int Count { get; set; } = 10;

        [Range(0, 600, ErrorMessage = "0 to 600 seconds.")]
        public int Seconds { get; set; } = KitTime.Unlisted;
    }

    [BindProperty]
    public KitForm Form { get; set; } = new();

    public List<KitItem> Items { get; private set; } = [];

    public async Task OnGetAsync()
    {
        await Load();
        if (Items.Find(k => k.Id == Edit) is { } item)
            Form = new KitForm
            {
                Name = item.Name,
                Count = item.Count,
                Seconds = item.FetchSeconds,
            };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await Load();
        if (!ModelState.IsValid)
            return Page();
        var item = await RowOrNew(Db.KitItems, () => new KitItem { Name = "" });
        (item.Name, item.Count, item.FetchSeconds) = (Form.Name.Trim(), Form.Count, Form.Seconds);
        return await SaveAndTell(coming, $"{item.Name} saved.", "/school/kit");
    }

    public Task<IActionResult> OnPostRemoveAsync(Guid id) =>
        Remove(Db.KitItems, id, "/school/kit", "This is still in use.");

    private async Task Load() => Items = await Db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(Cancel);
}
