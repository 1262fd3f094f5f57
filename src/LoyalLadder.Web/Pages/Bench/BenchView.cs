using LoyalLadder.Core;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Bench;

/// <summary>What the bench is asked to show.</summary>
public sealed record BenchQuestion(string Text, ReaderWords Words, AgeBand Band, FightRange? From, int Beat)
{
    /// <summary>Who is there: same, opposite or solo.</summary>
    public string With { get; init; } = Same;

    public const string Same = "same",
        Opposite = "opposite",
        Solo = "solo";

    public TraceAsk Ask =>
        new(Words.Lead, Band)
        {
            From = From,
            Setting = With == Solo ? TraceSetting.Solo : TraceSetting.Partner,
            IsOpposite = With == Opposite,
        };
}

/// <summary>One combination with all that the bench shows under it; computed anew for each text.</summary>
public sealed class BenchView
{
    public BenchView(BenchQuestion question, SchoolCard school, SchoolMaterial taught)
    {
        Question = question;
        if (string.IsNullOrWhiteSpace(question.Text))
            return;
        Reading = taught.Notation(question.Words.Naming).Read(question.Text);
        var spoken = new MoveReader(taught.Words(question.Words.Naming));
        if (Reading.Combination is null && spoken.ReadSpoken(question.Text) is { } said)
            Reading = new NotationReading(said, []);
        if (Reading.Combination is not { } combination)
        {
            Mended = spoken.Mended(question.Text) is { } mended
                ? NotationWriter.Write(mended, question.Words.Naming)
                : null;
            return;
        }
        var tracer = taught.Tracer(question.Words.Naming);
        Trace = tracer.Trace(combination, question.Ask);
        Facts = CombinationFacts.Of(Trace, tracer);
        Figure = Choreography.Of(Trace, isOpposite: question.Ask.IsOpposite);
        if (!IsSolo)
            Holder = HolderCard.Of(Trace, question.Words.Naming, school.CrossedMitts);
        HolderKit = IsSolo ? null : HolderCard.KitOf(Trace);
        BuildUp = Core.Lessons.BuildUp.Of(Trace, school.BuildUp, school.Naming);
        Setting = new LessonSetting
        {
            Band = question.Band,
            Heads = 2,
            Minutes = 60,
        };
        Kept = taught.Combinations.FirstOrDefault(c => c.Moves == combination)?.Row;
    }

    public BenchQuestion Question { get; }
    public NotationReading? Reading { get; }

    /// <summary>What was probably meant where it cannot be read; null where nobody can tell.</summary>
    public string? Mended { get; }
    public Trace? Trace { get; }
    public CombinationFacts? Facts { get; }

    /// <summary>The combination as a body does it.</summary>
    public FigureTrack? Figure { get; }
    public Sequence<HolderLine> Holder { get; }

    /// <summary>What the holder needs for all of it; null for nothing.</summary>
    public string? HolderKit { get; }

    public Sequence<BuildUpStep> BuildUp { get; }
    public LessonSetting? Setting { get; }

    /// <summary>The number that it is kept under already.</summary>
    public NumberedCard? Kept { get; }

    public bool IsSolo => Question.With == BenchQuestion.Solo;

    public NamingSchool Naming => Question.Words.Naming;

    /// <summary>The beat whose feet are shown, from 1.</summary>
    public int Beat => Trace is { } trace ? Math.Clamp(Question.Beat, 1, Math.Max(1, trace.Steps.Length)) : 1;

    public TraceStep Step => Trace!.Steps[Beat - 1];

    /// <summary>The combination in the reader's names.</summary>
    public string Written => NotationWriter.Write(Reading!.Combination!, Naming);

    /// <summary>Fixes that change the combination, with the text that they lead to.</summary>
    public IEnumerable<(string Words, string Text)> Fixes(Finding finding) =>
        from fix in finding.Fixes
        let mended = fix.Apply(Trace!.Combination)
        where mended != Trace!.Combination
        select (fix.Words(Naming), NotationWriter.Write(mended, Naming));

    /// <summary>An element as this reader says it: with lead and rear, or with left and right.</summary>
    public string Said(TracedElement traced)
    {
        var element = traced.Element with
        {
            Attack = null,
            Level = null,
            Landing = null,
            Step = null,
            Stance = null,
            Clock = null,
            IsHeld = false,
            IsLight = false,
        };
        if (Question.Words.Sides == SideWords.LeadRear || traced.BodySide is not (Side.Left or Side.Right))
            return NotationWriter.Write(element, Naming);
        return $"{(traced.BodySide == Side.Left ? "left" : "right")} {element.Technique!.NameIn(Naming)}";
    }

    /// <summary>What stands in brackets behind an element: where to, where from, how.</summary>
    public static string Added(Element element, NamingSchool naming)
    {
        var whole = NotationWriter.Write(element with { Attack = null }, naming);
        var open = whole.IndexOf(" (", StringComparison.Ordinal);
        return open < 0 ? "" : whole[(open + 2)..].TrimEnd(')').Replace(") (", ", ", StringComparison.Ordinal);
    }

    /// <summary>Seconds of a beat at a pace.</summary>
    public decimal Seconds(TraceStep step, Pace pace) => BeatClock.Seconds(Trace!.Combination, step.Count, pace);

    /// <summary>Where the frames of the figure come from.</summary>
    public string FigureAddress =>
        "/figures?" + Link().Replace("/bench?", "", StringComparison.Ordinal) + "&pace=steady";

    /// <summary>The query that shows the same with something changed.</summary>
    public string Link(string? text = null, int? beat = null, Lead? lead = null) =>
        "/bench?"
        + string.Join(
            '&',
            new[]
            {
                ("c", text ?? Question.Text),
                ("beat", (beat ?? 1).ToString(System.Globalization.CultureInfo.InvariantCulture)),
                ("lead", Leads.Word(lead ?? Question.Words.Lead)),
                ("band", AgeBands.Word(Question.Band)),
                ("naming", Question.Words.Naming.ToString()),
                ("was", Question.Words.Naming.ToString()),
                ("sides", Question.Words.Sides.ToString()),
                ("with", Question.With == BenchQuestion.Same ? "" : Question.With),
                ("from", Question.From is { } from ? FightRanges.Word(from) : ""),
            }
                .Where(p => p.Item2.Length > 0)
                .Select(p => $"{p.Item1}={Uri.EscapeDataString(p.Item2)}")
        );
}
