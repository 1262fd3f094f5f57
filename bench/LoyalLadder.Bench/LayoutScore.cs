using System.Text.Json;
using LoyalLadder.Core.Lessons.Layout;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Bench;

/// <summary>A whole sheet with every line labelled.</summary>
internal sealed record LabelledSheet(int Id, string Text, string[] Labels)
{
    public string[] Lines => Typed.Plain(Text, "\t").Split('\n');

    /// <summary>
    /// Sheets of a plain file: '=== ' and a number before each, a label and a bar before each line. They were made up for this
    /// project, to learn from more manners than one corpus has.
    /// </summary>
    public static List<LabelledSheet> ReadPlain(string file)
    {
        var sheets = new List<LabelledSheet>();
        foreach (var sheet in File.ReadAllText(file).Split("=== ", StringSplitOptions.RemoveEmptyEntries))
        {
            var lines = sheet.TrimEnd('\n').Split('\n');
            var labelled = lines.Skip(1).Select(l => l.Split('|', 2)).ToList();
            sheets.Add(
                new LabelledSheet(
                    int.Parse(lines[0], System.Globalization.CultureInfo.InvariantCulture),
                    string.Join('\n', labelled.Select(l => l[1])),
                    [.. labelled.Select(l => l[0])]
                )
            );
        }
        return sheets;
    }

    /// <summary>Sheets of a file, a JSON object a line; labels as 'H', 'W', 'HW', 'N', 'V', 'WV', '+', empty for a blank line.</summary>
    public static List<LabelledSheet> Read(string file) =>
        [
            .. File.ReadLines(file)
                .Where(l => l.Trim().Length > 0)
                .Select(l =>
                {
                    using var json = JsonDocument.Parse(l);
                    var root = json.RootElement;
                    return new LabelledSheet(
                        root.GetProperty("id").GetInt32(),
                        root.GetProperty("text").GetString()!,
                        [.. root.GetProperty("labels").EnumerateArray().Select(e => e.GetString()!)]
                    );
                }),
        ];

    /// <summary>Some of its lines.</summary>
    public LabelledSheet Piece(int from, int to) =>
        new(Id, string.Join('\n', Text.Split('\n')[from..to]), Labels[from..to]);

    public LineLabel LabelOf(int number) =>
        Labels[number - 1] switch
        {
            "H" => LineLabel.Heading,
            "W" => LineLabel.Work,
            "HW" => LineLabel.HeadingWork,
            "N" => LineLabel.Note,
            "+" => LineLabel.Continuation,
            ['W', ..] => LineLabel.WorkVersion,
            _ => LineLabel.Version,
        };
}

/// <summary>Learns what lines of a page are for, and scores it on sheets that were held back.</summary>
internal static class LayoutScore
{
    private const int Rounds = 14;

    private sealed record Page(
        LabelledSheet Sheet,
        IReadOnlyList<PageLine> Lines,
        IReadOnlyList<IReadOnlyList<string>> Forms,
        LineLabel[] Labels,
        List<LineLabel?> Given
    );

    public static LayoutModel Train(IReadOnlyList<LabelledSheet> sheets, SheetReader reader) =>
        Train([.. sheets.SelectMany(s => Pieces(s)).Select(s => PageOf(s, reader))]);

    /// <summary>A sheet as it stands, without what stands above its lesson, and part by part: people paste pieces as well.</summary>
    private static IEnumerable<LabelledSheet> Pieces(LabelledSheet sheet)
    {
        yield return sheet;
        var lines = sheet.Text.Split('\n');
        var first = Array.FindIndex(sheet.Labels, l => l is not "N" and not "");
        if (first > 0)
            yield return sheet.Piece(first, lines.Length);
        for (var at = first; at >= 0 && at < lines.Length; )
        {
            var end = at + 1;
            while (end < lines.Length && sheet.Labels[end] is not ("H" or "HW"))
                end++;
            if (end - at >= LeastPiece)
                yield return sheet.Piece(at, end);
            at = end;
        }
    }

    private const int LeastPiece = 4;

    /// <summary>A conditional random field over the lines of a page, by seeded stochastic ascent with shrinking steps.</summary>
    private static LayoutModel Train(List<Page> pages)
    {
        var model = new LayoutModel();
        var sizes = new LayoutModel();
        var sums = new LayoutModel();
        var random = new Random(1);
        var counted = 0;
        for (var round = 0; round < Rounds; round++)
        {
            foreach (var page in pages.OrderBy(_ => random.Next()).ToList())
            foreach (var (feature, slope) in Slopes(model, page))
            {
                var weights = model.Weights(feature);
                var size = sizes.Weights(feature);
                for (var l = 0; l < LayoutModel.Labels; l++)
                {
                    var g = slope[l] - (Shrink * weights[l]);
                    size[l] += g * g;
                    weights[l] += Step * g / Math.Sqrt(size[l] + 1e-6);
                }
            }
            // the mean of the later rounds is steadier than the last of them
            if (round < Rounds / 2)
                continue;
            counted++;
            foreach (var feature in model.Features.ToList())
                for (var l = 0; l < LayoutModel.Labels; l++)
                    sums.Weights(feature)[l] += model.Weights(feature)[l];
        }
        foreach (var feature in sums.Features.ToList())
            for (var l = 0; l < LayoutModel.Labels; l++)
                sums.Weights(feature)[l] /= counted;
        return sums;
    }

