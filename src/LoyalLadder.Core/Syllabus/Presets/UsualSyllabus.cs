using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus.Presets;

/// <summary>Something that a usual syllabus asks for.</summary>
/// <param name="Rank">The place of the rank in its track, 0 for the lowest.</param>
/// <param name="Learnable">What.</param>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Cell">At which stage, how often, signed by how many.</param>
public readonly record struct UsualAsk(int Rank, string Learnable, RequirementKind Kind, AskedCell Cell);

/// <summary>A syllabus to begin with, one for each way of naming; a school changes it to its own.</summary>
public static class UsualSyllabus
{
    private const int Steps = 8,
        AskedAgainAfter = 3,
        HighestStage = 5;

    private static readonly Lazy<Dictionary<NamingSchool, List<string[]>>> Written = new(Read);

    private static Dictionary<NamingSchool, List<string[]>> Read()
    {
        using var text = new StreamReader(
            typeof(UsualSyllabus).Assembly.GetManifestResourceStream("usual-syllabus.txt")!
        );
        var all = new Dictionary<NamingSchool, List<string[]>>();
        var steps = new List<string[]>();
        while (text.ReadLine() is { } line)
        {
            if (line.StartsWith('['))
                all[Enum.Parse<NamingSchool>(line.Trim('[', ']'))] = steps = [];
            else if (line.Length > 0 && !line.StartsWith('#'))
                steps.Add(line.Split(' ', StringSplitOptions.RemoveEmptyEntries));
        }
        return all;
    }

    /// <summary>
    /// What a track may ask for to begin with. What its age may not do is left out; what it may do in the air or on a pad only is
    /// asked for no higher.
    /// </summary>
    /// <param name="naming">How the school names things.</param>
    /// <param name="track">Whose ranks; part steps are left empty.</param>
    /// <param name="catalogue">What is built on what, and what an age may do.</param>
    public static IReadOnlyList<UsualAsk> For(NamingSchool naming, Track track, Catalogue catalogue)
    {
        var ranks = track.Ranks.Select((r, i) => (Rank: r, At: i)).Where(r => r.Rank.Stripes == 0).ToList();
        if (ranks.Count == 0)
            return [];
        var places = Enumerable
            .Range(0, Steps)
            .Select(s => ranks[Math.Min(ranks.Count - 1, s * ranks.Count / Steps)].At);
        return new Laying([.. places], track.Band, catalogue).Of(Placed(Written.Value[naming], catalogue));
    }

    /// <summary>A syllabus while it is laid on the ranks of a track.</summary>
    /// <param name="places">The rank of each step.</param>
    /// <param name="band">Whose age.</param>
    /// <param name="catalogue">What an age may do.</param>
    private sealed class Laying(int[] places, AgeBand band, Catalogue catalogue)
    {
        private readonly List<UsualAsk> _asks = [];

        public IReadOnlyList<UsualAsk> Of(List<(string Word, int Step)> words)
        {
            foreach (var (word, step) in words)
                Ask(word, step);
            for (var step = 0; step < Steps; step++)
                Complete(step);
            // two steps may fall on one rank: it asks for a thing once, for the most of it
            return
            [
                .. _asks
                    .GroupBy(a => (a.Rank, a.Learnable))
                    .Select(g => g.MaxBy(a => (a.Cell.Stage, a.Cell.Amount)))
                    .OrderBy(a => a.Rank),
            ];
        }

        private void Ask(string word, int step)
        {
            var kind = word.StartsWith('-') ? RequirementKind.SelfDefence : RequirementKind.Technique;
            var technique = catalogue.Find(IdOf(word))!;
            var highest = Highest(technique.MannerFor(band));
            var stage = Math.Min(highest, step < 2 ? 3 : 4);
            if (stage == 0)
                return;
            _asks.Add(new UsualAsk(places[step], technique.Id, kind, new AskedCell(stage, 0, false, 1)));
            var again = step + AskedAgainAfter;
            if (!word.EndsWith('+') || again >= Steps || places[again] <= places[step] || highest <= stage)
                return;
            var signers = again >= Steps - 2 ? 2 : 1;
            _asks.Add(new UsualAsk(places[again], technique.Id, kind, new AskedCell(highest, 0, false, signers)));
        }

        /// <summary>Self-defence where a step has none for the age, and the fitness marks.</summary>
        private void Complete(int step)
        {
            var rank = places[step];
            if (!_asks.Exists(a => a.Rank == rank && a.Kind == RequirementKind.SelfDefence) && Instead() is { } other)
                Ask(other, step);
            var isKids = band == AgeBand.Kids;
            _asks.Add(Fitness(rank, "push-up", isKids ? 6 + (3 * step) : 10 + (5 * step), false));
            _asks.Add(Fitness(rank, "plank", isKids ? 15 + (5 * step) : 30 + (10 * step), true));
        }

        /// <summary>Something that nobody is asked for yet, where the age may not do what others are asked for.</summary>
        private string? Instead() =>
            Array.Find(
                OtherSelfDefence,
                o => !_asks.Exists(a => a.Learnable == IdOf(o)) && catalogue.Find(IdOf(o))!.MannerFor(band) != Manner.No
            );
    }

    private static readonly string[] OtherSelfDefence =
    [
        "-boundary-voice",
        "-run-to-exit",
        "-shoulder-grab-release",
        "-lapel-release",
        "-hair-grab-release",
        "-double-wrist-release",
        "-cross-grip-release",
    ];

    private static string IdOf(string word) => word.Trim('-', '+');

    /// <summary>The steps as written, but nothing before what it is built on.</summary>
    private static List<(string Word, int Step)> Placed(List<string[]> steps, Catalogue catalogue)
    {
        var written = steps
            .SelectMany((words, step) => words.Select(w => (Word: w, Step: step)))
            .ToDictionary(w => IdOf(w.Word), w => w.Step);
        return [.. steps.SelectMany(words => words).Select(w => (w, StepOf(IdOf(w))))];

        int StepOf(string id) =>
            catalogue.Find(id)!.BuildsOn.Where(written.ContainsKey).Select(StepOf).Append(written[id]).Max();
    }

    private static UsualAsk Fitness(int rank, string exercise, int amount, bool isSeconds) =>
        new(rank, exercise, RequirementKind.Fitness, new AskedCell(1, amount, isSeconds, 1));

    /// <summary>The highest stage that an age may be asked to show; 0 for none.</summary>
    private static int Highest(Manner manner) =>
        manner switch
        {
            Manner.No => 0,
            Manner.Air => 3,
            Manner.Pad => 4,
            _ => HighestStage,
        };
}
