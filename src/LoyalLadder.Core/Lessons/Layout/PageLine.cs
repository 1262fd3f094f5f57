namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>
/// A line as it stands on a page. Blank lines and mere rules are no lines of their own; they are told by their
/// neighbours.
/// </summary>
/// <param name="Number">In the text, from 1.</param>
/// <param name="Indent">Blanks before it; a tab counts four.</param>
/// <param name="Mark">What stands before its words.</param>
/// <param name="MarkText">The mark as typed: '1)', '- [ ]', '17:40'; empty for none.</param>
/// <param name="Text">Its words without mark and emphasis; never empty.</param>
public sealed record PageLine(int Number, int Indent, LineMark Mark, string MarkText, string Text)
{
    public bool BlankAbove { get; init; }

    public bool BlankBelow { get; init; }

    /// <summary>A row of signs under it, as headings are underlined.</summary>
    public bool RuleBelow { get; init; }

    /// <summary>Set in signs that make it stand out: '**Pads**', '== Pads ==', '~ Pads ~'.</summary>
    public bool IsEmphasised { get; init; }

    /// <summary>What is done, where it is a line to do: minutes that stand before it go with it.</summary>
    public string Doing => Mark == LineMark.Minutes ? $"{MarkText} {Text}" : Text;

    /// <summary>The line with everything but its indent.</summary>
    public string Whole { get; init; } = "";
}

/// <summary>What a line begins with, before its words.</summary>
public enum LineMark
{
    None,
    Hash,
    Bullet,
    Tick,
    Picture,
    Number,
    Roman,
    Capital,
    Letter,
    Round,
    Clock,
    Span,
    Minutes,
    Ditto,
}
