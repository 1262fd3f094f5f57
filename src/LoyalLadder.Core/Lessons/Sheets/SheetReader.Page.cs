using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Layout;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

public sealed partial class SheetReader
{
    /// <summary>A page whose lines have been told apart becomes a lesson.</summary>
    private sealed partial class Reading
    {
        /// <summary>The part whose lines are being read: its entry, what was booked, and its first line.</summary>
        private (int Entry, int? Minutes, int Start, string Text)? _part;

        public SheetReading Run(IReadOnlyList<LaidLine> page)
        {
            var lines = Joined(page);
            var booked = BookedByClock(lines);
            for (var i = 0; i < lines.Count; i++)
                Take(lines[i], i + 1 < lines.Count ? lines[i + 1] : null, booked[i]);
            CloseCircuit();
            ClosePart();
            return new SheetReading(
                new LessonPlan(_head, _entries.Select(e => e.Entry).ToSequence()),
                _entries.Select(e => e.Line).ToSequence()
            );
        }

        /// <summary>Lines that a page's width broke are whole again.</summary>
        private List<LaidLine> Joined(IReadOnlyList<LaidLine> page)
        {
            var lines = new List<LaidLine>();
            foreach (var line in page)
            {
                if (
                    line.Label == LineLabel.Continuation
                    && lines is [.., var above]
                    && above.Line.Text.Length + line.Line.Text.Length < Typed.LongestLine
                )
                    lines[^1] = above with
                    {
                        Line = above.Line with { Text = $"{above.Line.Text.TrimEnd('=').TrimEnd()} {line.Line.Text}" },
                    };
                else
                    lines.Add(line);
            }
            // what made no sense in two pieces may be something to do as one
            for (var i = 0; i < lines.Count; i++)
                if (
                    lines[i] is { Label: LineLabel.Note } note
                    && page.First(l => l.Line.Number == note.Line.Number).Line.Text.Length < note.Line.Text.Length
                    && reader.Look(note.Line) is { HasDose: true, Moves: > 0 }
                )
                    lines[i] = note with { Label = LineLabel.Work };
            return lines;
        }

        /// <summary>Where parts begin at times of the day, each lasts until the next time.</summary>
        private static List<int?> BookedByClock(List<LaidLine> lines)
        {
            var booked = new List<int?>(new int?[lines.Count]);
            var last = -1;
            for (var i = 0; i < lines.Count; i++)
            {
                if (lines[i].Line.Mark != LineMark.Clock)
                    continue;
                if (
                    last >= 0
                    && MinutesOf(lines[i]) - MinutesOf(lines[last]) is > 0 and <= HeadReader.MostMinutes and var span
                )
                    booked[last] = span;
                last = lines[i].Label is LineLabel.Heading or LineLabel.HeadingWork ? i : -1;
            }
            return booked;
        }

        private static int? MinutesOf(LaidLine line) =>
            ClockTime().Match(line.Line.MarkText) is { Success: true } time
                ? (Figure(time.Groups["h"]) * 60) + (time.Groups["m"].Success ? Figure(time.Groups["m"]) : 0)
                : null;

        private static int Figure(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);

        [GeneratedRegex(@"^(?<h>\d{1,2})(?:[:.h](?<m>\d{2}))?", RegexOptions.CultureInvariant)]
        private static partial Regex ClockTime();

        private void Take(LaidLine laid, LaidLine? next, int? booked)
        {
            var line = Plain(laid.Line, laid.Line.Text);
            CloseCircuitBefore(line);
            switch (laid.Label)
            {
                case LineLabel.Note or LineLabel.Continuation:
                    TakeNote(laid, line);
                    break;
                case LineLabel.Heading:
                    BeginPart(laid.Line, HeadingName.Of(laid.Line), booked, next);
                    break;
                case LineLabel.HeadingWork:
                    var heading = laid.Row is { } row
                        ? new HeadingName(row.Heading, null, "", row.Work)
                        : HeadingName.WithWork(laid.Line);
                    BeginPart(laid.Line, heading, booked, next);
                    TakeWork(Plain(laid.Line, heading.Work), next);
                    break;
                case LineLabel.Version:
                    TakeVersions(line, laid.Row?.Work ?? laid.Line.Doing);
                    break;
                case LineLabel.WorkVersion:
                    TakeDivided(line);
                    break;
                default:
                    TakeWork(Plain(laid.Line, laid.Row?.Work ?? laid.Line.Doing), next);
                    break;
            }
        }

        /// <summary>A line to read, without marks that would read as such when it is written and read again.</summary>
        private static TypedLine Plain(PageLine line, string text)
        {
            var bare = text.StartsWith("##", StringComparison.Ordinal) ? text.TrimStart('#', ' ') : text;
            while (Typed.Bare(bare) is { Length: > 0 } less && less.Length < bare.Length)
                bare = less;
            return new TypedLine(line.Number, line.Indent, line.Mark != LineMark.None, line.BlankAbove, bare);
        }

