using System.Buffers;
using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What is wrong in a lesson's JSON, and where: <c>entries[3].dose</c>.</summary>
public readonly record struct LessonJsonError(string Place, string Message);

/// <summary>
/// A lesson as JSON, for other programs: the same parts as the sheet text, each in a field of its own. Reading what was
/// written gives the same lesson. The schema stands in docs/formats.md.
/// </summary>
public sealed class LessonJson(SheetReader reader)
{
    /// <summary>Version of the shape; a reader refuses others.</summary>
    public const int Version = 1;

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        // read by programs as a file of its own, never inside a page
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static readonly SearchValues<char> Breaks = SearchValues.Create("\r\n\0\f\v\u0085\u2028\u2029");

    private sealed record Shape
    {
        public int? Lesson { get; init; }
        public string? Title { get; init; }
        public string? Class { get; init; }
        public int? People { get; init; }
        public int? Minutes { get; init; }
        public string? AgeBand { get; init; }

        /// <summary>'5-9': years, where they are named.</summary>
        public string? Ages { get; init; }
        public string? Start { get; init; }
        public string? Focus { get; init; }
        public List<EntryShape?>? Entries { get; init; }
    }

    private sealed record EntryShape
    {
        public string? Segment { get; init; }

        /// <summary>Booked for a segment.</summary>
        public int? Minutes { get; init; }
        public string? Note { get; init; }
        public string? Text { get; init; }
        public string? Line { get; init; }
        public string? Dose { get; init; }
        public List<KitShape?>? Kit { get; init; }
        public string? Priority { get; init; }
        public string? Teach { get; init; }
        public int? Stage { get; init; }
        public int? Effort { get; init; }
        public string? Remark { get; init; }
        public List<GroupShape?>? Groups { get; init; }
    }

    private sealed record KitShape(string? Name, int? Count);

    private sealed record GroupShape(string? Group, EntryShape? Does);

    public static string Write(LessonPlan plan) =>
        JsonSerializer.Serialize(
            new Shape
            {
                Lesson = Version,
                Title = plan.Head.Title,
                Class = plan.Head.Class,
                People = plan.Head.People,
                Minutes = plan.Head.Minutes,
                AgeBand = plan.Head.Band is { } band ? AgeBands.Word(band) : null,
                Ages = plan.Head.Ages?.ToString(),
                Start = plan.Head.Start?.ToString("HH:mm", CultureInfo.InvariantCulture),
                Focus = plan.Head.Focus,
                Entries = [.. plan.Entries.Select(Of)],
            },
            Options
        );

    private static EntryShape Of(SheetEntry entry) =>
        entry switch
        {
            Segment segment => new EntryShape { Segment = segment.Name, Minutes = segment.Minutes },
            Note note => new EntryShape { Note = note.Text },
            LessonLine { Problem: not null } line => new EntryShape { Text = line.Content },
            LessonLine line => new EntryShape
            {
                Line = line.Content,
                Dose = line.Dose is { } dose ? SheetWriter.Write(dose) : null,
                Kit = line.Kit.IsEmpty ? null : [.. line.Kit.Select(k => new KitShape(k.Name, k.Count))],
                Priority = line.Priority is { } priority ? SheetWriter.Write(priority) : null,
                Teach = line.Teach is { } teach ? SheetWriter.Write(teach) : null,
                Stage = line.Stage,
                Effort = line.Effort,
                Remark = line.Remark,
                Groups = line.Versions.IsEmpty
                    ? null
                    : [.. line.Versions.Select(v => new GroupShape(v.Group, Of(v.Line)))],
            },
            _ => throw new ArgumentException("A segment, a line or a note is expected.", nameof(entry)),
        };

