using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Help;

/// <summary>What came of something that was tried.</summary>
/// <param name="Reads">How it reads, entry by entry.</param>
/// <param name="Seconds">What it takes, getting there and talk included.</param>
/// <param name="Problem">Why it cannot be; null when it can.</param>
public sealed record Tried(IReadOnlyList<string> Reads, int Seconds, string? Problem);

/// <summary>How to write a sheet, with examples that are read in place.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, LessonSheets sheets) : RoomPage(own, time)
{
    private const int LongestText = 400;

    private SheetReader _reader = null!;

    public async Task OnGetAsync() => _reader = await sheets.Reader(Cancel);

    /// <summary>How something that is typed reads, and what it takes.</summary>
    public async Task<IActionResult> OnGetTryAsync(string? text)
    {
        _reader = await sheets.Reader(Cancel);
        return Partial("_Tried", Try(text?.Length > LongestText ? text[..LongestText] : text ?? ""));
    }

    /// <summary>Sixteen adults on a usual floor.</summary>
    public Tried Try(string text)
    {
        var entries = _reader.ReadEntries(text);
        var setting = new LessonSetting
        {
            Band = AgeBand.Adults,
            Heads = 16,
            Minutes = 60,
            Bags = 4,
        };
        var clock = LessonClock.Time(new LessonPlan(LessonHead.Empty, entries.ToSequence()), setting);
        var writer = new SheetWriter(_reader);
        return new Tried(
            [.. entries.Select(writer.Write)],
            clock.Lines.Sum(l => l.Seconds),
            entries.OfType<LessonLine>().Select(Wrong).FirstOrDefault(p => p is not null)
        );
    }

    private static string? Wrong(LessonLine line) =>
        line.Problem
        ?? (line.IsUnderstood ? null : Say("Not every word is understood; it stays as typed and is marked."));
}
