using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Speech;

/// <summary>Shortenings, slips of the fingers, signs and cues: what nobody has put on a list is read by rule.</summary>
public class TypedWordTests
{
    [Theory]
    [InlineData("frt kik 10/side", "front kick 10/side")]
    [InlineData("ld hook rear lowkick w ptnr 8 e/s", "lead hook rear lowkick pairs 8/side")]
    [InlineData("roudnhouse 10/side", "roundhouse 10/side")]
    [InlineData("uppercutt, cross 5/side", "uppercut, cross 5/side")]
    [InlineData("mountian climbres 30s", "mountain climbers 30s")]
    [InlineData("pnch 10/side", "punch 10/side")]
    [InlineData("shadow box 2'", "shadow box 2:00")]
    [InlineData("plank 45\"", "plank 45s")]
    [InlineData("plank :45", "plank 45s")]
    [InlineData("bag rounds 5 x 1,5 min", "bag rounds 5 x 1:30")]
    [InlineData("plank 3/4 min", "plank 45s")]
    [InlineData("a dozen burpees", "burpees x12")]
    [InlineData("stretch for a couple of mins", "stretch 2:00")]
    [InlineData("front kick 10 each leg alternting", "front kick x20 alternating")]
    public void What_was_meant_is_written_back(string typed, string written)
    {
        var line = Given.Line(typed);
        Assert.True(line.IsUnderstood, $"'{LineRepairs.Unknown(line)}' of '{line.Content}' is not known");
        Assert.Equal(written, Given.Writer.Write(line));
    }

    [Theory]
    [InlineData("wibble wobble 10 reps")]
    [InlineData("slam dunk drill 3 mins")]
    [InlineData("frobnicate the sprocket 30s")]
    [InlineData("mawashi 5/side")]
    public void What_is_near_to_nothing_stays_as_it_is_and_is_marked(string typed) =>
        Assert.False(Given.Line(typed).IsUnderstood);

    [Theory]
    [InlineData("20 push ups, elbows in", "push-up")]
    [InlineData("elbows in, 20 push ups", "push-up")]
    [InlineData("back straight, 10 squats", "squat")]
    [InlineData("wheel kick 5 each, straight leg", "wheel-kick")]
    [InlineData("light sparring 2 rounds of 90 sec, use the switch kick", "sparring")]
    [InlineData("straight back kick no turn 6 per leg", "straight-back-kick")]
    [InlineData("squats, hips low, x10", "squat")]
    [InlineData("line hops on the far edge 30s", "line-hop")]
    [InlineData("jab x10, don't lean", "jab")]
    public void How_it_is_done_is_no_move(string typed, string technique)
    {
        var lines = Given.Reader.ReadEntries(typed).OfType<Core.Lessons.LessonLine>().ToList();
        Assert.Equal([technique], lines.SelectMany(l => l.Moves.Elements).Select(e => e.Technique?.Id));
    }

    [Theory]
    [InlineData("jab cross step back 10/side", "jab cross step-back")]
    [InlineData("lead elbow rear elbow knee 10/side", "elbow elbow knee")]
    [InlineData("reverse lunge front kick 10/side", "reverse-lunge front-kick")]
    [InlineData("back elbow 10/side", "back-elbow")]
    public void Names_are_cut_where_least_is_left_over(string typed, string techniques) =>
        Assert.Equal(techniques, string.Join(' ', Given.Line(typed).Moves.Elements.Select(e => e.Technique?.Id)));

    [Theory]
    [InlineData("taegeuk 3, 2 times", "x2")]
    [InlineData("heian 4 x1", "x1")]
    [InlineData("pattern no 2 x2", "x2")]
    [InlineData("kata 3 times", "x3")]
    public void The_number_of_a_form_is_no_amount(string typed, string dose)
    {
        var line = Given.Line(typed);
        Assert.Equal((dose, "form"), (SheetWriter.Write(line.Dose!), line.Moves.Elements.First().Technique?.Id));
    }
}