    /// <summary>Reads a lesson; null with at least one error when it cannot be one.</summary>
    public (LessonPlan? Plan, IReadOnlyList<LessonJsonError> Errors) Read(string json)
    {
        Shape? shape;
        try
        {
            shape = JsonSerializer.Deserialize<Shape>(json, Options);
        }
        catch (JsonException e)
        {
            var line = string.Create(CultureInfo.InvariantCulture, $"line {e.LineNumber + 1}");
            return (
                null,
                [
                    new LessonJsonError(
                        e.Path ?? "$",
                        Say($"This is no lesson as JSON ({line}): see docs/formats.md for its fields.")
                    ),
                ]
            );
        }
        if (shape?.Entries is null)
            return (null, [new LessonJsonError("entries", Say("A lesson has entries, even if the list is empty."))]);
        var errors = ErrorsOf(shape, shape.Entries.Count);
        if (errors.Count > 0)
            return (null, errors);
        var head = Head(shape, errors);
        var entries = shape
            .Entries.Select((e, i) => Entry(e, $"entries[{i}]", errors))
            .OfType<SheetEntry>()
            .ToSequence();
        return errors.Count > 0 ? (null, errors) : (new LessonPlan(head, entries), []);
    }

    private static List<LessonJsonError> ErrorsOf(Shape shape, int entries)
    {
        var errors = new List<LessonJsonError>();
        if (shape.Lesson is { } version && version != Version)
            errors.Add(
                new LessonJsonError(
                    "lesson",
                    Say($"This is written in version {version}; version {Version} is understood.")
                )
            );
        if (entries > SheetReader.MostLines)
            errors.Add(
                new LessonJsonError(
                    "entries",
                    Say($"A sheet may have {SheetReader.MostLines} lines; this has {entries}.")
                )
            );
        return errors;
    }

    private static LessonHead Head(Shape shape, List<LessonJsonError> errors)
    {
        var band = shape.AgeBand is null ? null : AgeBands.Read(shape.AgeBand);
        if (shape.AgeBand is not null && band is null)
            errors.Add(new LessonJsonError("ageBand", "kids, teens or adults."));
        var ages = shape.Ages is null ? null : AgeRange.Read(shape.Ages);
        if (shape.Ages is not null && ages is null)
            errors.Add(new LessonJsonError("ages", Say("Two ages such as 5-9.")));
        TimeOnly? start = TimeOnly.TryParseExact(
            shape.Start,
            "HH:mm",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var at
        )
            ? at
            : null;
        if (shape.Start is not null && start is null)
            errors.Add(new LessonJsonError("start", Say("A time such as 18:00.")));
        if (shape.People is < 1 or > 500)
            errors.Add(new LessonJsonError("people", "1 to 500 people."));
        if (shape.Minutes is < 10 or > 300)
            errors.Add(new LessonJsonError("minutes", "10 to 300 minutes."));
        foreach (var (place, words) in new[] { ("title", shape.Title), ("class", shape.Class), ("focus", shape.Focus) })
            if (words is not null && !IsOneLine(words, 300))
                errors.Add(new LessonJsonError(place, Say("One line of at most 300 characters.")));
        return new LessonHead
        {
            Title = shape.Title,
            Class = shape.Class,
            People = shape.People,
            Minutes = shape.Minutes,
            Ages = ages,
            Band = ages?.Band ?? band,
            Start = start,
            Focus = shape.Focus,
        };
    }

    private SheetEntry? Entry(EntryShape? entry, string place, List<LessonJsonError> errors)
    {
        string?[] kinds = [entry?.Segment, entry?.Note, entry?.Text, entry?.Line];
        if (kinds.Count(k => k is not null) != 1)
        {
            errors.Add(new LessonJsonError(place, Say("An entry is one of segment, note, text or line.")));
            return null;
        }
        if (!IsOneLine(kinds.First(k => k is not null)!, 2000))
        {
            errors.Add(new LessonJsonError(place, Say("One line of 1 to 2,000 characters.")));
            return null;
        }
        if (entry!.Minutes is < 1 or > HeadReader.MostMinutes || (entry.Minutes is not null && entry.Segment is null))
        {
            errors.Add(new LessonJsonError($"{place}.minutes", Say("1 to 300 minutes, of a segment.")));
            return null;
        }
        if (entry.Segment is { } segment)
            return new Segment(segment) { Minutes = entry.Minutes };
        if (entry.Note is { } note)
            return new Note(note);
        return Line(entry, place, errors);
    }

