using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Today;

/// <summary>The steps of a school's first week in words, and where each is done.</summary>
public static class FirstStepWords
{
    public static string Of(FirstStepKind step) =>
        step switch
        {
            FirstStepKind.MeasureHall => Say("Measure a hall: its floor decides how many lanes and waves there are"),
            FirstStepKind.NameRanks => Say("Name the ranks, or take the usual ones"),
            FirstStepKind.AddClass => Say("Add a class with its day and hour"),
            FirstStepKind.EnterStudents => Say("Enter the students: a first name and an initial are enough"),
            FirstStepKind.WriteSheet => Say("Write the first sheet, or paste one that you have"),
            FirstStepKind.RunOnMat => Say("Start class on the mat"),
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };

    public static string Address(FirstStepKind step) =>
        step switch
        {
            FirstStepKind.MeasureHall => "/school/halls",
            FirstStepKind.NameRanks => "/school/ranks",
            FirstStepKind.AddClass => "/school/classes",
            FirstStepKind.EnterStudents => "/school/students",
            FirstStepKind.WriteSheet => "/sheets/new",
            FirstStepKind.RunOnMat => "/sheets",
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };
}
