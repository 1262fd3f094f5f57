namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>What a kind of check is about, in a few words: the head of several of one kind.</summary>
public static class CheckWords
{
    public static string Title(string code) =>
        code switch
        {
            "dose" => "Amounts that cannot be",
            "age" => "Not for this age",
            "odd-threes" => "Threes that do not come out",
            "odd-pairs" => "An odd class in pairs",
            "waiting" => "Many stand waiting",
            "kit-short" => "Not enough kit",
            "floor-short" => "The floor is too short",
            "group-idle" => "A group stands idle",
            "one-thing" => "Long on one thing",
            "control" => "No control rule said",
            "no-dose" => "No time",
            "unknown" => "Not understood",
            "unmobilised" => "Not loosened first",
            "no-rest" => "Hard without rest",
            "water" => "Long without water",
            "impacts" => "Many impacts",
            "built-on" => "Built on what was not taught",
            "hard-again" => "Worked hard yesterday",
            "sides" => "Sides apart",
            _ => "To look at",
        };
}
