using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>Reads what somebody asks for in words.</summary>
/// <param name="vocabulary">The school's names, in the reader's naming.</param>
/// <param name="syllabus">Tracks and ranks.</param>
/// <param name="partsOf">The techniques of a stored combination, by its key.</param>
/// <param name="crossed">The school feeds the left hand to the holder's left mitt.</param>
public sealed class RoundReader(
    Vocabulary vocabulary,
    Syllabus.Syllabus syllabus,
    Func<string, IEnumerable<string>> partsOf,
    bool crossed
)
{
    private static readonly Dictionary<string, RoundKit> Kits = new(StringComparer.Ordinal)
    {
        ["mitts"] = RoundKit.Mitts,
        ["kick pads"] = RoundKit.KickPads,
        ["pads"] = RoundKit.KickPads,
        ["shield"] = RoundKit.Shield,
        ["thigh pads"] = RoundKit.ThighPads,
    };

    private static readonly Dictionary<string, TechniqueFamily[]> Kinds = new(StringComparer.Ordinal)
    {
        ["knees"] = [TechniqueFamily.Knee],
        ["kicks"] = [TechniqueFamily.Kick],
        ["elbows"] = [TechniqueFamily.Elbow],
        ["punches"] = [TechniqueFamily.Punch],
        ["hands"] = [TechniqueFamily.Punch, TechniqueFamily.OpenHand],
    };

    private readonly MoveReader _names = new(vocabulary);

    /// <summary>What is asked for, or all that cannot be read.</summary>
    public (RoundAsk? Ask, IReadOnlyList<RoundRefusal> Refusals) Read(RoundRequest request)
    {
        var refusals = new List<RoundRefusal>();
        var band = AgeBands.Read(request.AgeBand);
        if (band is null)
            refusals.Add(new RoundRefusal("ageBand", Say("Send kids, teens or adults.")));
        var kit = KitOf(request.Kit);
        if (kit is null)
            refusals.Add(
                new RoundRefusal(
                    "kit",
                    Say("Send mitts, kick-pads, shield, thigh-pads or none; several with + between.")
                )
            );
        if (request.Lead is not ("fixed" or "switching"))
            refusals.Add(new RoundRefusal("lead", Say("Send fixed or switching.")));
        if (request.Build is not ("plain" or "rising" or "pyramid"))
            refusals.Add(new RoundRefusal("build", Say("Send plain, rising or pyramid.")));
        var focus = FocusOf(request.Focus, refusals);
        var moves = MovesOf(request, refusals);
        if (refusals.Count > 0)
            return (null, refusals);
        return (Ask(request, band!.Value, kit!.Value, focus, moves), []);
    }

    private RoundAsk Ask(RoundRequest request, AgeBand band, RoundKit kit, List<RoundFocus> focus, RoundMoves moves) =>
        new()
        {
            Band = band,
            Kit = kit,
            Rounds = request.Rounds,
            WorkSeconds = request.WorkSeconds,
            RestSeconds = request.RestSeconds,
            Density = request.Density,
            Focus = focus,
            Clinch = request.Clinch,
            Switching = request.Lead == "switching",
            Build = BuildOf(request.Build),
            Seed = request.Seed,
            Moves = moves,
            Crossed = crossed,
        };

    private static RoundBuild BuildOf(string word) =>
        word switch
        {
            "rising" => RoundBuild.Rising,
            "pyramid" => RoundBuild.Pyramid,
            _ => RoundBuild.Plain,
        };

    /// <summary>'kick-pads + thigh-pads'; null where a word is not known.</summary>
    public static RoundKit? KitOf(string words)
    {
        if (words.Trim() is "none" or "")
            return RoundKit.None;
        var kit = RoundKit.None;
        foreach (var word in words.Split(['+', ','], StringSplitOptions.TrimEntries))
        {
            if (!Kits.TryGetValue(word.Replace('-', ' ').ToLowerInvariant(), out var one))
                return null;
            kit |= one;
        }
        return kit;
    }

    private List<RoundFocus> FocusOf(IReadOnlyList<FocusRequest> asked, List<RoundRefusal> refusals)
    {
        var read = new List<RoundFocus>();
        for (var i = 0; i < asked.Count; i++)
        {
            var (item, share) = (asked[i].Item.Trim(), asked[i].Share);
            if (TechniquesOf(item) is { Count: > 0 } techniques)
                read.Add(new RoundFocus(item, techniques, share > 1 ? share / 100 : share));
            else
                refusals.Add(new RoundRefusal($"focus[{i}].item", NotKnown(item)));
        }
        return read;
    }

    private string NotKnown(string item)
    {
        if (item.Length == 0)
            return Say("Name a strike, or a kind of strike such as knees.");
        var near = vocabulary.Catalogue.Closest(item, vocabulary.Naming).ToList();
        var meant = near.Count == 0 ? "" : Say($" Near it: {string.Join(", ", near)}.");
        return Say($"'{item}' is no strike that is known.{meant}");
    }

    /// <summary>All of a kind, or the one that a name means; nothing for an unknown name.</summary>
    private HashSet<string> TechniquesOf(string item)
    {
        if (Kinds.TryGetValue(item.ToLowerInvariant(), out var families))
            return [.. vocabulary.Catalogue.All.Where(t => families.Contains(t.Family)).Select(t => t.Id)];
        return (_names.Named(item) ?? vocabulary.Catalogue.Find(item)) is { } named ? [named.Id] : [];
    }

    private RoundMoves MovesOf(RoundRequest request, List<RoundRefusal> refusals)
    {
        if (string.IsNullOrWhiteSpace(request.Rank))
        {
            if (!string.IsNullOrWhiteSpace(request.Track))
                refusals.Add(new RoundRefusal("rank", Say("Name a rank of the track, or leave both out.")));
            return new RoundMoves();
        }
        var tracks = syllabus.Tracks.Where(t => IsNamed(t.Name, request.Track)).ToList();
        var isTrackKnown = tracks.Count > 0 || string.IsNullOrWhiteSpace(request.Track);
        if (!isTrackKnown)
            refusals.Add(new RoundRefusal("track", Say($"There is no track called {request.Track}.")));
        var found = tracks
            .SelectMany(t => t.Ranks.Where(r => IsNamed(r.Name, request.Rank)), (t, r) => (t, r))
            .ToList();
        if (found.Count == 1)
            return UpTo(found[0].t, found[0].r);
        if (found.Count > 1)
            refusals.Add(
                new RoundRefusal("track", Say($"Several tracks have a rank called {request.Rank}: say which."))
            );
        else if (isTrackKnown)
            refusals.Add(new RoundRefusal("rank", Say($"There is no rank called {request.Rank}.")));
        return new RoundMoves();
    }

    private static bool IsNamed(string name, string? asked) =>
        string.IsNullOrWhiteSpace(asked) || NameKey.Of(name) == NameKey.Of(asked);

    /// <summary>What a rank and those below it ask for: techniques, and all that their combinations are made of.</summary>
    private RoundMoves UpTo(Track track, Rank rank)
    {
        var learnables = track.Ranks.Where(r => r.Position <= rank.Position).SelectMany(r => r.Requirements);
        return new RoundMoves
        {
            Taught = learnables.SelectMany(r => partsOf(r.Learnable).Append(r.Learnable)).ToHashSet(),
            TaughtWords = $"{track.Name} {rank.Name}",
        };
    }
}