        /// <summary>A note; those above all work tell of the lesson, the first of them names it.</summary>
        private void TakeNote(LaidLine laid, TypedLine line)
        {
            var text = Typed.Folded(laid.Line.Whole.TrimStart('#', '>', ' '));
            if (_entries.Exists(e => e.Entry is not Note))
            {
                if (!TakeKey(line with { Text = text }))
                    Add(new Note(Clip(text)), line.Number);
                return;
            }
            if (!laid.Line.Whole.StartsWith("# ", StringComparison.Ordinal) && TakeKey(line with { Text = text }))
                return;
            var facts = HeadReader.Facts(text, _head);
            if (_head.Title is null && !PageWords.Greets(text) && laid.Row is null && text.Any(char.IsLetter))
            {
                TakeTitle(laid.Line.Text);
                return;
            }
            if (!_hasClassLine)
                _head = facts;
            Add(new Note(Clip(text)), line.Number);
        }

        private void BeginPart(PageLine line, HeadingName heading, int? booked, LaidLine? next)
        {
            CloseCircuit();
            ClosePart();
            var below = next is null ? null : Plain(next.Line, next.Line.Text);
            // 'circuit x3:' says how often the lines below are done, and is no part of its own
            if (CircuitCall.MayBe(line.Text) && TakeCircuitAbove(Plain(line, line.Text), below))
                return;
            var typed = Plain(line, $"## {line.Text}");
            if (
                heading.Work.Length == 0
                && CircuitCall.Read($"{heading.Name} {heading.Said}") is { IsCircuit: true, Times: not null }
                && TakeCircuitAbove(typed, below)
            )
                return;
            // what says nothing of its lines is read as it will be written, so that it stays as it is
            if (SaidOf(heading.Said).IsNothing)
                AddSegment(typed, below, heading.Whole.Length > 0 ? heading.Whole : heading.Name);
            else
                AddSegment(typed, below, heading.Name, heading.Said, heading.Name);
            var entry = _entries.FindLastIndex(e => e.Entry is Segment);
            var minutes = heading.Minutes ?? booked;
            if (minutes is >= 1 and <= HeadReader.MostMinutes)
                _entries[entry] = (((Segment)_entries[entry].Entry) with { Minutes = minutes }, _entries[entry].Line);
            else
                minutes = null;
            _part = (entry, minutes, _entries.Count, line.Text);
        }

        /// <summary>
        /// The minutes that were booked for a part are its time where none of its lines says how much: they share it evenly.
        /// </summary>
        private void ClosePart()
        {
            if (_part is not { } part)
                return;
            _part = null;
            var lines = Enumerable
                .Range(part.Start, _entries.Count - part.Start)
                .Where(i => _entries[i].Entry is LessonLine)
                .ToList();
            ShareRounds(lines);
            KeepAmount(part.Start, part.Text, lines);
            if (part.Minutes is not { } minutes)
                return;
            var open = lines.FindAll(i => _entries[i].Entry is LessonLine { Dose: null, Problem: null });
            var left = (minutes * 60) - lines.Sum(i => LessonClock.WorkSeconds((LessonLine)_entries[i].Entry, Usual));
            if (open.Count == 0 || left / open.Count < Step)
                return;
            var each = left / open.Count / Step * Step;
            foreach (var i in open)
                _entries[i] = (((LessonLine)_entries[i].Entry) with { Dose = new TimedDose(each) }, _entries[i].Line);
        }

        /// <summary>Shares of a part are told in steps of so many seconds.</summary>
        private const int Step = 15;

        /// <summary>What lines need is estimated for a class of a usual size where the sheet does not say.</summary>
        private static LessonSetting Usual { get; } =
            new()
            {
                Band = AgeBand.Adults,
                Heads = 12,
                Minutes = 60,
            };

        /// <summary>An amount that a heading says and none of its lines took is done all the same: the heading is a line as well.</summary>
        private void KeepAmount(int start, string text, List<int> lines)
        {
            if (_segment.Said.Dose is not { } said)
                return;
            var isTaken = lines.Exists(i =>
                _entries[i].Entry is LessonLine { Dose: SoloDose dose } && said is SoloDose solo && IsAlike(dose, solo)
            );
            if (isTaken || Things(text).TrueForAll(t => t.Dose is null))
                return;
            var number = _entries[start - 1].Line;
            _entries.InsertRange(
                start,
                Things(text).Where(t => t.Dose is not null).Select(t => ((SheetEntry)t, number))
            );
        }

        /// <summary>The same amount, in pairs or at a pace or not.</summary>
        private static bool IsAlike(SoloDose one, SoloDose other) =>
            (one, other) switch
            {
                (TimedDose a, TimedDose b) => a.Seconds == b.Seconds,
                (CountedDose a, CountedDose b) => a.Steps[0].Reps == b.Steps[0].Reps,
                _ => one.GetType() == other.GetType(),
            };

