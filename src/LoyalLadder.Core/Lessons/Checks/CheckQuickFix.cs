using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>A change of the plan that settles a check in one press.</summary>
/// <param name="Words">On the button.</param>
/// <param name="Entry">The entry that is changed, or before which a line is put in.</param>
/// <param name="Change">The entry's new form; null where a line is put in.</param>
/// <param name="NewLine">The line to put in, as it is typed; null where the entry changes.</param>
public sealed record CheckQuickFix(string Words, int Entry, LessonLine? Change, string? NewLine = null)
{
    /// <summary>The plan with the change made.</summary>
    public LessonPlan Apply(LessonPlan plan, SheetReader reader)
    {
        var entries = plan.Entries.ToList();
        if (Change is { } change)
            entries[Entry] = change;
        else if (NewLine is { } line)
            entries.InsertRange(Entry, reader.ReadEntries(line));
        return plan with { Entries = entries.ToSequence() };
    }
}
