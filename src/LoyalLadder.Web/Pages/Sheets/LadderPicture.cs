using System.Text;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The lesson's ladder laid out for the page: where each thing stands, in the picture's own units.</summary>
public sealed class LadderPicture
{
    public const decimal Top = 28,
        Floor = 112,
        Height = 134;

    private const decimal Left = 6,
        Letter = 6.8m,
        HourWide = 34;

    public LadderPicture(OpenSheet sheet, LessonLadder ladder, int zoom)
    {
        (Sheet, Ladder, Zoom) = (sheet, ladder, zoom);
        Scale = (Width - (Left * 2)) / Ladder.SpanSeconds;
    }

    public OpenSheet Sheet { get; }

    public LessonLadder Ladder { get; }

    /// <summary>1, 2 or 4 times as wide as the page.</summary>
    public int Zoom { get; }

    /// <summary>A file of its own, with its style in it.</summary>
    public bool IsStandalone { get; init; }

    /// <summary>Whether bays can be made wider and narrower.</summary>
    public bool CanDrag { get; init; }

    /// <summary>The line that the keys act on.</summary>
    public ClockedLine? Chosen { get; init; }

    public decimal Width => 1152 * Zoom;

    /// <summary>Units a second; every place is worked out with it.</summary>
    public decimal Scale { get; }

    public decimal X(int seconds) => Left + Wide(seconds);

    public decimal Wide(int seconds) => seconds * Scale;

    /// <summary>Rungs of work, and the thin double line of talk and getting there: one path for each way of drawing them, since a
    /// long lesson has thousands of rungs.</summary>
    public IEnumerable<(string Class, string Path)> Strokes()
    {
        var paths = new Dictionary<string, StringBuilder>();
        foreach (var bay in Ladder.Bays.Where(b => b.Kind != BayKind.Water))
            Draw(bay, paths);
        return paths.Select(p => (p.Key, p.Value.ToString()));
    }

    private void Draw(Bay bay, Dictionary<string, StringBuilder> paths)
    {
        var (from, to) = (Shown.N(X(bay.From) + 1.5m), X(bay.To) - 1.5m);
        if (to <= X(bay.From) + 1.5m)
            return;
        var (style, apart) = Style(bay);
        if (!paths.TryGetValue(style, out var path))
            paths[style] = path = new StringBuilder();
        var gap = (Floor - Top) / 6 / bay.Lanes;
        var foot = Floor - ((Floor - Top) / bay.Lanes * bay.Lane);
        for (var rung = 1; rung <= Math.Max(1, bay.Rungs); rung++)
            foreach (
                var y in apart == 0
                    ? [foot - (gap * rung)]
                    : new[] { foot - (gap * rung) - apart, foot - (gap * rung) + apart }
            )
                path.Append('M').Append(from).Append(' ').Append(Shown.N(y)).Append('H').Append(Shown.N(to));
    }

    private static (string Class, decimal Apart) Style(Bay bay)
    {
        if (bay.Kind != BayKind.Work)
            return ("bare", 1.6m);
        var half = bay.Lanes > 1 ? " half" : "";
        return bay.Stroke switch
        {
            RungStroke.Double => ($"double{half}", bay.Lanes > 1 ? 1.3m : 2),
            RungStroke.Broken => ($"broken{half}", 0),
            RungStroke.Dotted => ($"dotted{half}", 0),
            _ => ($"whole{half}", 0),
        };
    }

    /// <summary>The middle of each drink.</summary>
    public IEnumerable<(decimal X, decimal Y)> Drops() =>
        Ladder.Bays.Where(b => b.Kind == BayKind.Water).Select(b => ((X(b.From) + X(b.To)) / 2, (Top + Floor) / 2));

    /// <summary>Names of segments where they begin; one that would run into the name before stands aside.</summary>
    public IEnumerable<(string Name, decimal X)> Names()
    {
        var free = decimal.MinValue;
        foreach (var (name, at) in SegmentTimes.Starts(Sheet.Plan, Sheet.Clock))
        {
            var shown = name.Length > 18 ? name[..17] + "…" : name;
            if (X(at) < free || X(at) + (shown.Length * Letter) > Width)
                continue;
            free = X(at) + 8 + (shown.Length * Letter);
            yield return (shown, X(at) + 1);
        }
    }

    /// <summary>What is done, in bays wide enough to say it: only when drawn wider.</summary>
    public IEnumerable<(string Name, decimal X, decimal Y)> BayNames() =>
        Zoom == 1
            ? []
            : Sheet
                .Clock.Lines.Where(l => l.Work > 0 && Wide(l.Work) > (l.Line.Content.Length * Letter) + 6)
                .Select(l => (l.Line.Content, X(l.EndsAt - l.Work) + 3, Top + 11));

    /// <summary>Minutes that are written below.</summary>
    public IEnumerable<(int Minute, decimal X, string Anchor)> Minutes()
    {
        var every = Zoom switch
        {
            4 => 1,
            2 => 2,
            _ when Ladder.SpanSeconds > 75 * 60 => 10,
            _ => 5,
        };
        // an hour that the edge would cut through is left out
        for (var minute = 0; X(minute * 60) <= Width - (HourWide / 2); minute += every)
            yield return (minute, X(minute * 60), minute == 0 ? "start" : "middle");
    }

    /// <summary>What a bay says when it is pointed at.</summary>
    public static string Tip(ClockedLine line) =>
        Say(
            $"{SheetWriter.Words(line.Line)} {(line.Line.Dose is { } dose ? SheetWriter.Amount(dose) : "")}: "
                + $"{Spoken.Length(line.Seconds)}, effort {line.Effort} of 5"
        );
}
