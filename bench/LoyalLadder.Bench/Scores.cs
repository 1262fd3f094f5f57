using System.Globalization;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>Prints how well corpora are understood.</summary>
public static class Scores
{
    /// <summary>The corpora are of schools whose 'on my count' waits for a call.</summary>
    private static readonly Vocabulary Words = new(CatalogueFile.Shipped(), NamingSchool.Generic)
    {
        MyCount = Pace.Called,
    };

    /// <summary>Exact, marked and silently wrong of typed lines, each in per cent, and the misses.</summary>
    public static int Speech(IEnumerable<string> files)
    {
        foreach (var file in files)
        {
            var score = SpeechScore.Of(File.ReadLines(file), new SheetReader(Words));
            foreach (var miss in score.Misses)
                Console.WriteLine(
                    $"{miss.How, -13} {miss.Line}\n    expected  {miss.Expected}\n    read      {miss.Read}"
                );
            Console.WriteLine(
                $"{Path.GetFileName(file)}: {score.Lines} lines, exact {Share(score.Exact)}, marked "
                    + $"{Share(score.Marked)}, silently wrong {Share(score.SilentlyWrong)}"
            );

            string Share(int part) =>
                string.Create(CultureInfo.InvariantCulture, $"{part} ({100.0 * part / score.Lines:0.0} %)");
        }
        return 0;
    }

    /// <summary>What is said of dangerous and of harmless lines.</summary>
    public static int Safety(string file)
    {
        SafetyScore.Print(file, new SheetReader(Words));
        return 0;
    }

    /// <summary>How many changed lines read the same.</summary>
    public static int Changed(string[] files)
    {
        var (same, all) = SpeechScore.Changed(
            files.SelectMany(File.ReadLines),
            new SheetReader(Words),
            10_000,
            Console.WriteLine
        );
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"changed lines read the same {same} of {all} ({100.0 * same / all:0.0} %)"
            )
        );
        return 0;
    }

    /// <summary>How a sheet is read, line by line.</summary>
    public static int Show(string file)
    {
        LoyalLadder.Bench.Show.Sheet(file, new SheetReader(Words));
        return 0;
    }

    /// <summary>What lines of a page are for: cross-validated, and learned anew into a file where one is named.</summary>
    public static int Layout(string file, string[] weights)
    {
        var sheets = LabelledSheet.Read(file);
        var more = LabelledSheet.ReadPlain(Path.Combine(AppContext.BaseDirectory, "Sheets", "more-sheets.txt"));
        var reader = new SheetReader(Words);
        LayoutScore.CrossValidate(sheets, more, reader, 10, weights.Contains("-v"));
        SheetScore.Print(
            file,
            Path.Combine(AppContext.BaseDirectory, "Sheets", "more-sheets.txt"),
            Words,
            10,
            weights.Contains("-v")
        );
        foreach (var table in weights.Where(w => w != "-v"))
            File.WriteAllText(table, LayoutScore.Train([.. sheets, .. more], reader).Write());
        return 0;
    }

    /// <summary>Combinations that are judged as an instructor judges them, and what differs in the others.</summary>
    public static int Movement(IEnumerable<string> files)
    {
        foreach (var file in files)
        {
            var score = MovementScore.Of(File.ReadLines(file), Words.Catalogue);
            foreach (var miss in score.Misses)
                Console.WriteLine($"{miss.Notation}\n    {string.Join("\n    ", miss.Differences)}");
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{Path.GetFileName(file)}: {score.Combinations} combinations, exact {score.Exact} "
                        + $"({100.0 * score.Exact / score.Combinations:0.0} %)"
                )
            );
        }
        return 0;
    }

    /// <summary>Terms of all sizes, terms of 24 sessions and 40 items, or terms without room.</summary>
    public static int Terms(string kind, int count, int from, int seconds)
    {
        Action<int, int, int> score = kind switch
        {
            "feasible" => TermScore.Feasible,
            "complete" => TermScore.Complete,
            "sized" => TermScore.Sized,
            _ => TermScore.Infeasible,
        };
        score(count, from, seconds);
        return 0;
    }
}
