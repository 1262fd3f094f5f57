namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>What an empty sheet shows when somebody asks for a sample.</summary>
internal static class SampleSheet
{
    public const string Text = """
        ## Warm-up
        jog 2 min
        arm circles 20s
        lunge 5/side
        jumping jack 30s
        ## Basics
        jab, cross 8/side
        rear front kick 5/side walk + 5/side brisk
        ## Pads
        jab, cross, lead hook pairs 8/side [mitts]
        water 1:00
        ## Self-defence
        wrist release pairs 5/side walk teach refresh -- tap means stop
        ## Cool-down
        hamstring stretch 30s/side
        quiet sitting 1:00
        """;
}
