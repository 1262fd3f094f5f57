using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>
/// What good looks like at each stage, one line each, for whoever teaches, signs off and marks: the technique's own words where
/// it has some, else its parts, cue, surface and target put together.
/// </summary>
public static class StageMarks
{
    /// <summary>Six lines, the first for stage 1; none for exercises and pauses, which have no stages.</summary>
    public static IReadOnlyList<string> Of(Technique technique)
    {
        if (technique.IsExercise || technique.IsPause)
            return [];
        if (technique.Stages.Length == Stages.Highest)
            return technique.Stages;
        var cue = technique.Cues.FirstOrDefault() ?? Say("calm and whole");
        var fault = technique.Faults.FirstOrDefault() ?? Say("hurries");
        return
        [
            technique.Parts.Length > 1
                ? Say($"Each part by itself, in order: {string.Join(", then ", technique.Parts)}.")
                : Say($"Slowly and by itself: {cue}."),
            Say($"In one go, both sides alike: {cue}. Not: {fault}."),
            Moving(technique),
            OnTarget(technique),
            WithPartner(technique),
            Say($"Finds the moment for it against somebody who does not wait, and still: {cue}."),
        ];
    }

    private static string Moving(Technique technique) =>
        technique.Family switch
        {
            TechniqueFamily.Footwork or TechniqueFamily.Stance => Say(
                "Ends where it should, in balance, ready for the next step."
            ),
            TechniqueFamily.Throw or TechniqueFamily.Ground => Say(
                "Out of a walk and to both sides, as soft as from standing."
            ),
            TechniqueFamily.Grip => Say("From any stance, feet moving while the hands work."),
            _ => Say($"Out of a step and into one, in balance{OtherHand(technique)}."),
        };

    private static string OtherHand(Technique technique) =>
        technique.OtherHand.Length == 0 ? "" : Say($", the other hand {technique.OtherHand}");

    private static string OnTarget(Technique technique)
    {
        if (technique.IsStrike && technique.Surface.Length > 0)
        {
            var aim = technique.Targets is [var first, ..] ? Say($", aimed as at {first}") : "";
            return Say($"Meets the pad with the {technique.Surface}{aim}, and comes back at once.");
        }
        return technique.Surface.Length > 0
            ? Say($"Takes a slow attack with the {technique.Surface}, no further than it has to.")
            : Say("Right to the mark on the floor or the pad, ten times alike.");
    }

    private static string WithPartner(Technique technique) =>
        technique.Family switch
        {
            TechniqueFamily.Grip or TechniqueFamily.Throw or TechniqueFamily.Ground => Say(
                "With a partner of any size, stopping at the first tension and at every tap."
            ),
            TechniqueFamily.Block or TechniqueFamily.Evasion => Say(
                "Against the attack that it is for, in time, eyes on the partner."
            ),
            _ => Say("At the right distance, stopping a hand's width short, the partner never in doubt."),
        };
}
