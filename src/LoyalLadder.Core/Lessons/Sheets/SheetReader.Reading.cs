using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

public sealed partial class SheetReader
{
    /// <summary>One pass over a sheet's lines, with what was said so far.</summary>
    private sealed partial class Reading(SheetReader reader)
    {
        private readonly List<(SheetEntry Entry, int Line)> _entries = [];
        private LessonHead _head = LessonHead.Empty;
        private (Inherited Said, int Indent) _segment = (Inherited.Nothing, -1);
        private (Inherited Said, int Indent) _header = (Inherited.Nothing, int.MaxValue);
        private int _lastIndent;
        private int _ordinal;
        private bool _hasClassLine;

        /// <summary>One line by itself is a thing to do, no title.</summary>
        private bool _isOneLine;

        public bool HeadIsRead { get; init; }

        public SheetReading Run(List<TypedLine> typed)
        {
            _isOneLine = typed.Count == 1 && !typed[0].Text.StartsWith('#');
            _hasClassLine = typed.Exists(l =>
                KeyLine().Match(l.Text) is { Success: true } m
                && m.Groups["key"].ValueSpan.Equals("class", StringComparison.OrdinalIgnoreCase)
            );
            for (var i = 0; i < typed.Count; i++)
            {
                var line = typed[i];
                CloseCircuitBefore(line);
                if (Bracket(typed, i) is { } bracket)
                {
                    TakeBracket(typed, i, bracket);
                    i = bracket.End;
                    continue;
                }
                while (i + 1 < typed.Count && FitsBehind(line, typed[i + 1]) && Continues(line, typed[i + 1]))
                    line = line with { Text = $"{line.Text.TrimEnd('=').TrimEnd()} {typed[++i].Text}" };
                Take(line, i + 1 < typed.Count ? typed[i + 1] : null);
            }
            CloseCircuit();
            return new SheetReading(
                new LessonPlan(_head, _entries.Select(e => e.Entry).ToSequence()),
                _entries.Select(e => e.Line).ToSequence()
            );
        }

        private static bool FitsBehind(TypedLine line, TypedLine next) =>
            line.Text.Length + next.Text.Length < Typed.LongestLine;

        private void Take(TypedLine line, TypedLine? next)
        {
            var text = line.Text;
            if (TakeCircuitAbove(line, next) || TakeCircuitBelow(line))
                return;
            if (text.StartsWith("##", StringComparison.Ordinal))
            {
                AddSegment(line, next, text.TrimStart('#').Trim());
                return;
            }
            if (text.StartsWith("# ", StringComparison.Ordinal) && TakeTitle(text[2..].Trim()))
                return;
            if (!line.HasBullet && TakeKey(line))
                return;
            if (TakeVersion(line))
                return;
            if (IsBareHeading(line, next))
            {
                CloseCircuit();
                AddSegment(line, next, text.TrimEnd(':', ' ', '\t'));
                return;
            }
            if (!HeadIsRead && !_isOneLine && TakePreamble(line))
                return;
            if (!_isOneLine && text.EndsWith(':') && !HasAmount(text))
            {
                TakeHeader(line);
                return;
            }
            if (Greeting().IsMatch(text) && !HasAmount(text))
            {
                Add(new Note(Clip(text)), line.Number);
                return;
            }
            if (IsAside(line))
                return;
            TakeLine(line);
        }

        private void Add(SheetEntry entry, int line)
        {
            if (_isRunOver && entry is LessonLine)
                (_runStart, _isRunOver) = (_entries.Count, false);
            _entries.Add((entry, line));
        }

        private bool HasAmount(string text) => Things(text).Exists(l => l.Dose is not null || l.Problem is not null);

        /// <summary>The things on a line, read once: several questions are asked of each, by the line above it as well.</summary>
        private List<LessonLine> Things(string text)
        {
            if (!_read.TryGetValue(text, out var things))
                _read[text] = things = reader._lines.Read(text);
            return things;
        }

        private readonly Dictionary<string, List<LessonLine>> _read = new(StringComparer.Ordinal);

        private bool TakeTitle(string title)
        {
            if (_head.Title is not null || HeadIsRead)
                return false;
            _head = (_hasClassLine ? _head : HeadReader.Facts(title, _head)) with { Title = Clip(title) };
            return true;
        }

        private bool TakeKey(TypedLine line)
        {
            if (KeyLine().Match(line.Text) is not { Success: true } match)
                return false;
            var said = match.Groups["said"].Value.Trim();
            switch (match.Groups["key"].Value.ToLowerInvariant())
            {
                case "note" or "notes" or "nb":
                    Add(new Note(Clip(said)), line.Number);
                    return true;
                case "bring" or "remember" or "kit":
                    Add(new Note(Clip(line.Text)), line.Number);
                    return true;
                case "subject" when _head.Title is null && !HeadIsRead:
                    return TakeTitle(said);
                case "focus" or "aim" or "theme" when _head.Focus is null && !HeadIsRead:
                    _head = _head with { Focus = Clip(said) };
                    return true;
                case "class" when !HeadIsRead:
                    _head = HeadReader.ClassLine(said, _head);
                    return true;
                default:
                    return false;
            }
        }

