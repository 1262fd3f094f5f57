using System.Text.Json;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Data.Runs;

namespace LoyalLadder.Data.PadRounds;

/// <summary>Called rounds under a name, to be played again and to stand on sheets: as they were when they were kept.</summary>
public sealed class KeptRounds : SchoolRow
{
    public const int LongestName = 60;

    public required string Name { get; set; }

    /// <summary>What was asked for, as JSON; see <see cref="RoundRequest"/>.</summary>
    public required string Ask { get; set; }

    /// <summary>The calls, as JSON; see <see cref="CalledRounds"/>.</summary>
    public required string Calls { get; set; }

    public RoundRequest ReadAsk() => JsonSerializer.Deserialize<RoundRequest>(Ask, MatJson.Options)!;

    public CalledRounds ReadCalls() => JsonSerializer.Deserialize<CalledRounds>(Calls, MatJson.Options)!;
}
