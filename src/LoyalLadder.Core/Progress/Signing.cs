using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Core.Progress;

/// <summary>How signing off stands for somebody who would sign now.</summary>
public enum SigningState
{
    /// <summary>Nobody has signed.</summary>
    Open,

    /// <summary>One has; a second, different person is wanted.</summary>
    WantsSecond,

    /// <summary>Signed by who looks, who can take it back; a second person is wanted still.</summary>
    MineWantsSecond,

    /// <summary>Signed off, by who looks among them.</summary>
    Mine,

    /// <summary>Signed off by others.</summary>
    Others,
}

/// <summary>What a press on a requirement does for somebody.</summary>
public static class SignState
{
    /// <param name="asked">How many different people have to sign, 1 or 2.</param>
    /// <param name="signers">Who has.</param>
    /// <param name="me">Who looks.</param>
    public static SigningState Of(int asked, IReadOnlyCollection<Guid> signers, Guid me) =>
        (signers.Contains(me), signers.Count >= asked, signers.Count > 0) switch
        {
            (true, true, _) => SigningState.Mine,
            (true, false, _) => SigningState.MineWantsSecond,
            (false, true, _) => SigningState.Others,
            (false, false, true) => SigningState.WantsSecond,
            _ => SigningState.Open,
        };
}

/// <summary>Something that people of a class are asked for next.</summary>
/// <param name="Learnable">What.</param>
/// <param name="First">The requirement of one of them, for its name.</param>
/// <param name="People">How many are asked.</param>
/// <param name="Signed">Of how many it is signed off.</param>
/// <param name="Waiting">How many have been taught it far enough and are not signed off.</param>
public sealed record AskedOfClass(string Learnable, Requirement First, int People, int Signed, int Waiting)
{
    /// <summary>What the people of a class are asked for next: what most of them wait to be signed off for comes first.</summary>
    public static IReadOnlyList<AskedOfClass> Of(IReadOnlyList<RankProgress> people) =>
        [
            .. people
                .Where(p => p.Next is not null)
                .SelectMany(p => p.Next!.Requirements.Zip(p.Readiness.Requirements))
                .GroupBy(x => x.First.Learnable)
                .Select(g => new AskedOfClass(
                    g.Key,
                    g.First().First,
                    g.Count(),
                    g.Count(x => x.Second.IsSigned),
                    g.Count(x => x.Second is { IsTaught: true, IsSigned: false })
                ))
                .OrderByDescending(a => a.Waiting)
                .ThenByDescending(a => a.People - a.Signed)
                .ThenBy(a => a.Learnable, StringComparer.Ordinal),
        ];
}