        /// <summary>Whatever stands above the first heading or bullet and tells of the lesson, not of a drill.</summary>
        private bool TakePreamble(TypedLine line)
        {
            if (line.HasBullet || _entries.Exists(e => e.Entry is not Note))
                return false;
            var things = Things(Bracketed().Replace(line.Text, " "));
            var isLong = things is [{ Dose: TimedDose { Seconds: >= 20 * 60, Rounds: 1 } }];
            if (IsHead(line.Text, things))
                return TakeTitle(line.Text);
            if (!isLong && things.Exists(t => t.Dose is not null || t.Problem is not null))
                return false;
            if (things.Exists(t => t.Moves.IsKnown))
                return false;
            if (_head.Title is null && _entries.Count == 0)
                return TakeTitle(line.Text);
            var with = HeadReader.Facts(line.Text, _head);
            if (with == _head)
                return false;
            if (!_hasClassLine)
                _head = with;
            Add(new Note(Clip(line.Text)), line.Number);
            return true;
        }

        /// <summary>A first line that tells of the lesson: how long and for whom, and of nothing that is done in so long.</summary>
        private bool IsHead(string text, List<LessonLine> things)
        {
            if (_head.Title is not null || _entries.Count > 0)
                return false;
            var facts = HeadReader.Facts(text, LessonHead.Empty);
            var isForWhom = facts.People is not null || facts.Band is not null || facts.Start is not null;
            return facts.Minutes is not null
                && (isForWhom || !things.Exists(t => t.Moves.Elements.Any(e => e.Technique is not null)));
        }

        private bool IsBareHeading(TypedLine line, TypedLine? next)
        {
            if (line.HasBullet)
                return false;
            var (words, said) = Heading(line.Text);
            if (words.Length is 0 or > 40 || HasAmount(line.Text))
                return false;
            // a line by itself, such as the quick line sends, has nothing around it to tell by; without an amount it takes no time
            if (_isOneLine)
                return SegmentKinds.IsHeading(words);
            // 'sparring' alone may be a thing to do; set apart or shouted it heads what follows
            var setApart =
                said.Length > 0
                || line.Text.EndsWith(':')
                || Capitals(words)
                || line.BlankAbove
                || next is null or { HasBullet: true }
                || next.Indent > line.Indent;
            if (SegmentKinds.IsHeading(words))
                return setApart
                    || SegmentKinds.Of(words) is SegmentKind.WarmUp or SegmentKind.CoolDown
                    || (next is not null && HasAmount(next.Text))
                    || !reader._moves.Read(words).IsKnown;
            return Capitals(words)
                && NameKey.Words(words).Count <= 5
                && !HeadIsRead
                && _head.Title is not null
                && !reader._moves.Read(words).IsKnown
                && (line.BlankAbove || next is { HasBullet: true })
                && !words.EndsWith('!');
        }

        /// <summary>A heading's own words, and what it says of its lines in brackets or as 'in pairs'.</summary>
        private static (string Words, string Said) Heading(string text)
        {
            var match = HeadingWords().Match(text.TrimEnd(':', ' '));
            return (match.Groups["words"].Value.Trim(), match.Groups["said"].Value.Trim());
        }

        /// <summary>What a heading says of its lines, an amount for those without one included.</summary>
        private Inherited SaidOf(string words) =>
            Inherited.Read(words) with
            {
                Dose = DoseOf(words) ?? DoseOf(string.Join(", ", words.Split(',').Where(IsAmount))),
            };

