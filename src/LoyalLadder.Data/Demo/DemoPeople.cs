using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Data.Demo;

/// <summary>A class of the demo school: days from today to its weekday, hour, minutes, hall, teacher and how many come.</summary>
internal sealed record DemoClass(
    string Name,
    string Track,
    int Day,
    TimeOnly Start,
    int Minutes,
    int Hall,
    int Teacher,
    int Size
);

/// <summary>Who is there: staff, halls with their kit, classes, students.</summary>
internal sealed class DemoPeople(LadderContext db, UserManager<AppUser> users, Random chance)
{
    private static readonly (string Name, string Email, Role Role)[] People =
    [
        ("Ines", DemoSchool.Head, Role.Head),
        ("Marlow", DemoSchool.Instructor, Role.Instructor),
        ("Sunniva", "sunniva@netloft.example", Role.Instructor),
        ("Tobin", "tobin@netloft.example", Role.Instructor),
        ("Odile", DemoSchool.Assistant, Role.Assistant),
    ];

    public static readonly DemoClass[] Groups =
    [
        new("Little Gulls", "Kids", 0, new(16, 30), 40, 1, 1, 12),
        new("Kites", "Teens", 0, new(18, 0), 45, 0, 0, 18),
        new("Cormorants", "Adults", 0, new(19, 30), 60, 0, 3, 16),
        new("Sandpipers", "Kids", 1, new(16, 30), 40, 0, 2, 14),
        new("Petrels", "Teens", 3, new(18, 0), 45, 0, 1, 14),
        new("Early Tide", "Adults", 5, new(7, 0), 60, 1, 0, 11),
        new("Limpets", DemoLadder.FirstSteps, 2, new(15, 30), 30, 1, 2, 8),
    ];

    private static readonly (string Name, int Count, int FetchSeconds)[] Kit =
    [
        ("mitts", 16, 25),
        ("kick pads", 10, 25),
        ("shields", 8, 40),
        ("gloves", 20, 60),
        ("spots", 24, 20),
        ("bags", 4, 0),
    ];

    private static readonly string[] FirstNames =
    [
        "Wren",
        "Tomas",
        "Bea",
        "Idris",
        "Lotte",
        "Kofi",
        "Maren",
        "Jonty",
        "Saskia",
        "Emrys",
        "Noor",
        "Piran",
        "Dilys",
        "Otto",
        "Yara",
        "Caspar",
        "Hedda",
        "Ravi",
        "Morwen",
        "Eskil",
        "Tansy",
        "Bram",
        "Soraya",
        "Cedric",
        "Linnea",
        "Davi",
        "Oona",
        "Mattis",
        "Zadie",
        "Alban",
    ];

    public async Task<List<AppUser>> Staff(School school, string password)
    {
        var staff = new List<AppUser>();
        foreach (var (name, email, role) in People)
        {
            var user = new AppUser
            {
                UserName = email,
                Email = email,
                DisplayName = name,
                Role = role,
                SchoolId = school.Id,
                Id = Guid.CreateVersion7(),
            };
            var made = await users.CreateAsync(user, password);
            if (!made.Succeeded)
                throw new InvalidOperationException(string.Join(' ', made.Errors.Select(e => e.Description)));
            staff.Add(user);
        }
        return staff;
    }

    /// <summary>Halls, kit, and classes with their students, from white up to the sixth rank.</summary>
    public async Task<List<ClassGroup>> Furnish(
        List<AppUser> staff,
        List<TrackRow> tracks,
        DateOnly today,
        CancellationToken cancel
    )
    {
        Hall[] halls = [Hall("Net loft", 12, 9, bags: 4), Hall("Sail room", 9, 6, bags: 0)];
        db.Halls.AddRange(halls);
        db.KitItems.AddRange(
            Kit.Select(k => new KitItem
            {
                Name = k.Name,
                Count = k.Count,
                FetchSeconds = k.FetchSeconds,
            })
        );
        var taken = new HashSet<string>();
        var classes = new List<ClassGroup>();
        foreach (var group in Groups)
        {
            var track = tracks.Single(t => t.Name == group.Track);
            classes.Add(Class(group, track, halls[group.Hall], staff[group.Teacher], today));
            // the assistant helps with the youngest
            if (group.Track == DemoLadder.FirstSteps)
                classes[^1].Meetings[0].AssistantIds = [staff.Single(s => s.Email == DemoSchool.Assistant).Id];
            Enrol(classes[^1], track, group.Size, taken);
        }
        db.Classes.AddRange(classes);
        await db.SaveChangesAsync(cancel);
        return classes;
    }

    private static Hall Hall(string name, decimal length, decimal width, int bags) =>
        new()
        {
            Name = name,
            LengthMetres = length,
            WidthMetres = width,
            Bags = bags,
        };

    private static ClassGroup Class(DemoClass group, TrackRow track, Hall hall, AppUser teacher, DateOnly today) =>
        new()
        {
            Name = group.Name,
            Band = track.Band,
            Meetings = [new MeetingRow { Weekday = today.AddDays(group.Day).DayOfWeek, Start = group.Start }],
            Minutes = group.Minutes,
            HallId = hall.Id,
            TeacherId = teacher.Id,
            LowestRankId = track.Ranks[0].Id,
            HighestRankId = track.Ranks[Math.Min(5, track.Ranks.Count - 1)].Id,
        };

    private void Enrol(ClassGroup group, TrackRow track, int size, HashSet<string> taken)
    {
        for (var i = 0; i < size; i++)
        {
            var student = Student(taken, track.Ranks[chance.Next(0, Math.Min(6, track.Ranks.Count))]);
            group.Enrolments.Add(
                new Enrolment
                {
                    ClassId = group.Id,
                    Student = student,
                    StudentId = student.Id,
                }
            );
        }
    }

    private Student Student(HashSet<string> taken, RankRow rank)
    {
        while (true)
        {
            var (first, initial) = (
                FirstNames[chance.Next(FirstNames.Length)],
                ((char)('A' + chance.Next(24))).ToString()
            );
            if (taken.Add(first + initial))
                return new Student
                {
                    FirstName = first,
                    Initial = initial,
                    RankId = rank.Id,
                };
        }
    }
}
