using System.Net.ServerSentEvents;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;

namespace LoyalLadder.Web.Api;

/// <summary>What a stream has told so far, and what it has to tell next: of one sheet, else of the school.</summary>
internal sealed class SheetWatch(Guid? lesson, SheetPresence company, OwnSchool own)
{
    private string? _here;
    private SheetMark? _mark;

    /// <summary>What is to be told behind some news, or behind a beat without any; null where the sheet is gone.</summary>
    public async Task<List<SseItem<LiveEvent>>?> Look(IReadOnlyList<SchoolNews> news, CancellationToken gone)
    {
        if (lesson is { } sheet)
            return await Look(sheet, news, gone);
        return news.Any(n => n.Topic != NewsTopic.Here) ? [LiveNews.Say("school", new LiveEvent())] : [];
    }

    private async Task<List<SseItem<LiveEvent>>?> Look(
        Guid sheet,
        IReadOnlyList<SchoolNews> news,
        CancellationToken gone
    )
    {
        var told = new List<SseItem<LiveEvent>>();
        if (Tells(news, NewsTopic.Sheet))
        {
            if (await company.Mark(sheet, gone) is not { } now)
                return null;
            if (now.Word != _mark?.Word)
                told.Add(LiveNews.Say("mark", new LiveEvent(Mark: now.Word, By: await NameOf(now.ById(_mark), gone))));
            _mark = now;
        }
        if (Tells(news, NewsTopic.Run))
            told.Add(LiveNews.Say("run", new LiveEvent()));
        // looked at with every beat as well: who was cut off leaves no news
        if (news.Count == 0 || Tells(news, NewsTopic.Here))
        {
            var others = await company.Others(sheet, gone);
            var here = string.Join('\n', others);
            if (_here != here)
                told.Add(LiveNews.Say("here", new LiveEvent(Here: others)));
            _here = here;
        }
        return told;
    }

    private bool Tells(IReadOnlyList<SchoolNews> news, NewsTopic of) =>
        news.Any(n => n.Topic == NewsTopic.All || (n.Topic == of && n.Lesson == lesson));

    private async Task<string?> NameOf(Guid? person, CancellationToken cancel) =>
        person is null ? null : (await own.Facts(cancel)).NameOf(person);
}