        private SoloDose? DoseOf(string words) =>
            words.Any(char.IsAsciiDigit)
            && reader._lines.Read($"\"-\" {words.Replace('"', ' ')}")
                is [{ Problem: null, Dose: SoloDose dose, Remark: null }]
                ? dose
                : null;

        /// <summary>A piece that says nothing but how much: '7 rounds x 2 min', and not '2 persons on 1 bag'.</summary>
        private static bool IsAmount(string piece) =>
            piece.Any(char.IsAsciiDigit)
            && NameKey.Words(piece).TrueForAll(w => w.Any(char.IsAsciiDigit) || AmountWords.Contains(w));

        private static readonly HashSet<string> AmountWords =
        [
            .. DoseGrammar
                .Words.Concat(["min", "mins", "minutes", "sec", "secs", "seconds", "s", "m"])
                .SelectMany(NameKey.Words),
        ];

        private static bool Capitals(string words) => words.Any(char.IsLetter) && !words.Any(char.IsLower);

        private void AddSegment(TypedLine line, TypedLine? next, string name)
        {
            var minutes = default(int?);
            if (BookedMinutes().Match(name) is { Success: true } booked)
                (minutes, name) = (Figure(booked.Groups["n"]), name[..booked.Index]);
            var (words, said) = Heading(name);
            AddSegment(line, next, words, words.Length == 0 ? "" : said, name);
            if (
                minutes is >= 1 and <= HeadReader.MostMinutes
                && _entries.FindLastIndex(e => e.Entry is Segment) is var at
            )
                _entries[at] = (((Segment)_entries[at].Entry) with { Minutes = minutes }, _entries[at].Line);
        }

        private void AddSegment(TypedLine line, TypedLine? next, string words, string said, string whole)
        {
            _segment = (Inherited.Nothing, -1);
            _header = (Inherited.Nothing, int.MaxValue);
            _ordinal = 0;
            // where the lines below are indented, it is said of those only
            _segment = (SaidOf(said), next is not null && next.Indent > line.Indent ? line.Indent : -1);
            if (_segment.Said.IsNothing)
            {
                Add(new Segment(Clip(whole)), line.Number);
                (_runStart, _isRunOver) = (_entries.Count, false);
                return;
            }
            // what the heading says of its lines is written into them, and kept as a note
            Add(new Segment(Clip(words)), line.Number);
            Add(new Note(Clip(said)), line.Number);
            (_runStart, _isRunOver) = (_entries.Count, false);
        }

        private void TakeHeader(TypedLine line)
        {
            var text = line.Text.TrimEnd(':', ' ');
            _header = (SaidOf(text), line.Indent);
            _lastIndent = line.Indent;
            Add(new Note(Clip(text)), line.Number);
        }

        private bool TakeVersion(TypedLine line)
        {
            if (line.HasBullet || _entries is not [.., { Entry: LessonLine above }])
                return false;
            // below a line that says no amount only what is set in belongs to it
            if (above.Dose is null && line.Indent <= _lastIndent)
                return false;
            if (VersionLine().Match(line.Text) is not { Success: true } match)
                return false;
            var group = match.Groups["group"].Value.Trim();
            if (line.Indent <= _lastIndent && !GroupWords().IsMatch(group))
                return false;
            if (reader._lines.Read(match.Groups["said"].Value) is not [var version, ..])
                return false;
            _entries[^1] = (
                above with
                {
                    Versions = [.. above.Versions, new GroupVersion(group, version)],
                },
                _entries[^1].Line
            );
            return true;
        }

        /// <summary>Indented words below a line that already has its dose go with it.</summary>
        private bool IsAside(TypedLine line)
        {
            if (
                line.HasBullet
                || line.Indent <= _lastIndent
                || _entries is not [.., { Entry: LessonLine { Dose: not null } above }]
                || HasAmount(line.Text)
            )
                return false;
            if (above.Versions.Count > 0 || reader._moves.Read(line.Text).IsKnown)
                return false;
            _entries[^1] = (
                above with
                {
                    Remark = Clip(above.Remark is null ? line.Text : $"{above.Remark}, {line.Text}"),
                },
                _entries[^1].Line
            );
            return true;
        }

        private void TakeLine(TypedLine line)
        {
            if (line.Indent <= _header.Indent)
                _header = (Inherited.Nothing, int.MaxValue);
            var heading = line.Indent > _segment.Indent ? _segment.Said : Inherited.Nothing;
            foreach (var thing in Things(WithoutOrdinal(line.Text)))
                Add(_header.Said.Onto(heading.Onto(thing)), line.Number);
            _lastIndent = line.Indent;
        }

        /// <summary>'1 jab, cross 10 each side' and '2 front kick 5/side': a list counts on, a dose stands elsewhere.</summary>
        private string WithoutOrdinal(string text)
        {
            if (
                _isOneLine
                || Ordinal().Match(text) is not { Success: true } match
                || !int.TryParse(
                    match.Groups["n"].ValueSpan,
                    System.Globalization.CultureInfo.InvariantCulture,
                    out var n
                )
                || n != _ordinal + 1
            )
                return text;
            var rest = text[match.Length..];
            if (!HasAmount(rest))
                return text;
            _ordinal = n;
            return rest;
        }

        /// <summary>Word processors and mail break lines; a piece that cannot stand alone belongs to the line above.</summary>
        private bool Continues(TypedLine line, TypedLine next)
        {
            if (
                next.BlankAbove
                || next.Indent < line.Indent
                || next.HasBullet
                || next.Text.StartsWith('#')
                || KeyLine().IsMatch(next.Text)
            )
                return false;
            if (
                line.Text.StartsWith('#')
                || line.Text.StartsWith('"')
                || KeyLine().IsMatch(line.Text)
                || line.Text.EndsWith(':')
            )
                return false;
            if (line.Text.EndsWith('=') && line.Text.Length > 40)
                return true;
            if (line.Text[^1] is ',' or '&' or '+' or '/')
                return !HasAmount(line.Text);
            if (!char.IsLower(next.Text[0]) && !char.IsDigit(next.Text[0]))
                return false;
            var wrapped =
                line.Text.Length >= WrapsFrom
                || (line.HasBullet && next.Indent > line.Indent && !VersionLine().IsMatch(next.Text));
            return wrapped && !HasAmount(line.Text);
        }

        private static string Clip(string words) =>
            words.Length <= LineReader.LongestWords ? words : words[..LineReader.LongestWords];
    }
}
