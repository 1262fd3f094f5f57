using System.Globalization;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Runs;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Faults;

/// <summary>
/// Somebody who writes one thing after the other and sends each again, as it was, until it is confirmed; what is then found in the
/// database is compared with what was confirmed.
/// </summary>
internal abstract class Writer(string name)
{
    /// <summary>How much was confirmed.</summary>
    public int Confirmed { get; private set; }

    public string Name => name;

    /// <summary>Writes until told to stop; what is under way is brought to its end.</summary>
    public async Task Write(Func<bool> isOver, Action confirmed)
    {
        for (var number = 1; !isOver(); number++)
        {
            var key = Guid.CreateVersion7();
            var began = TimeProvider.System.GetTimestamp();
            while (await Failure(() => Send(number, key)) is { } failure)
                Assert.True(
                    TimeProvider.System.GetElapsedTime(began) < TimeSpan.FromMinutes(3),
                    $"{Name} {number} is not confirmed: {failure}"
                );
            Confirmed = number;
            confirmed();
        }
    }

    /// <summary>How many of the confirmed are missing, and how many stand there twice.</summary>
    public abstract Task<(int Lost, int Doubled)> Count(Data.LadderContext owner);

    protected abstract Task<HttpResponseMessage> Send(int number, Guid key);

    /// <summary>Why something was not confirmed; null when it was.</summary>
    private static async Task<string?> Failure(Func<Task<HttpResponseMessage>> send)
    {
        try
        {
            using var answer = await send();
            return (int)answer.StatusCode < 400 ? null : $"{answer.StatusCode}";
        }
        catch (Exception e)
            when (e
                    is HttpRequestException
                        or IOException
                        or TaskCanceledException
                        // a page that came back as an error has no form on it
                        or NullReferenceException
                        or Xunit.Sdk.XunitException
            )
        {
            return e.Message;
        }
    }

    protected static string Words(int number) => string.Create(CultureInfo.InvariantCulture, $"kept {number:00000}");
}

/// <summary>Presses notes on the mat, as a device sends them.</summary>
internal sealed class MatWriter(Visitor visitor, Guid lesson) : Writer("run events")
{
    private readonly List<Guid> _sent = [];

    protected override async Task<HttpResponseMessage> Send(int number, Guid key)
    {
        var note = new RunEvent(key, TimeProvider.System.GetUtcNow(), RunEventKind.Note, Text: Words(number));
        if (_sent.LastOrDefault() != key)
            _sent.Add(key);
        using var body = System.Net.Http.Json.JsonContent.Create(new[] { note }, options: MatJson.Options);
        var token = await visitor.Token($"/sheets/{lesson}");
        return await visitor.PostJson($"/mat/{lesson}?handler=Events", await body.ReadAsStringAsync(), token);
    }

    public override async Task<(int Lost, int Doubled)> Count(Data.LadderContext owner)
    {
        var kept = await owner
            .RunEvents.IgnoreQueryFilters()
            .Where(e => e.Text != null && e.Text.StartsWith("kept "))
            .Select(e => e.Text)
            .ToListAsync();
        var lost = Enumerable.Range(1, Confirmed).Count(n => !kept.Contains(Words(n)));
        return (lost, kept.Count - kept.Distinct().Count());
    }
}

/// <summary>Adds lines to sheets, to the next one when one is nearly full.</summary>
internal sealed class LineWriter(Visitor visitor, IReadOnlyList<Guid> lessons) : Writer("sheet edits")
{
    private const int LinesEach = 300;

    protected override Task<HttpResponseMessage> Send(int number, Guid key) =>
        visitor.Post(
            "/bench",
            $"/sheets/{lessons[number / LinesEach]}/lines?handler=Add",
            ("text", $"{Words(number)} 1 s"),
            ("Key", key.ToString())
        );

    public override async Task<(int Lost, int Doubled)> Count(Data.LadderContext owner)
    {
        var texts = await owner
            .SheetLines.IgnoreQueryFilters()
            .Where(l => lessons.Contains(l.LessonId))
            .Select(l => l.Text)
            .ToListAsync();
        var each = Enumerable
            .Range(1, Confirmed)
            .Select(n => texts.Count(t => t.Contains(Words(n), StringComparison.Ordinal)))
            .ToList();
        return (each.Count(n => n == 0), each.Count(n => n > 1));
    }
}

/// <summary>Logs a lesson again and again: who was there, and a note.</summary>
internal sealed class LogWriter(Visitor visitor, Guid lesson, Guid student) : Writer("logs and attendance")
{
    private static string At(int number) => number % 2 == 0 ? "Present" : "Late";

    protected override Task<HttpResponseMessage> Send(int number, Guid key) =>
        visitor.Submit($"/diary/{lesson}", "notes", ("notes", Words(number)), ($"at-{student}", At(number)));

    public override async Task<(int Lost, int Doubled)> Count(Data.LadderContext owner)
    {
        var logs = await owner
            .Logs.IgnoreQueryFilters()
            .Where(l => l.LessonId == lesson)
            .Include(l => l.Attendances)
            .ToListAsync();
        var there = logs.SelectMany(l => l.Attendances).Where(a => a.StudentId == student).ToList();
        var isKept =
            logs.Exists(l => l.Notes == Words(Confirmed)) && there.Exists(a => $"{a.Presence}" == At(Confirmed));
        return (Confirmed > 0 && !isKept ? 1 : 0, Math.Max(0, logs.Count - 1) + Math.Max(0, there.Count - 1));
    }
}

/// <summary>Marks a candidate, met and not met in turn.</summary>
internal sealed class MarkWriter(Visitor visitor, Guid grading, Guid candidate, Guid requirement) : Writer("marks")
{
    protected override async Task<HttpResponseMessage> Send(int number, Guid key)
    {
        var form = (await visitor.Page($"/gradings/{grading}")).QuerySelector($"#c-{candidate} form")!;
        var seen = form.QuerySelectorAll("input[name=seen]").Select(i => ("seen", i.GetAttribute("value")!));
        var met = number % 2 == 0 ? Guid.Empty : requirement;
        var others = form.QuerySelectorAll("input[name=met][checked]")
            .Select(i => i.GetAttribute("value")!)
            .Where(v => v != requirement.ToString())
            .Select(v => ("met", v));
        var result = form.QuerySelector("input[name=resultSeen]")!.GetAttribute("value")!;
        return await visitor.Post(
            $"/gradings/{grading}",
            $"/gradings/{grading}?handler=Mark&candidate={candidate}",
            [.. seen, .. others, ("met", met.ToString()), ("resultSeen", result), ("result", result)]
        );
    }

    public override async Task<(int Lost, int Doubled)> Count(Data.LadderContext owner)
    {
        var marks = await owner
            .GradingMarks.IgnoreQueryFilters()
            .Where(m => m.CandidateId == candidate && m.RequirementId == requirement)
            .ToListAsync();
        var isMet = marks.Exists(m => m.IsMet);
        return (Confirmed > 0 && isMet != (Confirmed % 2 == 1) ? 1 : 0, Math.Max(0, marks.Count - 1));
    }
}
