using System.Text.Json;

namespace LoyalLadder.Core.Terms;

/// <summary>A plan that somebody took: what stands in which session, and how often each thing was wanted.</summary>
/// <param name="Wanted">Lessons of the term by learnable.</param>
/// <param name="Places">Learnables by the key of the session, as <see cref="ClassTerm.KeyOf(Timetables.Session)"/> has it.</param>
public sealed record KeptTerm(
    IReadOnlyDictionary<string, int> Wanted,
    IReadOnlyDictionary<string, IReadOnlyList<string>> Places
)
{
    public static KeptTerm Nothing { get; } =
        new(new Dictionary<string, int>(), new Dictionary<string, IReadOnlyList<string>>());

    /// <summary>What stands in a session; nothing where nothing was planned.</summary>
    public IReadOnlyList<string> In(string session) => Places.GetValueOrDefault(session) ?? [];

    /// <summary>The same with a new plan for the sessions that it has; the others stay as they are.</summary>
    public KeptTerm With(ClassTerm term, TermPlan plan)
    {
        var planned = plan.Sessions.Select(s => s.Session).ToHashSet(StringComparer.Ordinal);
        var open = term.Open.Select(ClassTerm.KeyOf).ToHashSet(StringComparer.Ordinal);
        return new KeptTerm(
            term.Things.ToDictionary(t => t.Learnable, t => t.Wanted),
            Places
                // what stood in a session that is to come and is not planned any more is gone
                .Where(p => !planned.Contains(p.Key) && !open.Contains(p.Key))
                .Concat(
                    plan.Sessions.Where(s => s.Items.Count > 0)
                        .Select(s => KeyValuePair.Create(s.Session, (IReadOnlyList<string>)[.. s.Items]))
                )
                .ToDictionary(p => p.Key, p => p.Value)
        );
    }

    /// <summary>As JSON: {"wanted":{"front-kick":4},"places":{"2041-09-03T18:00":["front-kick"]}}.</summary>
    public string Write() => JsonSerializer.Serialize(new { wanted = Wanted, places = Places });

    /// <summary>Reads what <see cref="Write"/> wrote; empty text is a term without a plan.</summary>
    /// <exception cref="JsonException">It is something else.</exception>
    public static KeptTerm Read(string text)
    {
        if (text.Length == 0)
            return Nothing;
        using var json = JsonDocument.Parse(text);
        return new KeptTerm(
            json.RootElement.GetProperty("wanted").EnumerateObject().ToDictionary(p => p.Name, p => p.Value.GetInt32()),
            json.RootElement.GetProperty("places")
                .EnumerateObject()
                .ToDictionary(
                    p => p.Name,
                    p => (IReadOnlyList<string>)[.. p.Value.EnumerateArray().Select(i => i.GetString()!)]
                )
        );
    }
}
