using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Demo;

/// <summary>The demo school's ladder: tracks, what their ranks ask for, who has signed what, and a grading to come.</summary>
internal sealed class DemoLadder(LadderContext db, OwnSchool own, Random chance)
{
    /// <summary>The track for ages four to six.</summary>
    public const string FirstSteps = "First steps";

    /// <summary>What ranks of some tracks ask for, as written down; with Words it is named by its words alone.</summary>
    private sealed record Asked(
        string[] Tracks,
        string Rank,
        RequirementKind Kind,
        string What,
        int Stage,
        bool Words,
        int Amount,
        bool Seconds,
        int Signers
    );

    /// <summary>The least lessons and days of a track's ranks, in order.</summary>
    private sealed record Pacing(string Track, int[] Lessons, int[] Days);

    private static readonly (string Class, string Words)[] Cares =
    [
        ("Kites", "Left knee: no jumps, kicks below the belt only"),
        ("Kites", "New glasses: no pad work at head height"),
        ("Cormorants", "Shoulder healing: no falls"),
        ("Sandpipers", "Loud shouts frighten: give a sign first"),
    ];

    public List<TrackRow> Tracks()
    {
        List<TrackRow> tracks = [.. UsualRanks.Tracks(), FirstStepsTrack(UsualRanks.Tracks().First())];
        foreach (var pacing in DemoText.Rows<Pacing>("ranks.jsonl"))
        foreach (var (rank, i) in tracks.Single(t => t.Name == pacing.Track).Ranks.Select((r, i) => (r, i)))
            (rank.LeastLessons, rank.LeastDays) = (pacing.Lessons[i], pacing.Days[i]);
        db.Tracks.AddRange(tracks);
        return tracks;
    }

    /// <summary>White with two stripes on the way, then the kids' yellow.</summary>
    private static TrackRow FirstStepsTrack(TrackRow kids)
    {
        var (white, yellow) = (kids.Ranks[0].Colour, kids.Ranks[2].Colour);
        (string Name, string Colour, int Stripes)[] ranks =
        [
            ("White", white, 0),
            ("White, 1 stripe", white, 1),
            ("White, 2 stripes", white, 2),
            ("Yellow", yellow, 0),
        ];
        return new TrackRow
        {
            Name = FirstSteps,
            Band = AgeBand.Kids,
            Position = 3,
            Ranks =
            [
                .. ranks.Select(
                    (r, i) =>
                        new RankRow
                        {
                            Name = r.Name,
                            Colour = r.Colour,
                            Stripes = r.Stripes,
                            Position = i,
                        }
                ),
            ],
        };
    }

    /// <summary>The rank of a colour's step in a track, whose kids' ranks have a part step between the colours.</summary>
    public static RankRow RankOf(TrackRow track, int step)
    {
        var colours = track.Ranks.Where(r => r.Stripes == 0).OrderBy(r => r.Position).ToList();
        return colours[Math.Min(step, colours.Count - 1)];
    }

    /// <summary>Lets the ranks ask for what the school teaches; what none of its sheets reach yet are the holes to find.</summary>
    public async Task Ask(CancellationToken cancel)
    {
        var tracks = await db.Tracks.Include(t => t.Ranks).ToListAsync(cancel);
        var asked = DemoText.Rows<Asked>("ladder.jsonl");
        foreach (var track in tracks)
        {
            var taught = await Taught(track.Name, cancel);
            foreach (var (row, i) in asked.Where(a => a.Tracks.Contains(track.Name)).Select((a, i) => (a, i)))
                db.Requirements.Add(Requirement(row, i, track.Ranks.Single(r => r.Name == row.Rank), taught));
        }
        await db.SaveChangesAsync(cancel);
    }

