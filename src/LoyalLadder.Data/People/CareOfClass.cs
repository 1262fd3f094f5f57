using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Safety;

namespace LoyalLadder.Data.People;

/// <summary>Somebody under care, and the lines of a plan that concern them.</summary>
/// <param name="Name">As they are called.</param>
/// <param name="Words">The note as it was written.</param>
/// <param name="IsUnderstood">Something in it says what not to do; else whoever teaches has to read it against every line.</param>
/// <param name="Marks">The lines, in their order.</param>
public sealed record PersonUnderCare(string Name, string Words, bool IsUnderstood, IReadOnlyList<CareMark> Marks)
{
    /// <summary>Everybody of some notes, with the lines of a plan.</summary>
    public static IReadOnlyList<PersonUnderCare> Of(IEnumerable<CareNote> notes, LessonPlan plan) =>
        [
            .. notes.Select(n =>
            {
                var rules = CareNotes.Read(n.Words);
                return new PersonUnderCare(n.Student!.ShownName, n.Words, !rules.IsEmpty, CareMarks.Of(plan, rules));
            }),
        ];
}
