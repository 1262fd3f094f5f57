using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Rounds;

/// <summary>
/// Judges called rounds by what is read of them alone, words and notation, as somebody would who has never seen how they are
/// made.
/// </summary>
internal sealed class RoundJudge(RoundAsk ask, CalledRounds made, NamingSchool naming)
{
    private static readonly Dictionary<NamingSchool, NotationReader> Readers = Enum.GetValues<NamingSchool>()
        .ToDictionary(n => n, n => new NotationReader(new Vocabulary(Given.Catalogue, n)));

    private readonly List<string> _faults = [];
    private int _left;
    private int _right;

    public IReadOnlyList<string> Faults()
    {
        Check(made.Rounds.Count == ask.Rounds, $"{made.Rounds.Count} rounds for {ask.Rounds}");
        for (var i = 0; i < made.Rounds.Count; i++)
            Round(made.Rounds[i], i + 1);
        Sides();
        Focus();
        Build();
        return _faults;
    }

    private void Check(bool holds, string fault)
    {
        if (!holds)
            _faults.Add(fault);
    }

    private void Round(CalledRound round, int number)
    {
        var calls = round.Calls.Select(c => (Call: c, Moves: Read(c.Notation))).ToList();
        foreach (var (call, moves) in calls)
            Alone(call, moves, number);
        InTime(round, number);
        Running([.. round.Calls.Select(c => c.Notation)], number);
        Variety(round, number);
        Burst(round, number);
        Legal(round, number);
    }

    private Combination Read(string notation) => Readers[naming].Read(notation).Combination ?? Unread(notation);

    private Combination Unread(string notation)
    {
        _faults.Add($"nobody can read {notation.Length} letters: {notation[..Math.Min(60, notation.Length)]}");
        return Combination.Nothing;
    }

    private void Alone(CalledMove call, Combination moves, int round)
    {
        Check(moves.Counts.Count is >= 1 and <= 6, $"{round}: {call.Notation} has {moves.Counts.Count} counts");
        Check(call.Words.Split(' ').Length <= 5, $"{round}: '{call.Words}' is too long to say");
        Check(call.Words.Length > 0 && call.Holder.Length > 0, $"{round}: {call.Notation} leaves the holder alone");
        Check(call.Seconds == RepClock.Seconds(moves, Pace.Brisk), $"{round}: {call.Notation} takes {call.Seconds}");
        foreach (var element in moves.Elements)
        {
            var technique = element.Technique!;
            Check(technique.MannerFor(ask.Band) != Manner.No, $"{round}: {technique.Id} is barred");
            if (!technique.IsStrike || technique.Id == "shove")
                continue;
            Check(technique.MannerFor(ask.Band) >= Manner.Pad, $"{round}: {technique.Id} may not land");
            Check(ask.Moves.Taught?.Contains(technique.Id) ?? true, $"{round}: {technique.Id} was not taught");
            Check(Caught(technique, element.AimedAt ?? Level.Body), $"{round}: {technique.Id} cannot be caught");
        }
        if (ask.Kit == RoundKit.Shield)
            Check(moves.Elements.All(e => e.Attack is null), $"{round}: nobody feeds behind a shield");
        if (!ask.Clinch)
            Check(moves.Elements.All(e => e.Technique!.Id != "clinch-hold"), $"{round}: no clinch is allowed");
    }

    private bool Caught(Technique technique, Level level) =>
        Enum.GetValues<RoundKit>()
            .Any(part =>
                (part == RoundKit.None ? ask.Kit == part : ask.Kit.HasFlag(part)) && On(part, technique, level)
            );

    private static bool On(RoundKit part, Technique technique, Level level) =>
        part switch
        {
            RoundKit.None or RoundKit.KickPads => technique.Hold is not null,
            RoundKit.Mitts => technique.Hold?.ToString().StartsWith("Mitt", StringComparison.Ordinal) == true,
            RoundKit.Shield => technique.Hold is HoldPlace.ThighPad or HoldPlace.ThighInside || level != Level.Head,
            _ => technique.Hold is HoldPlace.ThighPad or HoldPlace.ThighInside,
        };