    private static RequirementRow Requirement(Asked asked, int position, RankRow rank, Dictionary<string, int> taught)
    {
        var isWords = asked.Words || asked.Kind is RequirementKind.Terms or RequirementKind.Challenge;
        var learnable =
            isWords ? Learnable.OfWords(asked.Kind, asked.What).Key
            : Learnables.IsNumber(asked.What) ? Learnables.OfNumber(asked.What)
            : asked.What;
        var reached = taught.GetValueOrDefault(learnable);
        return new RequirementRow
        {
            RankId = rank.Id,
            Position = position,
            Kind = asked.Kind,
            Learnable = learnable,
            Words = isWords ? asked.What : "",
            Stage =
                isWords || asked.Stage == 0 ? Stages.Lowest
                : reached > 0 ? Math.Min(asked.Stage, reached)
                : asked.Stage,
            Amount = asked.Amount,
            IsSeconds = asked.Seconds,
            Signers = Math.Max(1, asked.Signers),
        };
    }

    /// <summary>What the sheets of a track teach, with the highest stage.</summary>
    private async Task<Dictionary<string, int>> Taught(string track, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        return DemoText
            .Sheets(track)
            .SelectMany(t => facts.Material.Sheets(facts.School.Naming).Read(t).Plan.Lines)
            .SelectMany(l => Learnables.Of(l.Moves).Select(m => (Learnable: m, Stage: Stages.Of(l))))
            .GroupBy(x => x.Learnable)
            .ToDictionary(g => g.Key, g => g.Max(x => x.Stage));
    }

    /// <summary>Ranks held for a while, signatures given, a grading in three weeks, and care notes.</summary>
    public async Task Grade(DateOnly today, List<AppUser> staff, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        var tracks = await db.Tracks.Include(t => t.Ranks).ToListAsync(cancel);
        var asked = (await db.Requirements.ToListAsync(cancel)).ToLookup(r => r.RankId);
        AppUser[] signers = [.. staff.Where(s => s.Role != Role.Assistant)];
        foreach (var student in await db.Students.OrderBy(s => s.Id).ToListAsync(cancel))
        {
            student.RankSince = today.AddDays(-chance.Next(40, 260));
            if (NextOf(student, tracks) is { } next)
                Sign(student, asked[next.Id], signers, today);
        }
        await Care(today, cancel);
        db.Gradings.Add(
            new Grading { TrackId = tracks.Single(t => t.Band == AgeBand.Teens).Id, On = today.AddDays(21) }
        );
        await db.SaveChangesAsync(cancel);
    }

    private static RankRow? NextOf(Student student, List<TrackRow> tracks) =>
        tracks
            .SelectMany(t => t.Ranks.OrderBy(r => r.Position).SkipWhile(r => r.Id != student.RankId).Skip(1).Take(1))
            .FirstOrDefault();

    /// <summary>Most have most of it signed, some all, a few nothing.</summary>
    private void Sign(Student student, IEnumerable<RequirementRow> asked, AppUser[] signers, DateOnly today)
    {
        var share = Math.Min(1, chance.NextDouble() * 2);
        foreach (var requirement in asked.Where(_ => chance.NextDouble() < share))
        foreach (var signer in signers.OrderBy(_ => chance.Next()).Take(requirement.Signers))
            db.SignOffs.Add(
                new SignOff
                {
                    StudentId = student.Id,
                    RequirementId = requirement.Id,
                    SignerId = signer.Id,
                    On = today.AddDays(-chance.Next(1, 40)),
                }
            );
    }

    private async Task Care(DateOnly today, CancellationToken cancel)
    {
        var classes = await db.Classes.Include(c => c.Enrolments).OrderBy(c => c.Name).ToListAsync(cancel);
        foreach (var (name, words) in Cares)
        {
            var enrolled = classes.Single(c => c.Name == name).Enrolments;
            db.CareNotes.Add(
                new CareNote
                {
                    StudentId = enrolled[chance.Next(enrolled.Count)].StudentId,
                    Words = words,
                    Until = today.AddDays(20),
                }
            );
        }
    }
}
