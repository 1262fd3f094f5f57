using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Speech;

internal sealed partial class SpeechReader
{
    private List<(Element Element, Joint Joint)> InContext()
    {
        OnceEach();
        // 'heian shodan bunkai' is what the form is for, not the form
        for (var i = _said.Count - 1; i > 0; i--)
            if (_said[i].Element.Technique?.Id == "form-application" && _said[i - 1].Element.Technique?.Id == "form")
                _said.RemoveAt(i - 1);
        for (var i = 0; i < _said.Count; i++)
        {
            var (element, joint) = _said[i];
            var next = i + 1 < _said.Count ? _said[i + 1].Element.Technique : null;
            var meant = element.Technique?.Id switch
            {
                "skipping-rope" when next is { IsStrike: true } => "skip-in",
                "run-to-exit" when _said.Count == 1 && _keys.Count <= 2 => "jog",
                "half-turn"
                    when i > 0 && _said.Take(i).Any(s => s.Element.Technique?.Id is "clinch-hold" or "clinch-knee") =>
                    "clinch-turn",
                "shin-check" when HandIsNamed() => "hand-trap",
                "knee" when AreJoints(i) => "knee-circles",
                "elbow" when AreJoints(i) => "elbow-circles",
                _ => null,
            };
            if (meant is not null && _vocabulary.Catalogue.Find(meant) is { } technique)
                _said[i] = (NameFinder.Move(technique), joint);
        }
        return _said;
    }

    /// <summary>'neck, shoulders, hips, knees': among joints that are loosened the knees circle too.</summary>
    private bool AreJoints(int at) =>
        _said.Count > 1
        && _said[at].Element is { IsSideSaid: false, Level: null }
        && _said.All(s =>
            s.Element.Technique
                is { Family: TechniqueFamily.Mobility }
                    or { Id: "knee" or "elbow" or "knee-circles" or "elbow-circles" }
        )
        && _said.Exists(s => s.Element.Technique is { Family: TechniqueFamily.Mobility });

    /// <summary>'sit wide, straddle' names one stretch twice.</summary>
    private void OnceEach()
    {
        for (var i = _said.Count - 1; i > 0; i--)
            if (
                _said[i].Element is { Technique: { } technique } again
                && (technique.IsExercise || technique.Family == TechniqueFamily.Throw)
                && again == _said[i - 1].Element
            )
                _said.RemoveAt(i);
        // 'stretch hamstrings': the general word goes with the special one
        if (_said.Count > 1 && _said.Exists(s => s.Element.Technique is { IsStretch: true, Id: not "stretching" }))
            _said.RemoveAll(s => s.Element.Technique is { Id: "stretching" });
    }

    private bool HandIsNamed() => _keys.Has(k => k is "hand" or "palm");

    private static List<Count> Counts(List<(Element Element, Joint Joint)> said)
    {
        var counts = new List<Count>();
        foreach (var (element, joint) in said)
        {
            if (joint == Joint.NextCount || counts.Count == 0)
                counts.Add(new Count([new Beat([element])]));
            else if (joint == Joint.SameCount)
                counts[^1] = new Count([.. counts[^1].Beats, new Beat([element])]);
            else
                counts[^1] = new Count([
                    .. counts[^1].Beats.SkipLast(1),
                    new Beat([.. counts[^1].Beats[^1].Elements, element]),
                ]);
        }
        return counts;
    }
}
