using System.Globalization;
using LoyalLadder.Core.Drafting;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Http.Extensions;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A sheet for a session, drafted: looked at, drawn again, taken.</summary>
[Authorize(Policies.Instructor)]
public sealed class DraftModel(
    OwnSchool own,
    TimeProvider time,
    DraftBook drafts,
    LessonSheets sheets,
    LessonPartsBook parts,
    KeptSheetBook keptSheets
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid ClassId { get; set; }

    [BindProperty(SupportsGet = true)]
    public DateOnly Date { get; set; }

    /// <summary>Another seed gives another sheet.</summary>
    [BindProperty(SupportsGet = true)]
    public int Seed { get; set; } = 1;

    public DraftedSheet Sheet { get; private set; } = null!;

    /// <summary>Sheets whose parts can be taken: those for the age of the class.</summary>
    public IReadOnlyList<KeptSheet> KeptSheets { get; private set; } = [];

    /// <summary>The parts as they stand in the box: what was typed where it could not be read.</summary>
    public string PartsText { get; private set; } = "";

    public string? PartsProblem { get; private set; }

    /// <summary>The learnable that the lesson should be about; null for what helps most.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Theme { get; set; }

    /// <summary>Lines that are kept: 'place|heading|text'.</summary>
    [BindProperty(SupportsGet = true)]
    public string[] Hold { get; set; } = [];

    /// <summary>Lines that are not wanted.</summary>
    [BindProperty(SupportsGet = true)]
    public string[] Out { get; set; } = [];

    /// <summary>Somebody who changes more than this writes the lesson.</summary>
    private const int MostChanges = 40;

    private const int MostCards = 3;

    /// <summary>What it is about, and what it could be about instead.</summary>
    public IReadOnlyList<DraftTheme> Cards =>
        [
            .. Sheet
                .Themes.Where(t => t.Learnable == Sheet.Theme?.Learnable)
                .Concat(Sheet.Themes.Where(t => t.Learnable != Sheet.Theme?.Learnable).Take(MostCards))
                .Take(MostCards)
                .OrderBy(t => Sheet.Themes.ToList().IndexOf(t)),
        ];

    public string Address(int? seed = null, string? theme = null) =>
        // another theme begins afresh
        Address(seed ?? Seed, theme ?? Theme, theme is null ? Hold : [], theme is null ? Out : []);

    private string Address(int seed, string? theme, IEnumerable<string> hold, IEnumerable<string> @out)
    {
        var query = new QueryBuilder
        {
            { "classId", ClassId.ToString() },
            { "date", Shown.Field(Date) },
            { "seed", seed.ToString(CultureInfo.InvariantCulture) },
        };
        if (theme is not null)
            query.Add("theme", theme);
        foreach (var line in hold)
            query.Add("hold", line);
        foreach (var line in @out)
            query.Add("out", line);
        return $"/draft{query}";
    }

    /// <summary>The draft without anybody's changes.</summary>
    public string Fresh => Address(Seed, Theme, [], []);

    private static string Held(DraftedText at, string text) =>
        string.Create(CultureInfo.InvariantCulture, $"{at.At.Place}|{at.At.Heading}|{text}");

    public string Kept(DraftedText line) => Address(Seed, Theme, [.. Hold, Held(line, line.Text)], Out);

    public string Freed(DraftedText line) => Address(Seed, Theme, Hold.Where(h => !IsOf(h, line)), Out);

    public string Without(DraftedText line) =>
        Address(Seed, Theme, Hold.Where(h => !IsOf(h, line)), [.. Out, line.Text]);

    public string Exchanged(DraftedText line, DraftedText other) =>
        Address(Seed, Theme, [.. Hold.Where(h => !IsOf(h, line)), Held(line, other.Text)], [.. Out, line.Text]);

    private static bool IsOf(string held, DraftedText line) => held.EndsWith($"|{line.Text}", StringComparison.Ordinal);

    private DraftWish Wish =>
        new()
        {
            Seed = Seed,
            Theme = Theme,
            Held = [.. Hold.Select(Read).OfType<HeldLine>()],
            Out = Out,
        };

    private static HeldLine? Read(string held) =>
        held.Split('|', 3) is [var place, var heading, var text]
        && int.TryParse(place, NumberStyles.None, CultureInfo.InvariantCulture, out var at)
            ? new HeldLine(heading, at, text, Say("you chose it"))
            : null;

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        return await Load() ? Page() : NotFound();
    }

    /// <summary>Begins the session's sheet with it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid || !await Load())
            return NotFound();
        var begun = await sheets.BeginFrom(Key, ClassId, Date, Sheet.Plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors);
        return Page();
    }

    /// <summary>Keeps what the class's lessons are made of, and drafts it so.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPartsAsync(string? text, string? seen) =>
        // an empty field means that nothing was chosen when the page was shown; no field, that nobody asked
        await Drafted(
            await parts.Keep(ClassId, Request.Form.ContainsKey("seen") ? seen ?? "" : null, text, Cancel),
            text
        );

    /// <summary>The same, as a kept sheet has it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPartsFromAsync(Guid kept) =>
        await Drafted(await parts.KeepFrom(ClassId, kept, Date, Cancel), null);

    /// <summary>What is chosen now, so that nobody writes over what somebody else chooses meanwhile.</summary>
    public string PartsSeen { get; private set; } = "";

    private async Task<IActionResult> Drafted(string? problem, string? typed)
    {
        if (problem is null)
            return Redirect(Address());
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        (PartsProblem, PartsText) = (problem, typed ?? PartsText);
        return Page();
    }

    private async Task<bool> Load()
    {
        // an empty field of an address is bound as null
        (Hold, Out) = ([.. Hold.OfType<string>().Take(MostChanges)], [.. Out.OfType<string>().Take(MostChanges)]);
        var (sheet, _) = await drafts.Write(ClassId, Date, Wish, Cancel);
        if (sheet is null)
            return false;
        Sheet = sheet;
        PartsText = LessonParts.Write(sheet.Parts);
        PartsSeen = await parts.Chosen(ClassId, Cancel);
        var band = sheet.Lesson.Class!.Band;
        KeptSheets = [.. (await keptSheets.All(Cancel)).Where(k => k.Band == band)];
        return true;
    }
}
