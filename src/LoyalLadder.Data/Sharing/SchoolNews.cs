using System.Collections.Concurrent;
using System.Globalization;
using System.Threading.Channels;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Sharing;

/// <summary>What a piece of news is about. The database's triggers say these words.</summary>
public enum NewsTopic
{
    /// <summary>Lines, head, comments or set-aside stops of the sheet <see cref="SchoolNews.Lesson"/>.</summary>
    Sheet,

    /// <summary>Somebody came to that sheet or left it.</summary>
    Here,

    /// <summary>Something was pressed on that lesson's mat.</summary>
    Run,

    /// <summary>The session <see cref="SchoolNews.Lesson"/> was ended.</summary>
    Session,

    /// <summary>Halls, kit, people, settings or limits of the school.</summary>
    Facts,

    /// <summary>Combinations, techniques or punch numbers.</summary>
    Material,

    /// <summary>Logs, and with them evidence, pace and what is due.</summary>
    Progress,

    /// <summary>The wire was down for a moment: anything may have happened.</summary>
    All,
}

/// <summary>Something was saved, by this process or another.</summary>
/// <param name="School">Whose; empty for every school's.</param>
/// <param name="Topic">What it is about.</param>
/// <param name="Lesson">The lesson or session, where it is about one.</param>
/// <param name="Editions">The numbers that count since, where what is remembered has become old.</param>
public readonly record struct SchoolNews(Guid School, NewsTopic Topic, Guid Lesson, EditionNumbers? Editions = null)
{
    /// <summary>
    /// Reads a message of the wire: 'school topic lesson', with '-' for what is empty, or 'school topic
    /// facts.material.progress'.
    /// </summary>
    /// <returns>Null for a message that is none of ours.</returns>
    public static SchoolNews? Read(string message)
    {
        if (
            message.Split(' ') is not [var school, var topic, var about]
            || !Enum.TryParse<NewsTopic>(topic, ignoreCase: true, out var of)
            || !Enum.IsDefined(of)
            || Key(school) is not { } whose
        )
            return null;
        if (about.Split('.') is [var facts, var material, var progress])
            return Number(facts) is { } f && Number(material) is { } m && Number(progress) is { } p
                ? new SchoolNews(whose, of, Guid.Empty, new EditionNumbers(f, m, p))
                : null;
        return Key(about) is { } lesson ? new SchoolNews(whose, of, lesson) : null;
    }

    private static Guid? Key(string text)
    {
        if (text == "-")
            return Guid.Empty;
        return Guid.TryParse(text, out var key) ? key : null;
    }

    private static long? Number(string text) =>
        long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;

    public bool Concerns(Guid school) => School == Guid.Empty || School == school;
}

/// <summary>
/// Hands news on to whoever listens in this process. A slow listener misses the oldest and is told that anything may
/// have happened.
/// </summary>
public sealed class SchoolNewsFeed
{
    private const int Most = 64;

    private readonly ConcurrentDictionary<Guid, (Guid School, Channel<SchoolNews> Channel)> _listeners = new();

    /// <summary>Listens to a school's news until disposed.</summary>
    public Listening Listen(Guid school)
    {
        var (key, channel) = (
            Guid.NewGuid(),
            Channel.CreateBounded<SchoolNews>(
                new BoundedChannelOptions(Most) { FullMode = BoundedChannelFullMode.DropOldest }
            )
        );
        _listeners[key] = (school, channel);
        return new Listening(channel.Reader, () => _listeners.TryRemove(key, out _));
    }

    public void Tell(SchoolNews news)
    {
        foreach (var (school, channel) in _listeners.Values)
            if (news.Concerns(school))
                channel.Writer.TryWrite(channel.Reader.Count >= Most - 1 ? news with { Topic = NewsTopic.All } : news);
    }

    /// <summary>News as it comes in.</summary>
    public sealed class Listening(ChannelReader<SchoolNews> news, Action end) : IDisposable
    {
        /// <summary>All that has come in; waits for the first until a time is over or it is cancelled, and is empty then.</summary>
        public async Task<IReadOnlyList<SchoolNews>> Next(
            TimeSpan patience,
            TimeProvider time,
            CancellationToken cancel
        )
        {
            using var over = new CancellationTokenSource(patience, time);
            using var either = CancellationTokenSource.CreateLinkedTokenSource(cancel, over.Token);
            try
            {
                if (!await news.WaitToReadAsync(either.Token))
                    return [];
            }
            catch (OperationCanceledException)
            {
                return [];
            }
            var all = new HashSet<SchoolNews>();
            while (news.TryRead(out var one))
                all.Add(one);
            return [.. all];
        }

        public void Dispose() => end();
    }
}
