using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Progress;

namespace LoyalLadder.Web.Pages.People;

/// <summary>What is drawn of a student: a year of lessons, and the ladder as it was climbed.</summary>
/// <param name="Weeks">Lessons in each of the last 52 weeks, the oldest first.</param>
/// <param name="Climb">The ladder.</param>
public sealed record StudentPicture(IReadOnlyList<int> Weeks, RankHistory Climb)
{
    public static StudentPicture Of(
        StudentProgress stand,
        IReadOnlyCollection<DateOnly> days,
        IEnumerable<Candidate> gradings,
        Track? track,
        DateOnly today
    ) =>
        new(
            Attending.ByWeek(days, today, 52),
            RankHistory.Of(
                track,
                stand.Student.RankId,
                stand.Student.RankSince,
                gradings.Where(g => g.Result == GradingResult.Passed).Select(g => (g.ToRankId, g.Grading!.On))
            )
        );
}
