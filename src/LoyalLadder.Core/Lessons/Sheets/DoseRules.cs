using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>The rules themselves, each for one kind of clause. A rule that does not fit leaves the place where it was.</summary>
internal sealed partial class DoseScan
{
    private bool Teach()
    {
        if (
            Phrase("no", "teach")
            || Phrase("no", "teaching")
            || Phrase("incl", ".", "talk")
            || Phrase("incl", "talk")
            || Phrase("including", "talk")
        )
            return Say(new Teaching(TeachingKind.None));
        if (Phrase("teach", "it") || Phrase("teach", "new"))
            return Say(new Teaching(TeachingKind.New));
        if (Phrase("teach", "refresh"))
            return Say(new Teaching(TeachingKind.Refresh));
        if (Phrase("teach", "known"))
            return Say(new Teaching(TeachingKind.Known));
        if (Next("teach"))
        {
            if (!NextSeconds(out var seconds))
                return Fail(0);
            if (seconds is < 0 or > Teaching.Longest)
                _parts.Problems.Add($"Teaching can be planned for 0 to {Teaching.Longest / 60} minutes.");
            return Say(
                seconds == 0
                    ? new Teaching(TeachingKind.None)
                    : new Teaching(TeachingKind.Seconds, (int)Math.Clamp(seconds, 1, Teaching.Longest))
            );
        }
        // 'NEW' shouted or set apart by a dash; 'new' elsewhere is an ordinary word
        return Peek() is { Text: "new" }
            && (Peek(1) is null or { Text: "-" or "!" or ":" or "," or "." or ")" })
            && Next("new")
            && Say(new Teaching(TeachingKind.New));
    }

    private bool Say(Teaching teach)
    {
        // 'NEW - teach it!' says one thing twice
        if (_parts.Teach is null || teach.Kind != TeachingKind.New)
            _parts.Teach = teach;
        return true;
    }

    private bool Marks()
    {
        if (Peek() is { Text: "must" or "should" or "could" } mark && (_parts.HasAmount || Peek(1) is null))
        {
            _parts.Priority = mark.Text switch
            {
                "must" => Priority.Must,
                "should" => Priority.Should,
                _ => Priority.Could,
            };
            _at++;
            return true;
        }
        var back = _at;
        if (Next("stage") && NextNumber(out var stage))
        {
            if (stage is < 1 or > 6)
                _parts.Problems.Add("A stage is 1 to 6.");
            _parts.Stage = (int)Math.Clamp(stage, 1, 6);
            return true;
        }
        _at = back;
        if (Next("effort") && NextNumber(out var effort))
        {
            if (effort is < 1 or > 5)
                _parts.Problems.Add("Effort is 1 to 5.");
            _parts.Effort = (int)Math.Clamp(effort, 1, 5);
            return true;
        }
        return Fail(back);
    }

    private bool Forms()
    {
        var back = _at;
        if (
            Phrase("pairs", "with", "instructor")
            || Phrase("in", "pairs")
            || Phrase("in", "a", "pair")
            || Next("pairs")
        )
        {
            _parts.Pairs = true;
            _parts.InstructorMakesPair |= tokens[_at - 1].Text == "instructor";
            return true;
        }
        if (
            Phrase("in", "threes")
            || Phrase("in", "groups", "of", "three")
            || Phrase("in", "groups", "of", "3")
            || Phrase("groups", "of", "three")
            || Phrase("groups", "of", "3")
            || Next("threes")
        )
            return _parts.Threes = true;
        if (
            Phrase("partner", "count")
            || (Peek() is { Text: "swap" } && Peek(1) is null && Next("swap"))
            || Phrase("swap", "over")
        )
            return _parts.Pairs = true;
        if (Next("stations") || (Peek() is { Text: "station" } && Next("station")))
        {
            if (!_parts.IsStations && _parts.Steps is [var only] && _parts.Time is null)
                _parts.Steps.Remove(only);
            _parts.IsStations = true;
            _ = Next(",");
            if (Peek() is { IsNumber: true } && NextNumber(out var stations))
            {
                _parts.Stations = stations;
                if (Next("x") && NextTime(out var work))
                    _parts.Time = work;
                else if (!Phrase("of", "them"))
                    _ = Next("x");
            }
            return true;
        }
        _at = back;
        if (NextNumber(out var count) && Next("stations"))
        {
            _parts.IsStations = true;
            _parts.Stations = count;
            return true;
        }
        _at = back;
        if (Next("lines") || Phrase("bag", "line") || Phrase("bag", "lines"))
        {
            _parts.IsBagLines = true;
            return true;
        }
        if (_parts.IsBagLines && NextNumber(out var bags) && (Next("bags") || Next("bag")))
        {
            _parts.Bags = bags;
            return true;
        }
        _at = back;
        if (_parts.IsBagLines && NextNumber(out var jobs) && Next("jobs"))
        {
            _parts.Jobs = jobs;
            if (Next("x") && NextTime(out var turn))
                _parts.Time = turn;
            return true;
        }
        _at = back;
        if (Next("floor") && Next("x") && NextNumber(out var passes))
        {
            _parts.Passes = passes;
            return true;
        }
        _at = back;
        if (Next("runs") && NextNumber(out var reps))
        {
            _parts.IsRuns = true;
            _parts.AddStep(reps);
            return true;
        }
        return Fail(back);
    }

