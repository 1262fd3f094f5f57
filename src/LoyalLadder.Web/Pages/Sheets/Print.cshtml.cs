using LoyalLadder.Core;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A sheet on paper: one page to read at arm's length, and overleaf the combinations with their holder's cards.</summary>
public sealed class PrintModel(OwnSchool own, TimeProvider time, LessonSheets sheets, PaceBook paces)
    : RoomPage(own, time)
{
    /// <summary>Combinations that have room overleaf.</summary>
    private const int MostOverleaf = 6;

    /// <summary>Holder's cards of one lesson, four to a page.</summary>
    private const int MostCards = 24;

    public sealed record Overleaf(string Notation, Sequence<HolderLine> Holder, Sequence<BuildUpStep> BuildUp);

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;
    public List<Overleaf> Back { get; private set; } = [];
    public List<string> Cautions { get; private set; } = [];

    /// <summary>Type grows with the room that there is: few lines are read from farther away. It is never under 12 points; a long
    /// lesson stands in two columns.</summary>
    public string Size =>
        Sheet.Plan.Entries.Count switch
        {
            <= 16 => "large",
            <= 28 => "medium",
            _ => "long",
        };

    /// <summary>In two columns, doses behind the words.</summary>
    public bool IsLong => Size == "long";

    /// <summary>When it ends: as the lines add up, and as such lessons are likely to.</summary>
    public string EndWords { get; private set; } = "";

    /// <summary>The holder's cards alone, to be cut out.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Cards { get; set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        Sheet = sheet;
        var clock = sheet.Clock;
        var headline = Headline.Of(sheet.Plan, clock, await paces.Of(sheet, Cancel));
        EndWords = Say(
            $"{Spoken.Length(clock.TotalSeconds)} of {Spoken.Length(clock.BookedSeconds)} planned; {headline.Words}, "
                + $"ends {Shown.Hour(clock.TimeAt(headline.EndsAt))}."
        );
        Back = await Overleaves();
        Cautions =
        [
            .. sheet
                .Plan.Lines.SelectMany(l => l.Moves.Elements)
                .Select(e => e.Technique)
                .OfType<Technique>()
                .Distinct()
                .SelectMany(t => t.Cautions.Take(1))
                .Distinct()
                .Take(10),
        ];
        return Page();
    }

    /// <summary>The combinations of the sheet, with what whoever holds for them does.</summary>
    private async Task<List<Overleaf>> Overleaves()
    {
        var taught = await Material();
        var naming = (await Words()).Naming;
        var tracer = taught.Tracer(naming);
        return
        [
            // jobs at stations and bags are no combination
            .. Sheet
                .Plan.Lines.Where(l => l.Dose is not (StationsDose or BagLinesDose or CircuitDose))
                .Select(l => l.Moves)
                .Where(m => m is { IsKnown: true, IsExercise: false } && m.Counts.Count > 2)
                .Distinct()
                .Take(Cards ? MostCards : MostOverleaf)
                .Select(m => (Moves: m, Trace: tracer.Trace(m, Lead.Left, Sheet.Lesson.Class!.Band)))
                .Select(m => new Overleaf(
                    NotationWriter.Write(m.Moves, naming),
                    HolderCard.Of(m.Trace, naming, Sheet.School.CrossedMitts),
                    BuildUp.Of(m.Trace, Sheet.School.BuildUp, Sheet.School.Naming)
                )),
        ];
    }
}