    private void InTime(CalledRound round, int number)
    {
        for (var i = 0; i < round.Calls.Count; i++)
        {
            var call = round.Calls[i];
            var next = i + 1 < round.Calls.Count ? round.Calls[i + 1].At : ask.WorkSeconds;
            Check(call.At + 0.6m + call.Seconds <= next, $"{number}: no time for '{call.Words}' at {call.At}");
        }
        Check(round.Calls[0].At >= 0, $"{number}: a call before the round");
        var before = round.Calls.Count(c => c.At < ask.WorkSeconds - 10);
        var asked = ask.Density * (ask.WorkSeconds - 10) / 60.0;
        Check(Math.Abs(before - asked) <= Math.Max(1, 0.15 * asked), $"{number}: {before} calls for {asked:0.0}");
    }

    private void Running(List<string> notations, int number)
    {
        for (var i = 2; i < notations.Count; i++)
            Check(
                notations[i] != notations[i - 1] || notations[i] != notations[i - 2],
                $"{number}: {notations[i]} three times running"
            );
    }

    private void Variety(CalledRound round, int number)
    {
        if (ask.Density <= 10)
            return;
        for (var from = 0; from + 60 <= ask.WorkSeconds; from += 10)
        {
            var different = round
                .Calls.Where(c => c.At >= from && c.At < from + 60)
                .Select(c => c.Words)
                .Distinct()
                .Count();
            Check(different >= 4, $"{number}: {different} different calls from {from}");
        }
        var words = round.Calls.Select(c => c.Words).Distinct().Count();
        Check(words == round.Calls.Select(c => c.Notation).Distinct().Count(), $"{number}: one call, two sounds");
    }

    private void Burst(CalledRound round, int number)
    {
        var burst = round.Calls.Where(c => c.At >= ask.WorkSeconds - 10).ToList();
        Check(burst.Count >= 3, $"{number}: a burst of {burst.Count}");
        Check(burst.Select(c => c.Notation).Distinct().Count() <= 2, $"{number}: a burst of many calls");
        Check(burst.TrueForAll(c => Read(c.Notation).Counts.Count <= 2), $"{number}: a burst of long calls");
        Check(round.Calls.All(c => c.IsBurst == (c.At >= ask.WorkSeconds - 10)), $"{number}: a burst at its time");
    }

    /// <summary>The whole round as one combination.</summary>
    private void Legal(CalledRound round, int number)
    {
        var whole = Read(string.Join(", ", round.Calls.Select(c => c.Notation)));
        var trace = Given.Tracer.Trace(whole, new TraceAsk(Lead.Left, ask.Band));
        foreach (var finding in trace.Findings.Where(f => f.Severity != Severity.Note))
            Check(false, $"{number}: {finding.Code} at {finding.Beat}: {finding.Message}");
        if (!ask.Switching)
            Check(trace.Steps.All(s => s.Footing.Lead == Lead.Left), $"{number}: the lead was to stay");
        foreach (
            var e in trace
                .Steps.SelectMany(s => s.Elements)
                .Where(e => e.Element.Technique is { IsStrike: true, Id: not "shove" })
        )
        {
            _left += e.BodySide == Side.Left ? 1 : 0;
            _right += e.BodySide == Side.Right ? 1 : 0;
        }
    }

    private void Sides()
    {
        Check(
            (_left, _right) == (made.Left, made.Right),
            $"{_left} and {_right} are told as {made.Left} and {made.Right}"
        );
        Check(Math.Abs(_left - _right) <= 0.1 * Math.Max(_left, _right), $"{_left} left, {_right} right");
    }

    private void Focus()
    {
        var strikes = made
            .Rounds.SelectMany(r => r.Calls)
            .SelectMany(c => Read(c.Notation).Elements)
            .Where(e => e.Technique is { IsStrike: true, Id: not "shove" })
            .ToList();
        foreach (var focus in ask.Focus)
        {
            var share = (decimal)strikes.Count(e => focus.Techniques.Contains(e.Technique!.Id)) / strikes.Count;
            Check(
                Math.Abs(share - focus.Share) <= 0.15m * focus.Share,
                $"{focus.Words} is {share:0.000} of {focus.Share}"
            );
        }
    }

    private void Build()
    {
        var means = made.Rounds.Select(r => r.Calls.Average(c => Difficulty(c.Notation))).ToList();
        for (var i = 1; i < means.Count && ask.Build == RoundBuild.Rising; i++)
            Check(means[i] > means[i - 1], $"round {i + 1} is no harder: {means[i - 1]:0.00}, {means[i]:0.00}");
    }

    private int Difficulty(string notation) =>
        CombinationFacts.DifficultyOf(Given.Tracer.Trace(Read(notation), new TraceAsk(Lead.Left, ask.Band)));
}
