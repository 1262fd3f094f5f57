using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>How a holder says a call: numbers for hands, names for the rest, a word or two for what the two do together.</summary>
/// <param name="catalogue">Where names come from.</param>
/// <param name="numbers">The hands that the school's figures stand for, the first being one.</param>
internal sealed class CallWords(Catalogue catalogue, ImmutableArray<(string Technique, Side Side)> numbers)
{
    /// <summary>More than that nobody hears between two strikes.</summary>
    public const int MostWords = 5;

    private static readonly string[] Figures = ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine"];

    /// <summary>'one two, low kick', 'clinch, two knees', 'turn me'.</summary>
    public string Of(Combination moves, NamingSchool naming)
    {
        var elements = moves.Elements.ToList();
        var parts = new List<string>();
        for (var i = 0; i < elements.Count; i++)
        {
            if (elements[i].Step is not null)
                parts.Add("in");
            if (Twin(elements, i, naming) is { } twin)
            {
                parts.Add(twin);
                i++;
            }
            else if (Run(elements, i) is { Count: > 0 } run && (run.Count > 1 || IsAmongStrikes(elements, i)))
            {
                parts.Add(string.Join(' ', run));
                i += run.Count - 1;
            }
            else
                parts.Add(Name(elements[i], elements, naming));
        }
        return string.Join(", ", parts);
    }

    /// <summary>How many words somebody says.</summary>
    public static int Count(string words) => words.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length;

    /// <summary>The figures of hands that follow on each other, 'body' behind one that goes there.</summary>
    private List<string> Run(List<Element> elements, int from)
    {
        var run = new List<string>();
        for (var i = from; i < elements.Count && FigureOf(elements[i]) is { } figure; i++)
        {
            if (i > from && elements[i].Step is not null)
                break;
            run.Add(figure + (elements[i].Level is { } level ? $" {Height(level)}" : ""));
        }
        return run;
    }

    private string? FigureOf(Element element)
    {
        for (var i = 0; i < numbers.Length && i < Figures.Length; i++)
            if (numbers[i].Technique == element.Technique!.Id && numbers[i].Side == element.Side)
                return Figures[i];
        return null;
    }

    private static bool IsAmongStrikes(List<Element> elements, int at) =>
        elements.Count > 1
        && elements.Where((e, i) => i != at).Any(e => e is { Technique.IsStrike: true, Attack: null });

    /// <summary>'two knees': the same strike with one side and then the other.</summary>
    private string? Twin(List<Element> elements, int at, NamingSchool naming)
    {
        if (
            at + 1 >= elements.Count
            || elements[at].Technique!.Id != elements[at + 1].Technique!.Id
            || elements[at].Side == elements[at + 1].Side
            || elements[at].Attack is not null
            || elements[at + 1].Step is not null
            || FigureOf(elements[at]) is not null
        )
            return null;
        var name = Short(elements[at].Technique!, elements, naming);
        var isLeadFirst = elements[at].Side == Side.Lead ? " lead first" : "";
        var isEnglish = naming is NamingSchool.Generic or NamingSchool.Ring;
        return isEnglish ? $"two {Plural(name)}{isLeadFirst}" : $"two {name}{isLeadFirst}";
    }

    private static string Plural(string name) =>
        name.EndsWith("ch", StringComparison.Ordinal) ? $"{name}es" : $"{name}s";

    private string Name(Element element, List<Element> elements, NamingSchool naming)
    {
        var technique = element.Technique!;
        if (Command(technique, elements) is { } command)
            return command;
        var name = Short(technique, elements, naming);
        var isUsual = technique.Sides != SideRule.Either || !technique.IsStrike || element.Side == Side.Rear;
        var side = isUsual ? "" : "lead ";
        return $"{side}{name}{(element.Level is { } level ? $" {Height(level)}" : "")}";
    }

    /// <summary>What the two do together has its own words in every school.</summary>
    private static string? Command(Technique technique, List<Element> elements) =>
        technique.Id switch
        {
            "clinch-hold" => "clinch",
            "clinch-turn" => "turn me",
            "clinch-release" => "let go",
            "shove" => "push off",
            "slide-back" => "long",
            "step-in" => "in",
            "angle-out" => "move",
            "switch" when elements.Count == 1 => "switch",
            _ => null,
        };

    /// <summary>Behind 'clinch' a knee in the clinch is a knee.</summary>
    private string Short(Technique technique, List<Element> elements, NamingSchool naming)
    {
        var isBehindClinch = technique.Id == "clinch-knee" && elements[0].Technique!.Id == "clinch-hold";
        return (isBehindClinch ? catalogue.Find("knee")! : technique).NameIn(naming);
    }

    private static string Height(Level level) =>
        level switch
        {
            Level.Head => "high",
            Level.Body => "body",
            _ => "low",
        };
}
