using System.Text;
using System.Text.RegularExpressions;
using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Sharing;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A lesson's sheet: every edit goes through <see cref="LessonSheets"/> and answers with the live part of the page.</summary>
public sealed partial class SheetModel(
    LadderContext db,
    TimeProvider time,
    LessonSheets sheets,
    SheetHistory history,
    OwedLines owed,
    ProgressBook progress,
    PaceBook paces,
    LineComments comments,
    SheetCompany company
) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public HeadForm Head { get; set; } = new();

    public OpenSheet Sheet { get; private set; } = null!;
    public List<OwedLine> Owed { get; private set; } = [];
    public Fitted? Fitted { get; private set; }
    public NoFit? NoFit { get; private set; }

    /// <summary>What was done just now, and the save that takes it back.</summary>
    public string? Done { get; private set; }
    public Guid? Undoable { get; private set; }
    private SchoolMaterial Material { get; set; } = null!;
    public List<Check> Checks { get; private set; } = [];

    /// <summary>Stops that somebody set aside for this lesson.</summary>
    public List<CheckOverride> SetAside { get; private set; } = [];

    /// <summary>The check whose reason was not taken, and what is wrong with it.</summary>
    public (string Code, Guid? Line, string Message)? NotSetAside { get; private set; }

    /// <summary>How wide the skyline is drawn: 1, 2 or 4 times.</summary>
    [BindProperty(SupportsGet = true)]
    public int Zoom { get; set; }

    public LessonTally Tally { get; private set; } = null!;

    /// <summary>When it is likely to end, by how long such lines have taken; null while too little was run.</summary>
    public LikelyEnd? Likely { get; private set; }

    public List<SelectListItem> Classes { get; private set; } = [];
    public List<SelectListItem> Halls { get; private set; } = [];
    public List<SelectListItem> Teachers { get; private set; } = [];

    /// <summary>The row that the keys act on.</summary>
    public Guid? Chosen { get; private set; }

    /// <summary>The row that is open for editing.</summary>
    public Guid? EditLine { get; private set; }

    public string? EditText { get; private set; }
    public string? EditProblem { get; private set; }
    public SheetEdit.Clash? Clash { get; private set; }

    /// <summary>What the quick line held when it could not be taken.</summary>
    public string? Typed { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>The row that was taken out just now.</summary>
    public Guid? Removed { get; private set; }

    /// <summary>Everybody may read a sheet; changing it takes an instructor.</summary>
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !CanPlan)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync(Guid? edit, Guid? chosen, Guid? comment)
    {
        (EditLine, CommentLine, Chosen) = (CanPlan ? edit : null, CanPlan ? comment : null, edit ?? comment ?? chosen);
        if (!await Load())
            return NotFound();
        Here = IsPart ? [] : await company.Others(Id, Cancel);
        return Page();
    }

    public async Task<IActionResult> OnGetTextAsync() =>
        await Load()
            ? File(
                Encoding.UTF8.GetBytes(Sheet.Text(Material.Sheets(Sheet.School.Naming))),
                "text/plain; charset=utf-8",
                "sheet.txt"
            )
            : NotFound();

    public async Task<IActionResult> OnGetJsonAsync() =>
        await Load()
            ? File(
                Encoding.UTF8.GetBytes(LessonJson.Write(Sheet.Plan)),
                "application/json; charset=utf-8",
                "sheet.json"
            )
            : NotFound();

    /// <summary>The skyline as a file of its own.</summary>
    public async Task<IActionResult> OnGetSkylineAsync()
    {
        if (!await Load())
            return NotFound();
        ViewData["Standalone"] = true;
        Response.Headers.ContentDisposition = "attachment; filename=skyline.svg";
        var picture = Partial("_Skyline", this);
        picture.ContentType = "image/svg+xml; charset=utf-8";
        return picture;
    }

    public async Task<IActionResult> OnGetPastedAsync() =>
        await Db.Lessons.Where(l => l.Id == Id).Select(l => l.Pasted).FirstOrDefaultAsync(Cancel) is { } pasted
            ? Content(pasted, "text/plain; charset=utf-8")
            : NotFound();

    public async Task<IActionResult> OnGetMatchesAsync(string? text)
    {
        if (!await Load())
            return NotFound();
        return Partial("_Matches", await Matches(text ?? ""));
    }

    public async Task<IActionResult> OnPostAddAsync(string? text, Guid? after)
    {
        var edit = await sheets.Add(Id, text, after, null, Cancel);
        if (edit is SheetEdit.Refused refused)
            (Problem, Typed) = (refused.Message, text);
        return await Answer(edit);
    }

    public async Task<IActionResult> OnPostEditAsync(Guid line, int version, string? text)
    {
        var edit = await sheets.Edit(Id, line, version, text, Cancel);
        if (edit is SheetEdit.Refused refused)
            (EditLine, EditText, EditProblem) = (line, text ?? "", refused.Message);
        if (edit is SheetEdit.Clash clash)
            (EditLine, EditText, Clash) = (line, clash.Mine, clash);
        return await Answer(edit, line);
    }

    public async Task<IActionResult> OnPostStepAsync(Guid line, int by) =>
        await Answer(await sheets.Step(Id, line, Math.Sign(by), Cancel), line);

    public async Task<IActionResult> OnPostMoveAsync(Guid line, int by) =>
        await Answer(await sheets.Move(Id, line, Math.Sign(by), Cancel), line);

    public async Task<IActionResult> OnPostPrioritiseAsync(Guid line, Priority priority) =>
        await Answer(await sheets.Prioritise(Id, line, priority, Cancel), line);

    public async Task<IActionResult> OnPostTeachAsync(Guid line, TeachingKind kind) =>
        await Answer(await sheets.Teach(Id, line, kind, Cancel), line);

    /// <summary>Settles a check in one press.</summary>
    public async Task<IActionResult> OnPostMendAsync(string? code, Guid? line)
    {
        if (!await sheets.Mend(Id, code ?? "", line, Cancel))
            return await Answer(new SheetEdit.Gone());
        (Undoable, Done) = (await history.Last(Id, Cancel), "Mended.");
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    /// <summary>Makes a line's work as near to some seconds as whole repetitions allow: the skyline's edge was dragged there.</summary>
    public async Task<IActionResult> OnPostSizeAsync(Guid line, int seconds)
    {
        var edit = await sheets.Size(Id, line, Math.Clamp(seconds, 1, Dose.LongestSeconds), Cancel);
        if (edit is SheetEdit.Saved)
            (Undoable, Done) = (await history.Last(Id, Cancel), "Changed.");
        return await Answer(edit, line);
    }

    /// <summary>Sets a stop aside for this lesson; the reason is kept with the name.</summary>
    public async Task<IActionResult> OnPostSetAsideAsync(string? code, Guid? line)
    {
        if (await sheets.SetAside(Id, code ?? "", line, Request.Form[$"reason_{code}_{line}"], Cancel) is { } wrong)
            NotSetAside = (code ?? "", line, wrong);
        else
            Done = "Set aside, in your name.";
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    /// <summary>Lets a stop that was set aside count again.</summary>
    public async Task<IActionResult> OnPostCountAgainAsync(Guid aside)
    {
        await Db.RemoveOne(Db.CheckOverrides.Where(o => o.LessonId == Id && o.Id == aside), Cancel);
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid line)
    {
        Removed = line;
        var below = await Db
            .SheetLines.Where(l =>
                l.LessonId == Id
                && l.RemovedAt == null
                && l.Position > Db.SheetLines.Where(x => x.Id == line).Select(x => x.Position).FirstOrDefault()
            )
            .OrderBy(l => l.Position)
            .Select(l => (Guid?)l.Id)
            .FirstOrDefaultAsync(Cancel);
        var edit = await sheets.Remove(Id, line, Cancel);
        return await Answer(edit is SheetEdit.Saved && below is { } next ? new SheetEdit.Saved(next) : edit);
    }

    public async Task<IActionResult> OnPostRestoreAsync(Guid line) =>
        await Answer(await sheets.Restore(Id, line, Cancel), line);

    public async Task<IActionResult> OnPostSampleAsync() =>
        await Answer(await sheets.Add(Id, SampleSheet.Text, null, null, Cancel));

    public async Task<IActionResult> OnPostOwedAsync(Guid line)
    {
        if (!await Load())
            return NotFound();
        if (Owed.Find(o => o.LogLine == line) is not { } debt)
            return await Answer(new SheetEdit.Gone());
        return await Answer(await sheets.Add(Id, debt.Text, null, line, Cancel));
    }

    /// <summary>What is due for the class, asked for beside the sheet so that typing never waits for it.</summary>
    public async Task<IActionResult> OnGetDueAsync()
    {
        if (!await Load())
            return NotFound();
        var here = Sheet.Plan.Lines.SelectMany(l => Learnables.Of(l.Moves)).ToHashSet();
        var due = await progress.DueFor(Sheet.Lesson.ClassId, Sheet.Lesson.Date, [.. Owed.Select(o => o.Text)], Cancel);
        return Partial(
            "_Due",
            new DueList(
                Id,
                CanPlan,
                [
                    .. due.Where(d => !here.Contains(d.Learnable))
                        .Take(DueList.Most)
                        .Select(d => (d, Material.NameOf(d.Learnable, Sheet.School.Naming))),
                ],
                due.Count
            )
        );
    }

    /// <summary>Brings what is due into the sheet, with a dose and stage that fit.</summary>
    public async Task<IActionResult> OnPostBringInAsync(string? learnable, Guid? after)
    {
        if (!await Load())
            return NotFound();
        if (
            (await progress.DueFor(Sheet.Lesson.ClassId, Sheet.Lesson.Date, [], Cancel)).Find(d =>
                d.Learnable == learnable
            )
            is not { } due
        )
            return await Answer(new SheetEdit.Gone());
        Response.Headers["HX-Trigger-After-Settle"] = "due-changed";
        return await Answer(
            await sheets.Add(
                Id,
                Due.Line(
                    Material.OnSheets(due.Learnable, Sheet.School.Naming),
                    Material.Catalogue.Find(due.Learnable),
                    due.NextStage
                ),
                after,
                null,
                Cancel
            )
        );
    }

    /// <summary>The lesson fitted into its time, to look at; nothing is changed yet.</summary>
    public async Task<IActionResult> OnGetFitAsync()
    {
        if (!await Load())
            return NotFound();
        (Fitted, NoFit) = LessonFit.Of(Sheet.Plan, Sheet.Clock.Setting);
        return IsPart ? Partial("_Live", this) : Page();
    }

    /// <summary>Takes the fitted form of the lines that are ticked.</summary>
    public async Task<IActionResult> OnPostFitAsync(string[] fit)
    {
        var lines = fit.Select(f => f.Split(':'))
            .Where(f =>
                f.Length == 2
                && Guid.TryParse(f[0], out _)
                && int.TryParse(f[1], System.Globalization.CultureInfo.InvariantCulture, out _)
            )
            .DistinctBy(f => f[0])
            .ToDictionary(
                f => Guid.Parse(f[0]),
                f => int.Parse(f[1], System.Globalization.CultureInfo.InvariantCulture)
            );
        var changed = await sheets.AcceptFit(Id, lines, Cancel);
        if (changed < 0)
            Problem = "The sheet has changed meanwhile. Fit it once more.";
        if (changed > 0)
            (Undoable, Done) = (await history.Last(Id, Cancel), $"{Shown.Many(changed, "line")} fitted.");
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    /// <summary>Takes one save of this sheet back.</summary>
    public async Task<IActionResult> OnPostUndoAsync(Guid batch)
    {
        if (await history.Undo(Id, batch, Cancel) is not var (undone, left))
            return await Answer(new SheetEdit.Gone());
        Done =
            left == 0
                ? $"{Shown.Many(undone, "line")} as before."
                : $"{Shown.Many(undone, "line")} as before; {left} had been changed since and stay.";
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    public async Task<IActionResult> OnPostDropAsync(Guid line)
    {
        if (!await owed.Drop(line, Cancel))
            return await Answer(new SheetEdit.Gone());
        return await Answer(new SheetEdit.Saved(Guid.Empty));
    }

    public async Task<IActionResult> OnPostHeadAsync([Bind(Prefix = "Head")] HeadForm head)
    {
        Head = head;
        var today = await Today();
        if (head.Date is { } date && (date < today.AddYears(-2) || date > today.AddYears(2)))
            ModelState.AddModelError("Head.Date", "Choose a day within two years of today.");
        if (!ModelState.IsValid)
            return await Load(keepHead: true) ? Page() : NotFound();
        if (await sheets.Open(Id, Cancel) is not { } before)
            return NotFound();
        var lesson = await Db.Lessons.FirstAsync(l => l.Id == Id, Cancel);
        (lesson.Title, lesson.Focus, lesson.Heads, lesson.Minutes) = (
            head.Title?.Trim() ?? "",
            head.Focus?.Trim() ?? "",
            head.Heads!.Value,
            head.Minutes!.Value
        );
        (lesson.Start, lesson.Date) = (head.Start!.Value, head.Date!.Value);
        lesson.HallId = await Db.Halls.AnyAsync(h => h.Id == head.HallId, Cancel) ? head.HallId : null;
        lesson.TeacherId = await Db.Staff.AnyAsync(u => u.Id == head.TeacherId, Cancel) ? head.TeacherId : null;
        if (await Db.Classes.AnyAsync(c => c.Id == head.ClassId, Cancel))
            lesson.ClassId = head.ClassId!.Value;
        await Db.SaveChangesAsync(Cancel);
        var after = await sheets.Open(Id, Cancel);
        Say(
            string.Join('\n', ClockChange.Of(before.Clock, before.Limits, after!.Clock, after.Limits).Prepend("Saved."))
        );
        return Redirect($"/sheets/{Id}");
    }

    /// <summary>The closest known names for what a line did not say clearly.</summary>
    public IReadOnlyList<string> Closest(LessonLine line) =>
        [
            .. line
                .Moves.Elements.Where(e => e.Technique is null)
                .Take(1)
                .SelectMany(e => Material.Catalogue.Closest(e.Words)),
        ];

    /// <summary>Seconds per segment, keyed by the heading's entry.</summary>
    public Dictionary<int, int> SegmentSeconds()
    {
        var seconds = new Dictionary<int, int>();
        var heading = -1;
        for (var i = 0; i < Sheet.Plan.Entries.Count; i++)
        {
            if (Sheet.Plan.Entries[i] is Segment)
                heading = i;
            seconds[heading] =
                seconds.GetValueOrDefault(heading)
                + (Sheet.Clock.Lines.FirstOrDefault(l => l.Entry == i)?.Seconds ?? 0);
        }
        return seconds;
    }

    /// <summary>Where each segment begins, for the skyline.</summary>
    public IEnumerable<(string Name, int At)> SegmentStarts()
    {
        string? open = null;
        foreach (var (entry, i) in Sheet.Plan.Entries.Select((e, i) => (e, i)))
        {
            if (entry is Segment segment)
                open = segment.Name;
            else if (open is not null && Sheet.Clock.Lines.FirstOrDefault(l => l.Entry == i) is { Seconds: > 0 } line)
            {
                yield return (open, line.StartsAt);
                open = null;
            }
        }
    }

    private async Task<IActionResult> Answer(SheetEdit edit, Guid? line = null)
    {
        if (edit is SheetEdit.Gone)
            Problem = "That line is no longer there; somebody took it out. Nothing else was changed.";
        Chosen = edit is SheetEdit.Saved saved && saved.Line != Guid.Empty ? saved.Line : line;
        var saidSomething =
            Problem is not null
            || Done is not null
            || EditLine is not null
            || Removed is not null
            || NotSetAside is not null
            || CommentLine is not null;
        if (!IsPart && !saidSomething)
            return Redirect($"/sheets/{Id}?chosen={Chosen}#line-{Chosen}");
        if (!await Load())
            return NotFound();
        if (edit is SheetEdit.Refused)
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        if (edit is SheetEdit.Clash)
            Response.StatusCode = StatusCodes.Status409Conflict;
        return IsPart ? Partial("_Live", this) : Page();
    }

    private async Task<bool> Load(bool keepHead = false)
    {
        // before the lines are read: what comes in between is news again
        var mark = await company.Mark(Id, Cancel);
        Mark = mark?.Word ?? "";
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return false;
        Sheet = sheet;
        Material = (await Facts()).Material;
        var here = sheet.Rows.Select(r => r.OwedLogLineId).OfType<Guid>().ToHashSet();
        Owed =
        [
            .. (await owed.Of([sheet.Lesson.ClassId], Cancel)).Where(o =>
                !here.Contains(o.LogLine) && o.From < sheet.Lesson.Date.AddDays(1)
            ),
        ];
        Checks = [.. sheet.Checks()];
        SetAside = Checks.Exists(c => c.Level == CheckLevel.Stop) ? await sheets.SetAsideOf(Id, Cancel) : [];
        Zoom = Zoom is 2 or 4 ? Zoom : 1;
        if (mark?.Said is not null)
            Comments = (await comments.Open(Id, Cancel)).ToLookup(c => c.LineId);
        Tally = LessonTally.Of(sheet.Clock);
        Likely = await paces.Of(sheet, Cancel);
        if (IsPart || !CanPlan)
            return true;
        var facts = await Facts();
        Classes =
        [
            .. (await Db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(Cancel)).Select(
                c => new SelectListItem($"{c.Name}, {AgeBands.Word(c.Band)}", c.Id.ToString())
            ),
        ];
        Halls = [.. facts.Halls.Select(h => new SelectListItem(h.Name, h.Id.ToString()))];
        Teachers = [.. facts.Staff.Select(u => new SelectListItem(u.DisplayName, u.Id.ToString()))];
        var lesson = sheet.Lesson;
        if (!keepHead)
            Head = new HeadForm
            {
                Title = lesson.Title,
                Focus = lesson.Focus,
                Heads = lesson.Heads,
                Minutes = lesson.Minutes,
                Start = lesson.Start,
                Date = lesson.Date,
                ClassId = lesson.ClassId,
                HallId = lesson.HallId,
                TeacherId = lesson.TeacherId,
            };
        return true;
    }

    private async Task<MatchList> Matches(string text)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Length > 400)
            return new MatchList(null, []);
        var naming = Sheet.School.Naming;
        if (CalledDrill().Match(text) is { Success: true } called)
        {
            var words = NameKey.Words(called.Groups["name"].Value);
            var names = await Db.Drills.OrderBy(d => d.Name).Select(d => new { d.Name, d.Text }).ToListAsync(Cancel);
            return new MatchList(
                called.Groups["how"].Value.Equals("drill", StringComparison.OrdinalIgnoreCase)
                    ? "a drill, linked: it follows the drill until it is taught or edited here"
                    : "a drill, copied: the sheet's own from now on",
                [
                    .. names
                        .Where(d => words.TrueForAll(w => NameKey.Of(d.Name).Contains(w, StringComparison.Ordinal)))
                        .Take(7)
                        .Select(d => new Match(
                            d.Name,
                            Spoken.Brief(d.Text.Replace("\n", " · ", StringComparison.Ordinal)),
                            $"{called.Groups["how"].Value}: {d.Name}"
                        )),
                ]
            );
        }
        var entries = Material.Sheets(naming).ReadEntries(text);
        var said = entries is [.., LessonLine last] ? last.Content : "";
        var piece = said[(said.LastIndexOfAny([',', '+', '&', '|']) + 1)..].Trim();
        var matches = Owed.Where(o => said.Length > 1 && o.Text.Contains(said, StringComparison.OrdinalIgnoreCase))
            .Select(o => new Match(o.Text.Split('\n')[0], "owed", o.Text.Split('\n')[0]))
            .ToList();
        if (piece.Length > 1)
        {
            var used = Sheet.Plan.Lines.SelectMany(l => l.Moves.Elements).Select(e => e.Technique?.Id).ToHashSet();
            matches.AddRange(
                Material
                    .Catalogue.Search(piece, naming)
                    .Where(f => NameKey.Of(f.Name) != NameKey.Of(piece))
                    .Take(5)
                    .Select(f => new Match(
                        f.Name,
                        Reason(f.Technique),
                        text.Replace(piece, f.Name, StringComparison.OrdinalIgnoreCase)
                    ))
            );
            matches.InsertRange(
                0,
                Material
                    .Combinations.Where(c =>
                        c.Row.Number.StartsWith(piece.TrimStart('#'), StringComparison.OrdinalIgnoreCase)
                        || NameKey.Of(c.Row.Name).Contains(NameKey.Of(piece), StringComparison.Ordinal)
                    )
                    .Take(3)
                    .Select(c => new Match(
                        $"#{c.Row.Number} {c.Row.Name}",
                        c.Row.Notation,
                        text.Replace(piece, $"#{c.Row.Number}", StringComparison.OrdinalIgnoreCase)
                    ))
            );
            matches.AddRange(
                (await Db.Drills.OrderBy(d => d.Name).Select(d => d.Name).ToListAsync(Cancel))
                    .Where(d => NameKey.Of(d).Contains(NameKey.Of(piece), StringComparison.Ordinal))
                    .Take(2)
                    .Select(d => new Match(d, "drill", $"drill: {d}"))
            );
            string Reason(Technique technique) =>
                (used.Contains(technique.Id) ? "already in this sheet · " : "") + technique.NameIn(naming);
        }
        return new MatchList(Reads(entries), matches);
    }

    [GeneratedRegex(
        @"^\s*(?<how>drill|copy):\s*(?<name>[^\n]*)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex CalledDrill();

    /// <summary>What a typed line would be, with its time in this lesson: 'front kick · 5/side · 0:38'.</summary>
    private string? Reads(IReadOnlyList<SheetEntry> entries)
    {
        if (entries is [Segment segment])
            return $"a heading: {segment.Name}";
        if (entries is [Note])
            return "a note";
        if (!entries.OfType<LessonLine>().Any())
            return null;
        var with = LessonClock.Time(
            Sheet.Plan with
            {
                Entries = Sheet.Plan.Entries.Concat(entries).ToSequence(),
            },
            Sheet.Clock.Setting
        );
        return string.Join(
            "  +  ",
            with.Lines.Where(l => l.Entry >= Sheet.Plan.Entries.Count)
                .Select(l =>
                    l.Line switch
                    {
                        { Problem: { } problem } => problem,
                        { Dose: null } => $"{l.Line.Content} · no dose yet: add 5/side, 45s, x10 …",
                        _ =>
                            $"{l.Line.Content} · {SheetWriter.Write(l.Line.Dose)} · {Spoken.Clock(l.Seconds)} with getting there{(l.Line.Moves.IsKnown ? "" : " · words not in the catalogue")}",
                    }
                )
        );
    }
}