    private bool Rest()
    {
        var back = _at;
        _ = Next("with") || Next("and");
        if ((Next("active") || Next("moving")) && Next("rest"))
        {
            if (!NextSeconds(out var moving))
                return Fail(back);
            (_parts.Rest, _parts.IsRestActive) = (moving, true);
            return true;
        }
        if (Next("rest") || Next("off") || Next("break"))
        {
            if (!NextSeconds(out var rest))
                return Fail(back);
            _parts.Rest = rest;
            return true;
        }
        if (NextSeconds(out var kept) && (Phrase("active", "rest") || Phrase("moving", "rest")) && !IsTimeAhead())
        {
            (_parts.Rest, _parts.IsRestActive) = (kept, true);
            return true;
        }
        _at = back;
        if (
            NextSeconds(out var before)
            && (Next("off") || Next("rest") || Next("break") || Phrase("in", "between"))
            && !IsTimeAhead()
        )
        {
            _ = Next("between");
            _parts.Rest = before;
            return true;
        }
        return Fail(back);
    }

    private bool Change()
    {
        var back = _at;
        if (Next("change") || Next("changing"))
        {
            if (!NextSeconds(out var change))
                return Fail(back);
            _parts.Change = change;
            return true;
        }
        if (
            NextSeconds(out var before)
            && (
                Phrase("to", "change")
                || Next("change")
                || Next("changeover")
                || Phrase("change", "over")
                || Phrase("to", "move")
            )
        )
        {
            _parts.Change = before;
            return true;
        }
        return Fail(back);
    }

    private bool Laps()
    {
        var back = _at;
        if (Phrase("twice", "round") || Phrase("twice", "through") || Phrase("twice", "around"))
        {
            _parts.Laps = 2;
            return true;
        }
        if (Phrase("once", "round") || Phrase("once", "through"))
        {
            _parts.Laps = 1;
            return true;
        }
        if (Next("laps") && NextNumber(out var laps))
        {
            _parts.Laps = laps;
            return true;
        }
        _at = back;
        if (
            NextNumber(out var times)
            && (
                Next("laps") || Next("lap") || (_parts.IsStations && (Phrase("times", "round") || Phrase("x", "round")))
            )
            && !IsBetween(0)
        )
        {
            _parts.Laps = times;
            return true;
        }
        return Fail(back);
    }

    /// <summary>'3 x 2:00', '2 rounds of 2 mins', '5 rounds', '30s x 4', '3 sets of 30s', '2 mins on'.</summary>
    private bool Rounds()
    {
        var back = _at;
        if (NextNumber(out var rounds))
        {
            var named = Next(RoundWords);
            var sets = !named && Next(SetWords);
            var joined = Next("x") || Next("of") || Next("@");
            if (!joined && named)
                _ = Next(",");
            if (_at > back + 1 && !_parts.HasAmount && NextTime(out var each) && (joined || !IsBetween(0)))
            {
                _parts.Rounds = rounds;
                _parts.Time = each;
                return TimeTail();
            }
            _at = back;
            if ((named || (sets && _parts.HasAmount)) && NextNumber(out _))
            {
                _at++;
                if (named)
                    _parts.Rounds = rounds;
                else
                    _parts.Sets = rounds;
                return true;
            }
        }
        _at = back;
        if (!_parts.HasAmount && NextTime(out var time) && Next("x") && NextNumber(out var times))
        {
            _parts.Rounds = times;
            _parts.Time = time;
            return TimeTail();
        }
        return Fail(back);
    }

