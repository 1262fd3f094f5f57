namespace LoyalLadder.Core.Lessons.Sheets;

public sealed partial class SheetReader
{
    /// <summary>Lines that are gone through several times: said above them, below them, or by a bracket round them.</summary>
    private sealed partial class Reading
    {
        /// <summary>Most lines that a bracket is looked for.</summary>
        private const int LongestBracket = CircuitDose.MostParts;

        /// <summary>A circuit whose lines are being read; null outside of one.</summary>
        private OpenCircuit? _circuit;

        /// <summary>The first entry of the last lines without a heading or an empty line between, from which 'repeat x3' reckons.</summary>
        private int _runStart;

        /// <summary>An empty line has ended the run; the next line to do begins another.</summary>
        private bool _isRunOver;

        /// <param name="Call">How often.</param>
        /// <param name="Typed">The line that said so.</param>
        /// <param name="Start">The first entry that may be part of it.</param>
        /// <param name="EndsAtBlank">An empty line ends it; else only the next heading does.</param>
        /// <param name="Like">The first line of it: one without its bullet, or less indented, no longer belongs.</param>
        private sealed record OpenCircuit(
            CircuitCall Call,
            TypedLine Typed,
            int Start,
            bool EndsAtBlank,
            TypedLine Like
        )
        {
            public bool IsOutside(TypedLine line) =>
                (Like.HasBullet && !line.HasBullet && line.Indent <= Like.Indent)
                || (Like.Indent > Typed.Indent && line.Indent <= Typed.Indent);
        }

        /// <summary>'## Circuit x3 rest 30s', 'circuit x3:' and 'Circuit, 3 times through' above lines.</summary>
        private bool TakeCircuitAbove(TypedLine line, TypedLine? next)
        {
            if (
                _isOneLine
                || next is null
                || next.Text.StartsWith('#')
                || line.Text.Contains('|', StringComparison.Ordinal)
            )
                return false;
            var isHeading = line.Text.StartsWith("##", StringComparison.Ordinal);
            if (!isHeading && !CircuitCall.MayBe(line.Text))
                return false;
            var words = line.Text.Trim('#', ' ', ':', '\t');
            // '## Kicks (20 min)' books a part; it says nothing of how often its lines are done
            if (isHeading && BookedMinutes().IsMatch(words))
                return false;
            if (CircuitCall.Read(words) is not { SaysHowOften: true } call)
                return false;
            var isSetApart = line.Text.EndsWith(':') || next.HasBullet || next.Indent > line.Indent;
            if (!isHeading && (call.Name.Length > 0 || !(call.IsCircuit || isSetApart)))
                return false;
            if (isHeading && !call.IsCircuit && !SegmentKinds.IsHeading(call.Name))
                return false;
            if (!isHeading && !call.IsCircuit && line.HasBullet)
                return false;
            CloseCircuit();
            if (isHeading)
                AddSegment(line, next, call.Name.Length > 0 ? call.Name : "Circuit");
            _circuit = new OpenCircuit(call, line, _entries.Count, EndsAtBlank: !isHeading, next);
            _lastIndent = line.Indent;
            return true;
        }

        /// <summary>'repeat x3' and 'all again' below lines; 'run between' goes with a circuit that is there already.</summary>
        private bool TakeCircuitBelow(TypedLine line)
        {
            if (_isOneLine || line.Text.Contains('|', StringComparison.Ordinal))
                return false;
            if (
                !CircuitCall.MayBe(line.Text)
                || CircuitCall.Read(line.Text.TrimEnd(':', '.', '!')) is not { Name: "" } call
            )
                return false;
            if (call is { SaysHowOften: false, RunsBetween: true })
                return RunBetween();
            // said above and below: the one above counts for its lines, the other cannot be followed and is marked
            CloseCircuit();
            if (
                call is not { SaysHowOften: true, SaysAgain: true }
                || !_entries.Skip(_runStart).Any(e => e.Entry is LessonLine { Dose: not null })
            )
                return false;
            Fold(call, line, _runStart, isBelow: true);
            return true;
        }

        private bool RunBetween()
        {
            if (_circuit is { } open)
            {
                _circuit = open with { Call = open.Call with { RunsBetween = true } };
                return true;
            }
            if (_entries is not [.., { Entry: LessonLine { Dose: CircuitDose dose } line }])
                return false;
            _entries[^1] = (line with { Dose = dose with { RunsBetween = true } }, _entries[^1].Line);
            return true;
        }

        /// <summary>Ends the circuit that is being read where a line no longer belongs to it.</summary>
        private void CloseCircuitBefore(TypedLine line)
        {
            _isRunOver |= line.BlankAbove;
            if (_circuit is not { } open)
                return;
            var isBehind = _entries.Count > open.Start && open.EndsAtBlank && (line.BlankAbove || open.IsOutside(line));
            if (isBehind || line.Text.StartsWith('#'))
                CloseCircuit();
        }

        private void CloseCircuit()
        {
            if (_circuit is not { } open)
                return;
            _circuit = null;
            Fold(open.Call, open.Typed, open.Start);
        }

        /// <summary>
        /// Makes one entry of all lines from one on; notes among them stay. Where a line says no dose, the circuit is kept as
        /// typed, a line that nobody understands, and its lines stay by themselves.
        /// </summary>
        private void Fold(CircuitCall call, TypedLine typed, int start, bool isBelow = false)
        {
            var taken = _entries.Skip(start).ToList();
            var lines = taken.Select(e => e.Entry).OfType<LessonLine>().ToList();
            var notes = taken.Where(e => e.Entry is Note).ToList();
            if (lines.Count + notes.Count == taken.Count && LineReader.Circuit(call, lines, [], "") is { } circuit)
            {
                _entries.RemoveRange(start, taken.Count);
                _entries.AddRange(notes);
                Add(circuit, typed.Number);
                return;
            }
            // in quotes it is a line of its own that says no move
            var marked = reader._lines.Read($"\"{Clip(typed.Text).Replace("\"", "\"\"", StringComparison.Ordinal)}\"")[
                0
            ];
            _entries.Insert(isBelow ? _entries.Count : start, (marked, typed.Number));
        }

        /// <summary>The last line of a bracket that begins on a line and ends some lines below with how often; null for none.</summary>
        private static (int End, CircuitCall Call, string Inside)? Bracket(List<TypedLine> typed, int at)
        {
            if (!typed[at].Text.StartsWith('(') || typed[at].Text.Contains(')', StringComparison.Ordinal))
                return null;
            for (var i = at + 1; i < typed.Count && i < at + LongestBracket; i++)
            {
                if (typed[i].BlankAbove || typed[i].Text.StartsWith('#'))
                    return null;
                var close = typed[i].Text.LastIndexOf(')');
                if (close < 0)
                    continue;
                return CircuitCall.Read(typed[i].Text[(close + 1)..]) is { SaysHowOften: true, Name: "" } call
                    ? (i, call, typed[i].Text[..close].TrimEnd())
                    : null;
            }
            return null;
        }

        private void TakeBracket(List<TypedLine> typed, int at, (int End, CircuitCall Call, string Inside) bracket)
        {
            var start = _entries.Count;
            for (var i = at; i <= bracket.End; i++)
            {
                var inside = i == bracket.End ? bracket.Inside : typed[i].Text;
                var text = (i == at ? inside[1..] : inside).Trim();
                if (text.Length > 0)
                    TakeLine(typed[i] with { Text = text });
            }
            Fold(bracket.Call, typed[at], start);
        }
    }
}
