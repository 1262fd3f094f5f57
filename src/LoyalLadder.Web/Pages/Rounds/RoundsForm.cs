using System.Globalization;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Web.Pages.Rounds;

/// <summary>The settings of rounds as they stand in the address, so that a link is the same rounds.</summary>
public sealed record RoundsForm
{
    public string? Rank { get; init; }
    public string Band { get; init; } = "adults";
    public string Kit { get; init; } = "kick-pads";
    public int Rounds { get; init; } = 3;

    /// <summary>Seconds, or m:ss.</summary>
    public string Work { get; init; } = "2:00";

    public string Rest { get; init; } = "0:30";
    public int Density { get; init; } = 12;

    /// <summary>'knees 30, low kick 20': strikes with their hundredths.</summary>
    public string? Focus { get; init; }

    public bool Clinch { get; init; }
    public string Lead { get; init; } = "fixed";
    public string Build { get; init; } = "plain";
    public bool Active { get; init; }
    public long Seed { get; init; } = 1;

    /// <summary>As the maker of rounds is asked; a rank is 'track / rank'.</summary>
    public RoundRequest Request()
    {
        var rank = (Rank ?? "").Split('/', 2, StringSplitOptions.TrimEntries);
        return new RoundRequest
        {
            Track = rank.Length == 2 ? rank[0] : null,
            Rank = rank.Length == 2 ? rank[1] : null,
            AgeBand = Band,
            Kit = Kit,
            Rounds = Rounds,
            WorkSeconds = Seconds(Work),
            RestSeconds = Seconds(Rest),
            Density = Density,
            Focus = FocusOf(Focus),
            Clinch = Clinch,
            Lead = Lead,
            Build = Build,
            ActiveRest = Active,
            Seed = Seed,
        };
    }

    public static RoundsForm Of(RoundRequest kept) =>
        new()
        {
            Rank = kept.Rank is null ? null : $"{kept.Track} / {kept.Rank}",
            Band = kept.AgeBand,
            Kit = kept.Kit,
            Rounds = kept.Rounds,
            Work = Clock(kept.WorkSeconds),
            Rest = Clock(kept.RestSeconds),
            Density = kept.Density,
            Focus = string.Join(", ", kept.Focus.Select(f => $"{f.Item} {Hundredths(f.Share)}")),
            Clinch = kept.Clinch,
            Lead = kept.Lead,
            Build = kept.Build,
            Active = kept.ActiveRest,
            Seed = kept.Seed,
        };

    private static string Clock(int seconds) => $"{seconds / 60}:{seconds % 60:00}";

    private static string Hundredths(decimal share) =>
        (share > 1 ? share : share * 100).ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>'2:00', '120' or '120s'; -1 for anything else, which lies outside every range.</summary>
    private static int Seconds(string? text)
    {
        var parts = (text ?? "").Trim().TrimEnd('s').Split(':');
        var numbers = Array.ConvertAll(
            parts,
            p => int.TryParse(p, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n < 10_000 ? n : -1
        );
        if (Array.Exists(numbers, n => n < 0) || numbers.Length > 2)
            return -1;
        return numbers.Length == 2 ? (numbers[0] * 60) + numbers[1] : numbers[0];
    }

    private static List<FocusRequest> FocusOf(string? text)
    {
        var items = (text ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        return
        [
            .. items.Select(i =>
            {
                var words = i.TrimEnd('%', ' ');
                var at = words.LastIndexOf(' ');
                return
                    at > 0
                    && decimal.TryParse(words[at..], NumberStyles.Number, CultureInfo.InvariantCulture, out var s)
                    ? new FocusRequest(words[..at].Trim(), s / 100)
                    : new FocusRequest(words, UsualShare);
            }),
        ];
    }

    private const decimal UsualShare = 0.25m;

    /// <summary>The settings as an address, with another seed where one is given.</summary>
    public string Query(long? seed = null)
    {
        var fields = new (string Name, string? Value)[]
        {
            ("rank", Rank),
            ("band", Band),
            ("kit", Kit),
            ("rounds", Rounds.ToString(CultureInfo.InvariantCulture)),
            ("work", Work),
            ("rest", Rest),
            ("density", Density.ToString(CultureInfo.InvariantCulture)),
            ("focus", Focus),
            ("clinch", Clinch ? "true" : null),
            ("lead", Lead),
            ("build", Build),
            ("active", Active ? "true" : null),
            ("seed", (seed ?? Seed).ToString(CultureInfo.InvariantCulture)),
        };
        return string.Join(
            '&',
            fields.Where(f => !string.IsNullOrEmpty(f.Value)).Select(f => $"{f.Name}={Uri.EscapeDataString(f.Value!)}")
        );
    }

    public static IEnumerable<string> Bands => Enum.GetValues<AgeBand>().Select(AgeBands.Word);
}