    private bool Time()
    {
        var back = _at;
        while (Next("about") || Next("for") || Next("approx") || Next("~")) { }
        if (_parts.Time is not null || _parts.Steps.Count > 0 || !NextTime(out var time))
            return Fail(back);
        _parts.Time = time;
        return TimeTail();
    }

    private bool TimeTail()
    {
        _ = Next("on") || Next("work");
        if (!SideWords(strong: true))
            _parts.Each |= Next("each");
        return true;
    }

    /// <summary>'3x10', '3 sets of 10', and 'x3' or '3 sets' behind an amount.</summary>
    private bool Sets()
    {
        var back = _at;
        if (!_parts.HasAmount && NextNumber(out var sets) && (Next(SetWords) || Peek() is { Text: "x" }))
        {
            _ = Next("x") || Next("of") || Next("@");
            if (NextNumber(out var reps))
            {
                if (Next(SetWords))
                    (sets, reps) = (reps, sets); // '10 x 3 sets'
                _parts.Sets = sets;
                _parts.AddStep(reps);
                return CountTail();
            }
        }
        _at = back;
        if (_parts.HasAmount && (Next("x") || Next("for")) && NextNumber(out var times))
        {
            if (!Next(SetWords))
                _ = Next(RoundWords);
            if (_parts.Passes is not null)
                return Fail(back);
            if (_parts.Time is not null)
                _parts.Rounds = times;
            else
                _parts.Sets = times;
            return true;
        }
        return Fail(back);
    }

    private bool Count()
    {
        var back = _at;
        if (_parts.Time is not null || _parts.IsRuns)
            return false;
        if (PaceWords.Read(Peek()!.Value.Text) is { } before && Peek(1) is { IsNumber: true }) // 'slow 10 each side'
        {
            _at++;
            if (Count() && _parts.Steps.Count > 0)
                return Paced(before);
            return Fail(back);
        }
        var leading = Next("x");
        if (!NextNumber(out var reps))
            return Fail(back);
        var isWord = tokens[_at - 1].Kind == TokenKind.Word;
        if (
            Peek() is { } unit
            && (SecondWords.Contains(unit.Text) && unit.Attached || MinuteWords.Contains(unit.Text) || unit.Text == "%")
        )
            return Fail(back);
        if (LeftAndRight(reps))
            return true;
        var counted = leading || Next(RepWords);
        if (!counted && Peek() is { Text: "x" } && !(Peek(1) is { IsNumber: true } or { Kind: TokenKind.Clock }))
            counted = Next("x");
        if (!counted && back > 0 && Labels.Contains(tokens[back - 1].Text) && !tokens[back].Attached && !TailFollows())
            return Fail(back);
        if (!counted && isWord && !TailFollows())
            return Fail(back);
        if (!counted && !TailFollows() && !AtBoundary())
            return Fail(back);
        _parts.AddStep(reps);
        return CountTail();
    }

    /// <summary>'10 left, 10 right'.</summary>
    private bool LeftAndRight(decimal reps)
    {
        var back = _at;
        if (!(Next("left") || Next("l")))
            return false;
        _ = Next(",") || Next("and") || Next("+") || Next("&") || Next("/");
        if (NextNumber(out var other) && other == reps && (Next("right") || Next("r")))
        {
            _parts.AddStep(reps);
            return _parts.PerSide = true;
        }
        return Fail(back);
    }

    private bool Paced(Pace pace)
    {
        _parts.Steps[^1] = _parts.Steps[^1] with { Pace = _parts.Steps[^1].Pace ?? pace };
        return true;
    }

    /// <summary>A side phrase or a pace comes next, which makes a bare number a count.</summary>
    private bool TailFollows()
    {
        var back = _at;
        var (perSide, each) = (_parts.PerSide, _parts.Each);
        var follows =
            SideWords(strong: false)
            || (Peek() is { Kind: TokenKind.Word } word && PaceWords.Read(word.Text) is not null)
            || (Next("(") && Peek() is { Kind: TokenKind.Word } inside && PaceWords.Read(inside.Text) is not null);
        (_parts.PerSide, _parts.Each) = (perSide, each);
        _at = back;
        return follows;
    }