    private const double Shrink = 0.1,
        Step = 0.2;

    /// <summary>How the likelihood of the right labels rises with each weight.</summary>
    private static Dictionary<string, double[]> Slopes(LayoutModel model, Page page)
    {
        var slopes = new Dictionary<string, double[]>(StringComparer.Ordinal);
        var (single, pairs) = model.Shares(page.Forms, page.Given);
        for (var i = 0; i < page.Labels.Length; i++)
        {
            foreach (var feature in page.Forms[i])
            {
                var slope = Of(feature);
                slope[(int)page.Labels[i]] += 1;
                for (var l = 0; l < LayoutModel.Labels; l++)
                    slope[l] -= single[i][l];
            }
            var isLike = page.Forms[i].Contains("like above");
            Of(LayoutModel.Following(i > 0 ? page.Labels[i - 1] : null, isLike))[(int)page.Labels[i]] += 1;
            if (i == 0)
            {
                var slope = Of(LayoutModel.Following(null, isLike));
                for (var l = 0; l < LayoutModel.Labels; l++)
                    slope[l] -= single[0][l];
                continue;
            }
            for (var before = 0; before < LayoutModel.Labels; before++)
            {
                var slope = Of(LayoutModel.Following((LineLabel)before, isLike));
                for (var l = 0; l < LayoutModel.Labels; l++)
                    slope[l] -= pairs[i][before, l];
            }
        }
        return slopes;

        double[] Of(string feature)
        {
            if (!slopes.TryGetValue(feature, out var slope))
                slopes[feature] = slope = new double[LayoutModel.Labels];
            return slope;
        }
    }

    private static Page PageOf(LabelledSheet sheet, SheetReader reader)
    {
        var rows = PageTable.Rows(sheet.Lines);
        var lines = SheetLayout.Page(sheet.Lines, rows);
        return new Page(
            sheet,
            lines,
            LineForms.Of(lines, [.. lines.Select(reader.Look)]),
            [.. lines.Select(l => sheet.LabelOf(l.Number))],
            SheetLayout.Given(lines, rows)
        );
    }

    /// <summary>Prints how many lines are told apart on sheets that were not learned from, and which were not.</summary>
    public static void CrossValidate(
        IReadOnlyList<LabelledSheet> sheets,
        IReadOnlyList<LabelledSheet> more,
        SheetReader reader,
        int folds,
        bool isLong
    )
    {
        var pages = sheets.Select(s => PageOf(s, reader)).ToList();
        var extra = more.SelectMany(Pieces).Select(s => PageOf(s, reader)).ToList();
        var (right, all, coarse) = (0, 0, 0);
        for (var fold = 0; fold < folds; fold++)
        {
            var held = pages.Where((_, i) => i * folds / pages.Count == fold).ToList();
            var learned = sheets
                .Where((_, i) => i * folds / pages.Count != fold)
                .SelectMany(Pieces)
                .Select(s => PageOf(s, reader));
            var model = Train([.. learned, .. extra]);
            foreach (var page in held)
            {
                var guess = model.Best(page.Forms, page.Given);
                for (var i = 0; i < guess.Length; i++)
                {
                    all++;
                    if (Kind(guess[i]) == Kind(page.Labels[i]))
                        coarse++;
                    if (guess[i] == page.Labels[i])
                        right++;
                    else if (isLong)
                        Console.WriteLine(
                            $"{page.Sheet.Id, 3} {page.Labels[i], -13} read {guess[i], -13} {page.Lines[i].Whole}"
                        );
                }
            }
        }
        Console.WriteLine(
            $"lines told apart {right} of {all} ({100.0 * right / all:0.0} %), by work, heading, note alone {100.0 * coarse / all:0.0} %"
        );
        var trained = Train([.. pages, .. extra]);
        var seen = pages.Sum(p => trained.Best(p.Forms, p.Given).Zip(p.Labels).Count(x => x.First == x.Second));
        Console.WriteLine($"on the sheets it learned from {100.0 * seen / all:0.0} %");
    }

    private static int Kind(LineLabel label) =>
        label switch
        {
            LineLabel.Heading => 0,
            LineLabel.Note => 1,
            LineLabel.HeadingWork => 2,
            LineLabel.Continuation => 3,
            _ => 4,
        };
}
