using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Keeps a combination under a number, or changes one.</summary>
[Authorize(Policies.Instructor)]
public sealed class NumberedFormModel(LadderContext db, TimeProvider time, CombinationBook book) : RoomPage(db, time)
{
    public sealed class NumberedFields
    {
        public string? Number { get; set; }
        public CombinationKind Kind { get; set; }
        public string? Name { get; set; }
        public string? Notation { get; set; }
        public string? OtherReading { get; set; }
        public string? Versions { get; set; }
        public Guid? RankId { get; set; }
        public AgeBand LeastBand { get; set; }
        public string? ControlRule { get; set; }
        public string? Cautions { get; set; }
        public string? Notes { get; set; }
    }

    [BindProperty(SupportsGet = true)]
    public Guid? Id { get; set; }

    [BindProperty]
    public NumberedFields Form { get; set; } = new();

    public List<SelectListItem> Ranks { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string? c)
    {
        var taught = await Taught();
        var naming = (await Words()).Naming;
        await LoadRanks();
        if (Id is null)
        {
            Form = new NumberedFields { Notation = c, Number = NextNumber(taught) };
            return Page();
        }
        if (taught.Combinations.FirstOrDefault(x => x.Row.Id == Id) is not { Row: var row } stored)
            return NotFound();
        Form = new NumberedFields
        {
            Number = row.Number,
            Kind = row.Kind,
            Name = row.Name,
            Notation = stored.Moves is { } moves ? Core.Combinations.NotationWriter.Write(moves, naming) : row.Notation,
            OtherReading = stored.OtherMoves is { } other
                ? Core.Combinations.NotationWriter.Write(other, naming)
                : row.OtherReading,
            Versions = row.Versions,
            RankId = row.RankId,
            LeastBand = row.LeastBand,
            ControlRule = row.ControlRule,
            Cautions = row.Cautions,
            Notes = row.Notes,
        };
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var naming = (await Words()).Naming;
        var draft = new CombinationDraft
        {
            Number = Form.Number ?? "",
            Kind = Form.Kind,
            Name = Form.Name ?? "",
            Notation = Form.Notation ?? "",
            OtherReading = Form.OtherReading,
            Versions = Form.Versions,
            RankId = Form.RankId,
            LeastBand = Form.LeastBand,
            ControlRule = Form.ControlRule,
            Cautions = Form.Cautions,
            Notes = Form.Notes,
        };
        var (saved, errors) = ModelState.IsValid ? await book.Save(Id, draft, naming, Cancel) : (null, []);
        foreach (var (field, message) in errors)
            ModelState.AddModelError($"Form.{field}", message);
        if (saved is null)
        {
            await LoadRanks();
            return Page();
        }
        Say($"Kept as #{saved.Number}. Sheets know it by that number and by its name.");
        return Redirect($"/material/numbered/{saved.Id}");
    }

    private static string NextNumber(SchoolMaterial taught)
    {
        var taken = taught.Combinations.Select(c => c.Row.Number).ToHashSet();
        return Enumerable
            .Range(1, taken.Count + 1)
            .Select(n => n.ToString(System.Globalization.CultureInfo.InvariantCulture))
            .First(n => !taken.Contains(n));
    }

    private async Task LoadRanks() =>
        Ranks = [
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
