using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Terms;

/// <summary>The terms of a school, and what its classes have to keep in them.</summary>
public sealed class TermBook(LadderContext db, OwnSchool own, TimeProvider time)
{
    private const string Turn = "terms";

    /// <summary>All terms, the newest first.</summary>
    public Task<List<TermRow>> All(CancellationToken cancel) =>
        db.Terms.AsNoTracking().Include(t => t.Gradings).OrderByDescending(t => t.From).ToListAsync(cancel);

    /// <summary>The term of that key; without a key the one that today lies in, else the next, else the last. Null for none.</summary>
    public async Task<TermRow?> Find(Guid? id, CancellationToken cancel)
    {
        var all = await All(cancel);
        if (id is not null)
            return all.Find(t => t.Id == id);
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return all.Find(t => t.From <= today && today <= t.Until)
            ?? all.FindLast(t => t.From > today)
            ?? all.FirstOrDefault();
    }

    /// <summary>Keeps a new term or changes one.</summary>
    /// <param name="id">The term that is changed; null for a new one.</param>
    /// <param name="row">As it is to be, under the key of the post.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<TermRow>> Save(Guid? id, TermRow row, uint? version, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (id is null && await db.Terms.FirstOrDefaultAsync(t => t.Id == row.Id, cancel) is { } already)
                    return RowSaved<TermRow>.Kept(already);
                var kept = id is null
                    ? null
                    : await db.Terms.Include(t => t.Gradings).FirstOrDefaultAsync(t => t.Id == id, cancel);
                if (id is not null && kept is null)
                    return RowSaved<TermRow>.Gone();
                if (kept is not null && version is { } seen && kept.Version != seen)
                    return RowSaved<TermRow>.Conflict(kept);
                var errors = await Wrong(id, row, cancel);
                if (errors.Any)
                    return RowSaved<TermRow>.Refused(errors);
                if (kept is null)
                    db.Terms.Add(row);
                else
                    Fill(kept, row);
                return RowSaved<TermRow>.Kept(kept ?? row);
            },
            cancel
        );

    private async Task<FieldErrors> Wrong(Guid? id, TermRow row, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        row.Name = row.Name.Trim();
        if (row.Name.Length is 0 or > TermRow.LongestName)
            errors.Add("Name", Say($"A name of at most {TermRow.LongestName} characters."));
        if (row.Until < row.From)
            errors.Add("Until", Say("That is before it begins."));
        else if (row.Until.DayNumber - row.From.DayNumber > TermRow.MostDays)
            errors.Add("Until", Say($"At most {TermRow.MostDays} days."));
        var others = await db.Terms.AsNoTracking().Where(t => t.Id != id).ToListAsync(cancel);
        if (others.Find(t => t.From <= row.Until && row.From <= t.Until) is { } other)
            errors.Add("From", Say($"“{other.Name}” is then already, {Day(other.From)} to {Day(other.Until)}."));
        foreach (var grading in row.Gradings.Where(g => g.On < row.From || g.On > row.Until))
            errors.Add($"Gradings[{grading.TrackId}]", Say("That is not in the term."));
        return errors;
    }

    private static string Day(DateOnly day) =>
        day.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture);

    private void Fill(TermRow kept, TermRow row)
    {
        (kept.Name, kept.From, kept.Until) = (row.Name, row.From, row.Until);
        foreach (var grading in row.Gradings)
            if (kept.Gradings.Find(g => g.TrackId == grading.TrackId) is { } there)
                there.On = grading.On;
            else
            {
                grading.TermId = kept.Id;
                db.TermGradings.Add(grading);
            }
        db.TermGradings.RemoveRange(kept.Gradings.Where(g => row.Gradings.TrueForAll(n => n.TrackId != g.TrackId)));
    }

    /// <summary>Takes a term away, with the plans in it; sheets and logs stay as they are.</summary>
    public Task<bool> Remove(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.Terms.FirstOrDefaultAsync(t => t.Id == id, cancel) is not { } row)
                    return false;
                db.Terms.Remove(row);
                return true;
            },
            cancel
        );

    /// <summary>Changes what a class has to keep in a term, in its turn.</summary>
    /// <param name="term">The term.</param>
    /// <param name="group">The class.</param>
    /// <param name="change">Changes the row, which is tracked with its things and pins.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>The row; null where there is no such term or class.</returns>
    internal Task<ClassTermRow?> Change(Guid term, Guid group, Action<ClassTermRow> change, CancellationToken cancel) =>
        db.RunExclusive(
            $"term {term} {group}",
            async () =>
            {
                var row = await db
                    .ClassTerms.Include(c => c.Things)
                    .Include(c => c.Pins)
                    .FirstOrDefaultAsync(c => c.TermId == term && c.ClassId == group, cancel);
                if (row is null)
                {
                    var meeting = await db.Classes.FirstOrDefaultAsync(
                        c => c.Id == group && c.ArchivedAt == null,
                        cancel
                    );
                    if (meeting is null || !await db.Terms.AnyAsync(t => t.Id == term, cancel))
                        return null;
                    row = ClassTermRow.Of(term, meeting);
                    db.ClassTerms.Add(row);
                }
                change(row);
                return row;
            },
            cancel
        );

    /// <summary>Changes the limits of a class's term.</summary>
    /// <param name="term">The term.</param>
    /// <param name="group">The class.</param>
    /// <param name="asked">What is asked for now; its version is the one that the form was filled from.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What is wrong, and the row as somebody else left it meanwhile; nothing was saved then.</returns>
    public async Task<(FieldErrors Errors, ClassTermRow? Theirs)> SetLimits(
        Guid term,
        Guid group,
        ClassTermRow asked,
        CancellationToken cancel
    )
    {
        var errors = new FieldErrors();
        void Within(int value, int least, int most, string field)
        {
            if (value < least || value > most)
                errors.Add(field, Say($"{least} to {most}."));
        }
        Within(asked.Share, ClassTerm.LeastShare, ClassTerm.MostShare, nameof(asked.Share));
        Within(asked.Wanted, 1, TermItem.MostWanted, nameof(asked.Wanted));
        Within(asked.NewItems, 1, 20, nameof(asked.NewItems));
        Within(asked.LeastDays, 0, 60, nameof(asked.LeastDays));
        Within(asked.MostDays, Math.Max(1, asked.LeastDays), 200, nameof(asked.MostDays));
        Within(asked.FreeDays, 0, 60, nameof(asked.FreeDays));
        if (errors.Any)
            return (errors, null);
        ClassTermRow? theirs = null;
        var row = await Change(
            term,
            group,
            c =>
            {
                theirs = c.Version != asked.Version && !c.HasLimitsOf(asked) ? c : null;
                if (theirs is not null)
                    return;
                (c.Share, c.Wanted, c.NewItems) = (asked.Share, asked.Wanted, asked.NewItems);
                (c.LeastDays, c.MostDays, c.FreeDays) = (asked.LeastDays, asked.MostDays, asked.FreeDays);
                c.RestRegions = asked.RestRegions;
            },
            cancel
        );
        if (row is null)
            errors.Add("", Say("The term or the class is no longer there."));
        return (errors, theirs);
    }

    /// <summary>Says what goes into a class's term and how often; what is as it would be anyway is not kept.</summary>
    /// <param name="map">The class as it was read.</param>
    /// <param name="things">What is asked for each, with what was seen of it: only what was changed on the form is changed.</param>
    /// <param name="added">One more that nobody asked for; null for none.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>Names of things that somebody else changed otherwise meanwhile; theirs stand.</returns>
    public async Task<IReadOnlyList<string>> SetThings(
        ClassMap map,
        IReadOnlyList<AskedThing> things,
        string? added,
        CancellationToken cancel
    )
    {
        var left = new List<string>();
        await Change(
            map.Term.Id,
            map.Class.Id,
            c =>
            {
                foreach (var thing in things)
                    if (map.Choice.FirstOrDefault(x => x.Learnable == thing.Learnable) is { } line)
                        Ask(c, line, thing, left);
                if (added is not null)
                    SetThing(c, null, added, true, c.Wanted);
            },
            cancel
        );
        return left;
    }

    private void Ask(ClassTermRow of, TermChoiceLine line, AskedThing thing, List<string> left)
    {
        int? Own(int? wanted) => wanted == of.Wanted ? null : wanted;
        var row = of.Things.Find(t => t.Learnable == thing.Learnable);
        var stands = (IsIn: row is null ? line.Need is { IsMet: false } : !row.IsLeftOut, Wanted: Own(row?.Wanted));
        var (seen, mine) = ((thing.SeenIn, Own(thing.SeenWanted)), (thing.PutIn, Own(thing.Wanted)));
        if (mine == seen || mine == stands)
            return;
        if (stands != seen)
            left.Add(line.Name);
        else
            SetThing(of, line.Need, thing.Learnable, thing.PutIn, Own(thing.Wanted));
    }

    private void SetThing(ClassTermRow of, TermNeed? need, string learnable, bool isIn, int? wanted)
    {
        var row = of.Things.Find(t => t.Learnable == learnable);
        // who asks for it decides, unless somebody said otherwise
        var isUsual = isIn == need is { IsMet: false };
        if (isUsual && wanted is null)
        {
            if (row is not null)
                db.TermThings.Remove(row);
            return;
        }
        if (row is null)
        {
            row = new TermThingRow { ClassTermId = of.Id, Learnable = learnable };
            db.TermThings.Add(row);
        }
        row.IsLeftOut = !isIn;
        // what nobody's next rank asks for, or most have, goes in because a number was said
        row.Wanted = isIn ? wanted ?? (isUsual ? null : of.Wanted) : null;
    }

    /// <summary>Pins something to a session, keeps it out of it, or says neither.</summary>
    public async Task<bool> Pin(
        Guid term,
        Guid group,
        (DateOnly Date, TimeOnly At) session,
        string learnable,
        bool? must,
        CancellationToken cancel
    ) =>
        await Change(
            term,
            group,
            c =>
            {
                var row = c.Pins.Find(p => p.Learnable == learnable && p.Date == session.Date && p.At == session.At);
                if (must is not { } isMust)
                {
                    if (row is not null)
                        db.TermPins.Remove(row);
                    return;
                }
                if (row is null)
                {
                    row = new TermPinRow
                    {
                        ClassTermId = c.Id,
                        Learnable = learnable,
                        Date = session.Date,
                        At = session.At,
                    };
                    db.TermPins.Add(row);
                }
                row.Must = isMust;
            },
            cancel
        )
            is not null;
}