    /// <summary>The end of the line or of a clause, so that a bare number is a count.</summary>
    private bool AtBoundary() =>
        Peek()
            is null
                or { Text: "," or ";" or "+" or "[" or "|" }
                or {
                    Text: "must"
                        or "should"
                        or "could"
                        or "rest"
                        or "with"
                        or "teach"
                        or "no"
                        or "stage"
                        or "effort"
                        or "swap"
                        or "then"
                        or "pairs"
                        or "threes"
                }
        || (Peek() is { Text: "active" or "moving" } && Peek(1) is { Text: "rest" })
        || (Peek() is { Text: ")" } && _at > 1 && tokens[_at - 2] is { Text: "(", Attached: false })
        || (Peek() is { Text: "x" } && _parts.Steps.Count > 0)
        || (Peek() is { Text: "." or "!" or "-" } && Peek(1) is null or { Attached: false });

    private bool CountTail()
    {
        int back;
        while (true)
        {
            back = _at;
            if (SideWords(strong: false))
                continue;
            var bracket = Next("(");
            if (Phrase("reset", "every", "time"))
                _ = Paced(Pace.Called);
            else if (
                Peek() is { Kind: TokenKind.Word } word
                && PaceWords.Read(word.Text) is { } pace
                && (bracket || !IsStepAhead(1))
            )
            {
                _at++;
                _ = Paced(pace);
            }
            else
                break;
            if (bracket && !Next(")"))
                break;
        }
        _at = back;
        return true;
    }

    /// <summary>In '10 slow 5 fast' a pace behind a number belongs to it; 'then slow 5' is the next step's.</summary>
    private bool IsStepAhead(int ahead) =>
        Peek(ahead) is { IsNumber: true }
        && Peek(ahead + 1) is { Kind: TokenKind.Word } next
        && PaceWords.Read(next.Text) is null
        && !SideNouns.Contains(next.Text)
        && next.Text is not ("each" or "per" or "x");

    /// <summary>A side phrase away from its number: '10 front kicks each leg'.</summary>
    private bool Side() => SideWords(strong: true);

    /// <param name="strong">Leave out 'both sides' and a bare 'each', which mean a side only right behind a number.</param>
    private bool SideWords(bool strong)
    {
        var back = _at;
        _ = Next("on");
        if (Next("/"))
        {
            // '5/side', but not 'kick / knee / rest'
            if (Peek() is { Attached: true } && Next(SideNouns))
                return _parts.PerSide = true;
            return Fail(back);
        }
        if (Phrase("e", "/", "s"))
            return _parts.PerSide = true;
        if ((Next("each") || Next("per") || Next("every") || Next("ea")) && NextSideNoun())
            return _parts.PerSide = true;
        _at = back;
        if (!strong && (Next("each") || Next("ea")))
        {
            _ = Next(".");
            return _parts.Each = true;
        }
        if (!strong && Next("a") && Next("side"))
            return _parts.PerSide = true;
        _at = back;
        if (!strong && Next("both") && Next(SideNouns))
            return _parts.PerSide = true;
        _at = back;
        if (!strong && Phrase("l", "/", "r"))
            return _parts.PerSide = true;
        return Fail(back);
    }

    private bool NextSideNoun()
    {
        _ = Next(".");
        return Next(SideNouns);
    }

    /// <summary>A pace behind an amount and its rest: '3 x 2:00 steady', '10/side x2 brisk'.</summary>
    private bool PaceWord()
    {
        if (Phrase("reset", "every", "time"))
        {
            _parts.Pace = Pace.Called;
            return true;
        }
        if (!_parts.HasAmount || Peek() is not { } word || PaceWords.Read(word.Text) is not { } pace)
            return false;
        // '5 minutes easy jog' says how, not how fast: a word that opens content is left to it
        if (word.Text is "easy" or "hard" or "quick" or "medium" && Peek(1) is { Kind: TokenKind.Word })
            return false;
        _at++;
        _parts.Pace = pace;
        return true;
    }

    /// <summary>In '2:00 rest 0:30' the rest is what comes behind the word.</summary>
    private bool IsTimeAhead() => Peek() is { Kind: TokenKind.Number or TokenKind.Clock };
}
