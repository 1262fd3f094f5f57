using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>
/// The buttons that act on a line. A sheet holds them once for the line at hand, since each line with its own would be half of
/// the page; whoever has no scripts finds them where the line is edited.
/// </summary>
/// <param name="View">The whole.</param>
/// <param name="Row">The line; null where the script puts in whichever is at hand.</param>
public sealed record LineTools(SheetView View, SheetRowView? Row)
{
    private const string Dosed = "dose";

    /// <summary>What is there to be done to a line: its dose, and what the next press makes of its priority and its talk.</summary>
    /// <returns>'dose could new'; null where the line has no dose.</returns>
    public static string? Of(LessonLine? line) =>
        line is { Dose: not null }
            ? $"{Dosed} {Word(LineWords.Next(line.Priority))} {Word(LineWords.Next(line.Teach?.Kind))}"
            : null;

    private static string Word(Priority priority) => priority.ToString().ToLowerInvariant();

    private static string Word(TeachingKind kind) => kind.ToString().ToLowerInvariant();

    /// <summary>The tools that change a dose, all of them where it is not known yet which line is meant.</summary>
    public IEnumerable<DoseTool> Doses()
    {
        var offered = Row is null ? null : Of(Row.Line)?.Split(' ') ?? [];
        return All().Where(tool => offered?.Contains(tool.When) != false);
    }

    private static IEnumerable<DoseTool> All() =>
        [
            new("Step", "&by=-1", "[", Say("Less"), Dosed),
            new("Step", "&by=1", "]", Say("More"), Dosed),
            .. Enum.GetValues<Priority>()
                .Select(p => new DoseTool(
                    "Prioritise",
                    $"&priority={p}",
                    "p",
                    Spoken.Capital(LineWords.Of(p)),
                    Word(p)
                )),
            .. new[] { TeachingKind.New, TeachingKind.Refresh, TeachingKind.Known }.Select(k => new DoseTool(
                "Teach",
                $"&kind={k}",
                "n",
                LineWords.Act(k),
                Word(k)
            )),
        ];

    public string Post(string page, string handler, string more = "") =>
        View.Post(page, handler, Row?.Row.Id, Row is null ? more : $"{more}&version={Row.Row.Version}");
}

/// <summary>A button that changes a line's dose, priority or talk.</summary>
/// <param name="Handler">What answers it.</param>
/// <param name="More">What else the address says.</param>
/// <param name="Key">The key that presses it.</param>
/// <param name="Words">What it says.</param>
/// <param name="When">The word of <see cref="LineTools.Of"/> with which a line has it.</param>
public sealed record DoseTool(string Handler, string More, string Key, string Words, string When);
