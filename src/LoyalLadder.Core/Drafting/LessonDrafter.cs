using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Drafting;

/// <summary>
/// Writes the sheet that somebody who knows the class would have written: its usual segments, what never changes, what is owed
/// and due, the rest by what was longest ago; settled by the checks and fitted to the likely clock.
/// </summary>
/// <param name="reader">The school's.</param>
public sealed class LessonDrafter(SheetReader reader)
{
    /// <summary>Of the lines of a sheet, at most so many as the lesson before had.</summary>
    public const double MostRepeated = 0.4;

    private const int MostNotes = 2,
        MostMends = 60,
        MostRounds = 30,
        RoundsToEnd = 12;

    /// <summary>Seconds that may stay empty at the end.</summary>
    private const int MayStayEmpty = 150;

    /// <summary>The sheet for a session; always one, though it may be short where little is known.</summary>
    public Draft Write(DraftAsk ask)
    {
        ask = ask with
        {
            Read = Remembered(reader.ReadEntries),
            Write = new SheetWriter(reader).Write,
            Catalogue = reader.Vocabulary.Catalogue,
        };
        var skeleton = new Skeleton(ask, reader);
        foreach (var theme in ask.Themes.Take(MostTried))
            if (About(theme, ask, skeleton) is { } draft)
                return draft;
        return About(null, ask, skeleton)!;
    }

    /// <summary>The same line is tried in many places and read once.</summary>
    private static Func<string, IReadOnlyList<SheetEntry>> Remembered(Func<string, IReadOnlyList<SheetEntry>> read)
    {
        var known = new Dictionary<string, IReadOnlyList<SheetEntry>>(StringComparer.Ordinal);
        return text => known.TryGetValue(text, out var entries) ? entries : known[text] = read(text);
    }

    private const int MostTried = 3,
        FewestSteps = 2;

    /// <summary>A lesson about something; null where little of that is left when nothing stands against the lesson.</summary>
    private Draft? About(DraftTheme? theme, DraftAsk ask, Skeleton skeleton)
    {
        var sheet = new DraftSheet(ask, skeleton);
        foreach (var part in skeleton.Parts)
            sheet.Open(part);
        if (theme is not null && !sheet.Climb(theme))
            return null;
        foreach (var wanted in ask.Wanted)
            if (wanted.IsOwed || sheet.HasRoomForSkills)
                foreach (var line in reader.ReadEntries(wanted.Text).OfType<LessonLine>().Where(l => l.IsUnderstood))
                    sheet.Want(line, wanted);
        foreach (var part in skeleton.Parts.Where(p => p.Kind == SegmentKind.WarmUp))
            sheet.WarmUp(part);
        foreach (var part in skeleton.Parts)
            sheet.Fill(part);
        sheet.Play();
        sheet.PutHeld();
        // the last rounds only take away, so that it ends settled and in time
        for (var round = 0; round < MostRounds; round++)
        {
            sheet.MoveFirst();
            Settle(ask, sheet);
            var mayAdd = round < MostRounds - RoundsToEnd;
            if (
                !Fit(ask, sheet)
                && !sheet.LeaveOutAgain()
                && !(mayAdd && sheet.FillUp(MayStayEmpty))
                && !(mayAdd && sheet.MoreOfTheme())
            )
                break;
        }
        if (theme is not null && sheet.Steps < FewestSteps)
            return null;
        sheet.Water();
        sheet.DropEmptyHeadings();
        return new Draft(sheet.Shown().ToSequence(), sheet.Clock.TotalSeconds, skeleton.Shares().ToSequence())
        {
            Theme = theme,
        };
    }

    /// <summary>Mends what the checks say, and leaves out what cannot be mended.</summary>
    private void Settle(DraftAsk ask, DraftSheet sheet)
    {
        for (var mends = 0; mends < MostMends; mends++)
        {
            var checks = sheet.Checks.Where(c => c.Code != Overrun).ToList();
            var notes = checks.Count(c => c.Level == CheckLevel.Note);
            var first = checks.Find(c => c.Level != CheckLevel.Note || (notes > MostNotes && c.Entry is not null));
            if (first is null)
                return;
            var mayAdd = mends < MostMends / 2;
            var isMended =
                (mayAdd && Missing(first.Code) is { } kind && sheet.More(kind))
                || (mayAdd && first.Mend is { } mend && sheet.Mend(mend, first, reader));
            if (!isMended && !sheet.LeaveOut(first))
                return;
        }
    }

    /// <summary>The segment that a check wants more of; null where it wants something else.</summary>
    internal static SegmentKind? Missing(string check) =>
        check switch
        {
            "cold" or "unmobilised" => SegmentKind.WarmUp,
            "cool-down" => SegmentKind.CoolDown,
            _ => null,
        };

    /// <summary>Of the checks, the one that fitting settles.</summary>
    internal const string Overrun = "overrun";

    /// <summary>What is over by more than this share of the time is not made up by doing a little less of everything.</summary>
    private const double ALittle = 0.06;

    /// <summary>Takes off what does not fit; true where something was.</summary>
    private static bool Fit(DraftAsk ask, DraftSheet sheet)
    {
        var rest = LessonFit.Rest.Whole(ask.Setting);
        var over = ask.Taken(sheet.Clock.Lines) - rest.Seconds;
        if (over <= 0)
            return false;
        if (over > ALittle * rest.Seconds && sheet.LeaveOutOther())
            return true;
        foreach (var way in new[] { FitWay.ALittleOff, FitWay.LeaveOut })
            if (WaysToFit.Of(way, sheet.Plan, ask.Setting, rest, ask.Taken).Fitted is { } fitted && sheet.Take(fitted))
                return true;
        // more is promised than there is time for: the last of it waits
        return sheet.LeaveOutLast();
    }
}