        /// <summary>'Bags, 7 rounds x 2 min' over seven lines is a round for each of them.</summary>
        private void ShareRounds(List<int> lines)
        {
            if (_segment.Said.Dose is not TimedDose { Rounds: > 1 } said)
                return;
            var taken = lines.FindAll(i =>
                _entries[i].Entry is LessonLine { Dose: TimedDose dose }
                && dose.Rounds == said.Rounds
                && dose.Seconds == said.Seconds
            );
            if (taken.Count != said.Rounds)
                return;
            foreach (var i in taken)
            {
                var line = (LessonLine)_entries[i].Entry;
                _entries[i] = (
                    line with
                    {
                        Dose = ((TimedDose)line.Dose!) with { Rounds = 1, Rest = 0 },
                    },
                    _entries[i].Line
                );
            }
        }

        private void TakeWork(TypedLine line, LaidLine? next)
        {
            var below = next is null ? null : Plain(next.Line, next.Line.Text);
            if (TakeCircuitAbove(line, below) || TakeCircuitBelow(line))
                return;
            if (!TakeAgain(line))
                TakeLine(line);
        }

        /// <summary>'same again left', 'Round kick, likewise', 'ditto': what and how much stand in the line above.</summary>
        private bool TakeAgain(TypedLine line)
        {
            if (
                !PageWords.RefersBack(line.Text)
                || _entries.FindLast(e => e.Entry is LessonLine).Entry is not LessonLine { Problem: null } above
            )
                return false;
            if (above.Dose is null || Things(line.Text).TrueForAll(t => t is { IsUnderstood: true, Dose: not null }))
                return false;
            var rest = PageWords.WithoutReference(line.Text);
            var things = rest.Length == 0 ? [] : Things(rest);
            if (things.Exists(t => t.Problem is not null))
                return false;
            AddAgain(above, things, rest, line.Number);
            return true;
        }

        /// <summary>What a line that refers back adds: the line above, or what it names itself with the amount from there.</summary>
        private void AddAgain(LessonLine above, List<LessonLine> things, string rest, int number)
        {
            var isNamed = things.Exists(t => t.Moves.Elements.Any(e => e.Technique is not null));
            if (!isNamed)
            {
                var dose = things.Select(t => t.Dose).FirstOrDefault(d => d is not null) ?? above.Dose;
                Add(above with { Dose = dose, Remark = rest.Length == 0 ? null : Clip(rest), Versions = [] }, number);
                return;
            }
            foreach (var thing in things)
                Add(
                    thing.Dose is null
                        ? thing with
                        {
                            Dose = above.Dose,
                            Kit = thing.Kit.IsEmpty ? above.Kit : thing.Kit,
                        }
                        : thing,
                    number
                );
        }

        /// <summary>What one group or several do in place of the line above.</summary>
        private void TakeVersions(TypedLine line, string text)
        {
            IReadOnlyList<(string Group, string Does)> groups = PageWords.Groups(text);
            if (groups.Count == 0)
                groups =
                [
                    text.Split(':', 2) is [{ Length: <= LongestWho } who, var does] && does.Trim().Length > 0
                        ? (who.Trim(), does.Trim())
                        : ("some", text),
                ];
            if (
                _entries.FindLastIndex(e => e.Entry is LessonLine) is not (>= 0 and var at)
                || _entries.Skip(at).Any(e => e.Entry is Segment)
            )
            {
                TakeLine(line with { Text = text });
                return;
            }
            var above = (LessonLine)_entries[at].Entry;
            _entries[at] = (
                above with
                {
                    Versions = [.. above.Versions, .. groups.Select(VersionOf)],
                },
                _entries[at].Line
            );
        }

        private const int LongestGroup = 24;

        /// <summary>Words before a colon that say who: 'Those who were here last autumn:'.</summary>
        private const int LongestWho = 60;

        private GroupVersion VersionOf((string Group, string Does) said)
        {
            var who = said.Group.Replace("&", "and", StringComparison.Ordinal).Replace('/', '-');
            var group = GroupName().Replace(who, " ").Trim().TrimStart('.', '+', '\'', '-', ' ');
            // '6.-4. kyu' would read as a numbered line: the word comes first
            if (group.Length > 0 && char.IsDigit(group[0]) && group.LastIndexOf(' ') is > 0 and var last)
                group = $"{group[(last + 1)..]} {group[..last].Trim()}";
            if (group.Length > LongestGroup)
                group = group[..(group.LastIndexOf(' ', LongestGroup) is > 0 and var end ? end : LongestGroup)].Trim();
            if (group.Length == 0 || !char.IsLetter(group[0]))
                group = "some";
            return new GroupVersion(group, reader._lines.Read(said.Does)[0]);
        }

        [GeneratedRegex(@"[^\p{L}\d .+'-]+", RegexOptions.CultureInvariant)]
        private static partial Regex GroupName();

        /// <summary>A line that groups share: what the first does is the line, what the others do are its versions.</summary>
        private void TakeDivided(TypedLine line)
        {
            var groups = PageWords.Groups(line.Text);
            if (groups.Count == 0)
            {
                TakeLine(line);
                return;
            }
            TakeLine(line with { Text = groups[0].Does });
            if (_entries is [.., { Entry: LessonLine own } last] && groups.Count > 1)
                _entries[^1] = (own with { Versions = [.. groups.Skip(1).Select(VersionOf)] }, last.Line);
        }
    }
}
