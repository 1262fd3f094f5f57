using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>Makes moving bodies: of a trace with its feet, facing, sides and levels at a pace, or of one exercise.</summary>
public static class Choreography
{
    /// <summary>Frames of the shortest beat: what is faster is shown so, since nobody would see it.</summary>
    private const int FewestFrames = 18;

    /// <summary>Frames between two counts that are walked through.</summary>
    private const int Breath = FigureTrack.FramesPerSecond / 4;

    /// <summary>What is longer is shown as far as this: nobody watches more in one go.</summary>
    private const int MostBeats = 80;

    /// <summary>A combination, followed, up to 80 beats.</summary>
    /// <param name="trace">As it was followed.</param>
    /// <param name="pace">How fast.</param>
    /// <param name="isOpposite">The partner has the other foot in front.</param>
    public static FigureTrack Of(Trace trace, Pace pace = Pace.Steady, bool isOpposite = false)
    {
        var body = Body.Of(trace.Band);
        var partner = trace.Setting == TraceSetting.Partner ? new PartnerBuilder(body, isOpposite) : null;
        var track = new TrackBuilder(body, trace.Start, partner);
        var plan = FloorPlan.Of(trace);
        var (before, stood) = (trace.Start, FloorPlan.PartnerOf(trace.Start, trace.From));
        for (var i = 0; i < Math.Min(trace.Steps.Length, MostBeats); i++)
        {
            var step = trace.Steps[i];
            var seconds = (double)BeatClock.Seconds(trace.Combination, step.Count, pace);
            var frames = Math.Max(FewestFrames, (int)Math.Ceiling(seconds * FigureTrack.FramesPerSecond));
            var endsCount = i + 1 == trace.Steps.Length || trace.Steps[i + 1].Count != step.Count;
            track.Add(step, before, (stood, plan.Beats[i].Partner), frames, endsCount);
            if (pace == Pace.Walk && endsCount)
                track.Rest(Breath);
            (before, stood) = (step.Footing, plan.Beats[i].Partner);
        }
        return track.Track([.. trace.Steps.SelectMany(NotShown).DistinctBy(t => t.Id)]);
    }

    /// <summary>One technique alone, once from guard; an exercise as it goes round. Null where no figure shows it.</summary>
    public static FigureTrack? Of(Technique technique, AgeBand band, Lead lead = Lead.Left)
    {
        if (FigureFile.Of(technique) is not { } template)
            return null;
        var track = new TrackBuilder(Body.Of(band), Footing.Start(lead, band), null);
        var seconds = (double)technique.BaseSeconds * (technique.IsExercise ? 1 : 1.5);
        // what is held for long is shown as it is come into
        var frames = (int)Math.Ceiling(Math.Min(seconds, LongestLoop) * FigureTrack.FramesPerSecond);
        track.Add(technique, template, Math.Max(FewestFrames, frames));
        return track.Track([]);
    }

    private const double LongestLoop = 4;

    private static IEnumerable<Technique> NotShown(TraceStep step) =>
        step
            .Elements.Select(e => e.Element.Technique)
            .OfType<Technique>()
            .Where(t => t.Family is not TechniqueFamily.Footwork and not TechniqueFamily.Stance)
            .Where(t => FigureFile.Of(t) is null);
}
