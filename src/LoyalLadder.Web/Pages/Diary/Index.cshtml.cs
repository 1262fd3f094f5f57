using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>The logs, newest first.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, DiaryBook diary, SchoolBook school)
    : RoomPage(own, time)
{
    public const int PerPage = 25;

    private const int WeeksShown = 12;

    public List<ClassGroup> Classes { get; private set; } = [];
    public Guid? ClassId { get; private set; }
    public int Offset { get; private set; }

    /// <summary>Where the pages of newer and older lessons begin.</summary>
    public int NewerOffset => Math.Max(0, Offset - PerPage);

    public int OlderOffset => Offset + PerPage;

    public bool HasMore { get; private set; }
    public List<DiaryEntry> Entries { get; private set; } = [];

    /// <summary>The last twelve weeks, the oldest first.</summary>
    public List<DiaryWeek> Weeks { get; private set; } = [];

    public SchoolFacts Own { get; private set; } = null!;

    public async Task OnGetAsync(Guid? classId, int offset)
    {
        (ClassId, Offset) = (classId, Math.Clamp(offset, 0, 100_000));
        (Own, Classes) = (await Facts(), await school.Classes(Cancel));
        var first = (await Today()).AddDays(1 - (7 * WeeksShown));
        Weeks = await diary.Weeks(classId, first, WeeksShown, Cancel);
        Entries = await diary.Entries(classId, Offset, PerPage + 1, Cancel);
        HasMore = Entries.Count > PerPage;
        if (HasMore)
            Entries.RemoveAt(PerPage);
    }
}
