using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Api;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>A track's syllabus as a table: typed, pasted, filled along, with the gaps shown in it.</summary>
[Takes(RequestSizes.Record)]
public sealed class GridModel(OwnSchool own, TimeProvider time, SyllabusBook syllabus, SyllabusGridBook grids)
    : RoomPage(own, time)
{
    /// <summary>Cells that come at once when a block is pasted or filled.</summary>
    public const int MostCells = 600;

    private const int LongestPaste = 200_000;

    [BindProperty(SupportsGet = true)]
    public Guid? Track { get; set; }

    /// <summary>A table as it was pasted.</summary>
    [BindProperty]
    [StringLength(LongestPaste, ErrorMessage = "A table may have 200 kB.")]
    public string? Text { get; set; }

    public IReadOnlyList<Track> Tracks { get; private set; } = [];
    public Track Chosen { get; private set; } = null!;
    public SyllabusGrid Table { get; private set; } = new([], []);
    public IReadOnlyList<SyllabusGap> Holes { get; private set; } = [];
    public SchoolMaterial Taught { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public PastedLook? Look { get; private set; }

    private string Address => $"/ladder/grid?track={Track}";

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    /// <summary>A row for one more thing, empty; nothing is kept before a cell of it is.</summary>
    public async Task<IActionResult> OnGetRowAsync(string? what, string? kind)
    {
        if (!await Load())
            return NotFound();
        var (learnable, of, problem) = await grids.RowOf(what ?? "", kind ?? "", Cancel);
        if (learnable is null)
            return StatusCode(StatusCodes.Status422UnprocessableEntity, problem ?? "");
        if (Table.Rows.FirstOrDefault(r => r.Learnable == learnable) is { } already)
            return StatusCode(StatusCodes.Status409Conflict, already.Learnable);
        return Partial("_GridRow", (this, new GridRow(learnable, of, what!.Trim(), new AskedCell?[Table.Ranks.Count])));
    }

    /// <summary>Keeps cells and answers with what is kept, and with the gaps that are there now.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostCellsAsync(string? cells)
    {
        if (FormJson.Read<TypedCell>(cells, MostCells) is not { } typed)
            return StatusCode(StatusCodes.Status422UnprocessableEntity, Say($"1 to {MostCells} cells at once."));
        var kept = await grids.Set(Track ?? Guid.Empty, Key, typed, Cancel);
        if (kept is null || !await Load())
            return NotFound();
        var holes = Holes.Select(h => new
        {
            h.Learnable,
            h.Rank,
            h.Words,
            brief = BriefOf(h),
        });
        return new JsonResult(new { cells = kept, holes });
    }

    /// <summary>A gap of a rank as a whole, in a word or two.</summary>
    public static string BriefOf(SyllabusGap hole) =>
        hole.Kind == SyllabusGapKind.Heavy ? Say("heavy") : Say("no self-defence");

    [For(Role.Head)]
    public async Task<IActionResult> OnPostLookAsync()
    {
        if (!await Load() || Track is null)
            return NotFound();
        if (ModelState.IsValid)
            Look = await grids.Look(Track!.Value, Text ?? "", Cancel);
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostTakeAsync(string? seen)
    {
        if (!await Load() || Track is null)
            return NotFound();
        if (!ModelState.IsValid)
            return Page();
        Look = await grids.Take(Track!.Value, Text ?? "", seen, Key, Cancel);
        if (Look.IsOld)
            Response.StatusCode = StatusCodes.Status409Conflict;
        if (!Look.CanBeTaken || Look.IsOld)
            return Page();
        Tell(Say("The table is taken."));
        return Redirect(Address);
    }

    /// <summary>Begins with what is usual, for every rank of the school that asks for nothing yet.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostUsualAsync(NamingSchool naming)
    {
        var count = Enum.IsDefined(naming) ? await grids.BeginWith(naming, Key, Cancel) : 0;
        Tell(
            count == 0
                ? Say("Every rank asks for something already; nothing was changed.")
                : Say($"The ranks ask for {count} things. Change any cell to your own.")
        );
        return Redirect(Address);
    }

    private async Task<bool> Load()
    {
        var ladder = await syllabus.Read(Cancel);
        Tracks = ladder.Tracks;
        if ((Tracks.FirstOrDefault(t => t.Id == Track) ?? (Tracks.Count > 0 ? Tracks[0] : null)) is not { } track)
            return Track is null;
        if (Track is not null && track.Id != Track)
            return false;
        (Chosen, Track) = (track, track.Id);
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        Table = await grids.Read(track.Id, Cancel) ?? Table;
        Holes = [.. Core.Progress.SyllabusGaps.OfAsking(track, Taught.Catalogue, l => Taught.NameOf(l, Naming))];
        return true;
    }

    /// <summary>The gaps of one cell.</summary>
    public IEnumerable<SyllabusGap> HolesOf(string learnable, Guid rank) =>
        Holes.Where(h => h.Learnable == learnable && h.Rank == rank);

    /// <summary>The gaps of a rank as a whole.</summary>
    public IEnumerable<SyllabusGap> HolesOf(Guid rank) => Holes.Where(h => h.Learnable is null && h.Rank == rank);
}
