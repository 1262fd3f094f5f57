namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>One thing to do, as far as a line has told of it.</summary>
internal sealed class LineItem
{
    /// <summary>Clauses whose words are what is done.</summary>
    public List<Clause> Content { get; } = [];

    /// <summary>Words about it.</summary>
    public List<string> Remarks { get; } = [];

    public DoseParts Parts { get; set; } = new();

    /// <summary>Rounds of pads, bags or sparring with a colon behind: what follows says what is done in them.</summary>
    public bool IsWork { get; init; }

    /// <summary>All that was typed of it, doses and all.</summary>
    public string Whole { get; set; } = "";

    /// <summary>Every phrase of the line has been said to it.</summary>
    public bool IsWhole { get; set; }

    /// <summary>Phrases of the dose that came in clauses of their own.</summary>
    public List<Atom> Later { get; } = [];

    /// <summary>Its number came first, and nothing else was said of it: '8 burpees'.</summary>
    public bool IsBareCount { get; set; }

    /// <summary>The words that are done, where they are not the slices of the clauses.</summary>
    public string? Words { get; set; }
}
