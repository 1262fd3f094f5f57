using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Steps that can be taken back and done again. A save is a letter; 'b-a' is the save b, which takes a back.</summary>
public class OwnStepsTests
{
    [Theory]
    [InlineData("", "", "")]
    [InlineData("a b c", "cba", "")]
    [InlineData("a b c-b", "a", "c")]
    [InlineData("a b c-b d-a", "", "dc")]
    [InlineData("a b c-b d-a e-d", "e", "c")]
    [InlineData("a b c-b d-a e-d f-c", "fe", "")]
    [InlineData("a b c-b d", "da", "")]
    [InlineData("a b c-a", "b", "c")]
    [InlineData("a b-z", "ba", "")]
    public void Steps_are_taken_back_and_done_again_in_order(string saves, string undo, string redo)
    {
        var steps = OwnSteps.Of(
            saves
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(s => (Key(s[0]), s.Length > 1 ? Key(s[2]) : (Guid?)null))
        );
        Assert.Equal(undo.Select(Key), steps.Undo);
        Assert.Equal(redo.Select(Key), steps.Redo);
    }

    private static Guid Key(char letter) => new(letter, 0, 0, new byte[8]);
}
