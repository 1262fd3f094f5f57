namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>What a kind of check is about, in a few words: the head of several of one kind.</summary>
public static class CheckWords
{
    public static string Title(string code) =>
        code switch
        {
            "dose" => Say("Amounts that cannot be"),
            "age" => Say("Not for this age"),
            "danger" => Say("Think twice"),
            "needs" => Say("Say that it is there"),
            "much" => Say("More than is good"),
            "judge" => Say("Judge it yourself"),
            "odd-threes" => Say("Threes that do not come out"),
            "odd-pairs" => Say("An odd class in pairs"),
            "too-long" => Say("Much longer than usual"),
            "waiting" => Say("Many stand waiting"),
            "kit-short" => Say("Not enough kit"),
            "floor-short" => Say("The floor is too short"),
            "group-idle" => Say("A group stands idle"),
            "one-thing" => Say("Long on one thing"),
            "control" => Say("No control rule said"),
            "no-dose" => Say("No time"),
            "unknown" => Say("Not understood"),
            "unmobilised" => Say("Not loosened first"),
            "no-rest" => Say("Hard without rest"),
            "water" => Say("Long without water"),
            "impacts" => Say("Many impacts"),
            "built-on" => Say("Built on what was not taught"),
            "hard-again" => Say("Worked hard yesterday"),
            "sides" => Say("Sides apart"),
            _ => Say("To look at"),
        };
}
