using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Two versions side by side. A line is a letter for its key; a digit behind it tells texts of one line apart.</summary>
public class SheetComparisonTests
{
    [Theory]
    [InlineData("a b c", "a b c", "a=a b=b c=c")]
    [InlineData("a b c", "a b2 c", "a=a b>b2 c=c")]
    [InlineData("a b c", "a c", "a=a b- c=c")]
    [InlineData("a c", "a b c", "a=a +b c=c")]
    [InlineData("a b c", "b c a", "b=b c=c a~a")]
    [InlineData("a b c d", "a d", "a=a b- c- d=d")]
    [InlineData("", "a", "+a")]
    [InlineData("a", "", "a-")]
    [InlineData("a b", "c d", "+c +d a- b-")]
    public void Lines_stand_beside_what_they_were(string left, string right, string expected) =>
        Assert.Equal(expected, string.Join(' ', SheetComparison.Of(Lines(left), Lines(right)).Select(Said)));

    private static List<KeyedText> Lines(string letters) =>
        [
            .. letters
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(l => new KeyedText(new Guid(l[0], 0, 0, new byte[8]), l)),
        ];

    private static string Said(ComparedLine line) =>
        line switch
        {
            { Left: null } => $"+{line.Right}",
            { Right: null } => $"{line.Left}-",
            { HasMoved: true } => $"{line.Left}~{line.Right}",
            { IsSame: true } => $"{line.Left}={line.Right}",
            _ => $"{line.Left}>{line.Right}",
        };
}