    private LessonLine? Line(EntryShape entry, string place, List<LessonJsonError> errors)
    {
        var text = entry.Text ?? Compose(entry);
        foreach (
            var (part, words) in new[]
            {
                ("dose", entry.Dose),
                ("teach", entry.Teach),
                ("priority", entry.Priority),
                ("remark", entry.Remark),
            }.Concat(entry.Kit?.Select(k => ("kit", (string?)(k?.Name ?? "\n"))) ?? [])
        )
            if (words is not null && !IsOneLine(words, 400))
                errors.Add(new LessonJsonError($"{place}.{part}", Say("One line of 1 to 400 characters.")));
        if (errors.Exists(e => e.Place.StartsWith(place + ".", StringComparison.Ordinal)))
            return null;
        if (reader.ReadEntries(text) is not [LessonLine line])
        {
            errors.Add(new LessonJsonError(place, Say("This does not read as one line of a sheet.")));
            return null;
        }
        if (entry.Text is not null)
            return line;
        Compare(entry, line, place, errors);
        var versions = (entry.Groups ?? [])
            .Select((g, i) => ReadVersion(g, $"{place}.groups[{i}]", errors))
            .OfType<GroupVersion>()
            .ToSequence();
        return line with { Versions = versions };
    }

    /// <summary>Every field has to come back as it was sent; one that does not was not understood.</summary>
    private static void Compare(EntryShape entry, LessonLine line, string place, List<LessonJsonError> errors)
    {
        foreach (
            var (part, isWrong) in new[]
            {
                ("line", line.Content != entry.Line),
                ("dose", line.Problem is not null || (entry.Dose is null) != (line.Dose is null)),
                ("teach", (entry.Teach is null) != (line.Teach is null)),
                ("priority", (entry.Priority is null) != (line.Priority is null)),
                ("stage", entry.Stage != line.Stage),
                ("effort", entry.Effort != line.Effort),
                ("kit", (entry.Kit?.Count ?? 0) != line.Kit.Count),
                ("remark", entry.Remark != line.Remark),
            }
        )
            if (isWrong)
                errors.Add(
                    new LessonJsonError(
                        $"{place}.{part}",
                        line.Problem ?? Say("This is not understood; docs/formats.md says what may stand here.")
                    )
                );
    }

    private GroupVersion? ReadVersion(GroupShape? shape, string place, List<LessonJsonError> errors)
    {
        if (shape?.Group is not { } group || !IsOneLine(group, 40) || shape.Does is not { Groups: null } does)
        {
            errors.Add(
                new LessonJsonError(place, Say("A group has a name and what it does, without groups of its own."))
            );
            return null;
        }
        return Entry(does, place + ".does", errors) is LessonLine line ? new GroupVersion(group, line) : null;
    }

    /// <summary>The line as sheet text, its content in quotes, so that it is taken as it stands.</summary>
    private static string Compose(EntryShape entry)
    {
        string?[] parts =
        [
            $"\"{entry.Line!.Replace("\"", "\"\"", StringComparison.Ordinal)}\"",
            entry.Dose,
            entry.Teach,
            entry.Stage is { } stage ? string.Create(CultureInfo.InvariantCulture, $"stage {stage}") : null,
            entry.Effort is { } effort ? string.Create(CultureInfo.InvariantCulture, $"effort {effort}") : null,
            entry.Kit is { Count: > 0 } kit ? $"[{string.Join(", ", kit.Select(Counted))}]" : null,
            entry.Priority,
            entry.Remark is { } remark ? $"-- {remark}" : null,
        ];
        return string.Join(' ', parts.Where(p => p is not null));
    }

    private static string? Counted(KitShape? kit) =>
        kit?.Count is { } count ? string.Create(CultureInfo.InvariantCulture, $"{count} {kit.Name}") : kit?.Name;

    private static bool IsOneLine(string words, int longest) =>
        words.Length > 0
        && words.Length <= longest
        && words.AsSpan().Trim().Length > 0
        && !words.AsSpan().ContainsAny(Breaks);
}
