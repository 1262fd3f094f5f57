using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>Why a tapped pace is not kept.</summary>
public enum TapRefusal
{
    /// <summary>Fewer than ten taps, or a rhythm that nobody counts in.</summary>
    NoRhythm,

    /// <summary>No move is known in what was counted.</summary>
    NotUnderstood,

    /// <summary>A whole form, water or rest: nobody counts its repetitions.</summary>
    NotCounted,
}

/// <summary>What became of ten taps.</summary>
/// <param name="Kept">The pace that is kept; null where it was refused.</param>
/// <param name="Why">Null where it is kept.</param>
public readonly record struct TapAnswer(TappedPace? Kept, TapRefusal? Why);

/// <summary>The paces that instructors tap: their own, or the school's.</summary>
public sealed class TapBook(LadderContext db, OwnSchool own, SchoolBook book)
{
    /// <summary>What a line of a sheet is, and how fast it is said to be; null where it is no line of this school.</summary>
    public async Task<(string Text, Pace Pace)?> LineOf(Guid line, CancellationToken cancel) =>
        await db.SheetLines.Where(l => l.Id == line).Select(l => l.Text).FirstOrDefaultAsync(cancel) is { } text
            ? (text, await PaceOf(text, cancel))
            : null;

    /// <summary>Keeps what was tapped.</summary>
    /// <param name="of">What was counted: moves or a line, as typed.</param>
    /// <param name="pace">At which pace.</param>
    /// <param name="taps">When each tap was, in milliseconds, with commas between.</param>
    /// <param name="person">Whose count it is; null for the school's.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<TapAnswer> Keep(string of, Pace pace, string taps, Guid? person, CancellationToken cancel)
    {
        if (TapCount.Read(taps) is not { } at || TapCount.Mean(at) is not { } seconds)
            return new TapAnswer(null, TapRefusal.NoRhythm);
        if (await LineOf(of, cancel) is not { Moves: { IsKnown: true } moves })
            return new TapAnswer(null, TapRefusal.NotUnderstood);
        if (MoveFamilies.Of(moves) is not { } family)
            return new TapAnswer(null, TapRefusal.NotCounted);
        var tapped = new TappedPace(pace, family, Math.Round(seconds, 2), Math.Round(RepClock.Seconds(moves, pace), 2));
        await Change(paces => paces.With(tapped), person, cancel);
        return new TapAnswer(tapped, null);
    }

    /// <summary>Forgets one: the school's count, or the starting value, holds again.</summary>
    public Task Forget(MoveFamily family, Pace pace, Guid? person, CancellationToken cancel) =>
        Change(paces => paces.Without(family, pace), person, cancel);

    private async Task Change(Func<TappedPaces, TappedPaces> change, Guid? person, CancellationToken cancel)
    {
        string Changed(string kept) => change(TappedPaces.Read(kept)).Write();
        if (person is { } whose)
            await book.SaveReading(whose, p => p.Paces = Changed(p.Paces), cancel);
        else
            await book.SaveSettings(null, s => s.Paces = Changed(s.Paces), cancel);
    }

    private async Task<LessonLine?> LineOf(string text, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return facts.Material.Row(text, facts.School.Naming).OfType<LessonLine>().FirstOrDefault();
    }

    private async Task<Pace> PaceOf(string text, CancellationToken cancel) =>
        (await LineOf(text, cancel))?.Dose is CountedDose { Steps: [var first, ..] }
            ? first.Pace ?? Pace.Steady
            : Pace.Steady;
}
