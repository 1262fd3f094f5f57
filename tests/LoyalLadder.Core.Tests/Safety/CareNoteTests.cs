using LoyalLadder.Core.Safety;

namespace LoyalLadder.Core.Tests.Safety;

public sealed class CareNoteTests
{
    [Theory]
    [InlineData("Left knee: no jumps, kicks below the belt only", "Jumps, Kicks from Body")]
    [InlineData("New glasses: no pad work at head height", "Pads from Head")]
    [InlineData("Shoulder healing: no falls", "Falls")]
    [InlineData("no high kicks until Easter", "Kicks from Head")]
    [InlineData("no kicks above the waist", "Kicks from Body")]
    [InlineData("no head height", "Kicks from Head, Strikes from Head")]
    [InlineData("avoid running and jumping", "Running, Jumps")]
    [InlineData("must not spar or be thrown", "Sparring, Throws")]
    [InlineData("careful with push-ups", "WeightOnHands")]
    [InlineData("jumping hurts", "Jumps")]
    [InlineData("cannot kneel", "DeepKnees")]
    [InlineData("sore ankle", "Jumps, Running, Turning")]
    [InlineData("Wrist sprained", "WeightOnHands, Pads, Holds, Falls")]
    [InlineData("asthma, inhaler in her bag", "HardWork, Running")]
    // what says how, and bars nothing; what concerns no movement
    [InlineData("pads only", "")]
    [InlineData("Loud shouts frighten: give a sign first", "")]
    [InlineData("collected by the aunt on Mondays", "")]
    public void A_note_bars_what_it_says_else_what_a_sore_part_is_spared(string note, string bars) =>
        Assert.Equal(bars, string.Join(", ", CareNotes.Read(note).Select(Words)));

    [Theory]
    [InlineData("no jumps", "jump squats x10", true)]
    [InlineData("no jumps", "tornado kick x10", true)]
    [InlineData("no jumps", "box leaps x10", true)] // no technique of ours
    [InlineData("no jumps", "front kick x10", false)]
    [InlineData("no jumps", "skipping rope 2 min -- no jumping, step over it", true)]
    [InlineData("no jumps", "back fall x10", false)]
    [InlineData("no falls", "back fall x10", true)]
    [InlineData("no falls", "shoulder roll x10", true)]
    [InlineData("no falls", "jump squats x10", false)]
    [InlineData("kicks below the belt only", "round kick x10", true)]
    [InlineData("kicks below the belt only", "low kick x10", false)]
    [InlineData("kicks below the belt only", "jab x10", false)]
    [InlineData("no high kicks", "axe kick x10", true)]
    [InlineData("no high kicks", "front kick x10", false)]
    [InlineData("no high kicks", "high front kick x10", true)]
    [InlineData("no pad work at head height", "jab, cross x10 [mitts]", true)]
    [InlineData("no pad work at head height", "jab, cross x10", false)]
    [InlineData("no pad work at head height", "front kick x10 [shields]", false)]
    [InlineData("no sparring", "## Sparring\nlight rounds 3 x 1 min", true)]
    [InlineData("no sparring", "## Kicks\nround kick x10", false)]
    [InlineData("no spinning", "wheel kick x10", true)]
    [InlineData("no spinning", "round kick x10", false)]
    [InlineData("weight on hands hurts: no planks", "push-ups x10", true)]
    [InlineData("no running", "3 laps", true)]
    [InlineData("no running", "water 1 min", false)]
    [InlineData("nothing to note", "jump squats x10", false)]
    public void A_line_is_marked_by_what_is_done_in_it(string note, string sheet, bool isMarked)
    {
        var plan = Given.Reader.Read(sheet).Plan;
        var marks = CareMarks.Of(plan, CareNotes.Read(note));
        Assert.Equal(isMarked, marks.Count > 0);
        Assert.All(marks, m => Assert.NotEmpty(m.Instead));
    }

    private static string Words(CareRule rule) => rule.From is { } from ? $"{rule.Bar} from {from}" : $"{rule.Bar}";
}
