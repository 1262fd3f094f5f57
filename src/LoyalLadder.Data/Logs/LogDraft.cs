using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Data.Logs;

/// <summary>A log as it is proposed or kept: one entry per line that was to be done.</summary>
/// <param name="Lesson">With its class.</param>
/// <param name="Lines">The lines, in order.</param>
/// <param name="Presences">Who was there, and how.</param>
/// <param name="Notes">For whoever teaches next.</param>
/// <param name="PlannedSeconds">Length as planned.</param>
/// <param name="ActualSeconds">Length as run; null where nobody ran the clock.</param>
/// <param name="IsLogged">Whether somebody has said what was done; attendance may be kept before that.</param>
public sealed record LogDraft(
    Lesson Lesson,
    IReadOnlyList<DraftLine> Lines,
    IReadOnlyDictionary<Guid, Presence> Presences,
    string Notes,
    int PlannedSeconds,
    int? ActualSeconds,
    bool IsLogged
)
{
    /// <summary>Who was there by the roll call on the mat, as long as nobody has kept who was.</summary>
    public IReadOnlyDictionary<Guid, Presence> Rolled { get; init; } = new Dictionary<Guid, Presence>();
}

/// <summary>One line of a log.</summary>
/// <param name="SheetLine">Key of the sheet's line.</param>
/// <param name="Text">As it was taught.</param>
/// <param name="Outcome">How far it got.</param>
/// <param name="Planned">Seconds as planned.</param>
/// <param name="Actual">Seconds as run.</param>
/// <param name="Owed">The older debt that it was to make good.</param>
/// <param name="Carries">Whether the class is owed it when it was not done.</param>
public sealed record DraftLine(
    Guid SheetLine,
    string Text,
    LineOutcome Outcome,
    int Planned,
    int? Actual,
    Guid? Owed,
    bool Carries
);

/// <summary>A log as somebody fills it in, with what stood in the form when it was opened.</summary>
public sealed record LogForm
{
    /// <summary>How each student was there; null for who was not.</summary>
    public required IReadOnlyDictionary<Guid, Presence?> Presences { get; init; }

    public required IReadOnlyDictionary<Guid, Presence?> PresencesSeen { get; init; }

    /// <summary>How far each line got, by the sheet's line; null where attendance alone is taken.</summary>
    public IReadOnlyDictionary<Guid, LineOutcome>? Outcomes { get; init; }

    public IReadOnlyDictionary<Guid, LineOutcome> OutcomesSeen { get; init; } = new Dictionary<Guid, LineOutcome>();

    /// <summary>Null leaves the notes as they are.</summary>
    public string? Notes { get; init; }

    public string NotesSeen { get; init; } = "";
}

/// <summary>What came of saving a log: everything that did not clash is kept.</summary>
/// <param name="Presences">Attendance, merged.</param>
/// <param name="Outcomes">Outcomes, merged; null where attendance alone was taken.</param>
/// <param name="Notes">Both texts where two people wrote different notes; null otherwise.</param>
/// <param name="By">Whose the other changes are; empty where there are none.</param>
/// <param name="CarriedOver">Lines that the class is owed now.</param>
public sealed record LogSaved(
    FormMerge<Guid, Presence?> Presences,
    FormMerge<Guid, LineOutcome>? Outcomes,
    (string Theirs, string Mine)? Notes,
    Guid By,
    int CarriedOver
)
{
    public bool HasClashes => Presences.Clashes.Count > 0 || Outcomes?.Clashes.Count > 0 || Notes is not null;
}
