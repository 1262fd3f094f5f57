namespace LoyalLadder.Data;

/// <summary>A row that belongs to one school and knows who changed it last, and when. Both are filled in on saving.</summary>
public abstract class SchoolRow
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SchoolId { get; set; }
    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>Who changed it: a person, a token, or empty for the installation itself. Names are looked up, never kept.</summary>
    public Guid ChangedById { get; set; }

    /// <summary>Counted by the database: two edits of one state of a row are noticed by it.</summary>
    public uint Version { get; set; }
}

/// <summary>A row that others' records may rest on: it is put away instead of deleted, and can be brought back.</summary>
public interface IArchivable
{
    /// <summary>When it was put away; null while it is in use.</summary>
    DateTimeOffset? ArchivedAt { get; set; }
}

/// <summary>On whose behalf the database is used: one school and one person. Set once a request, from the sign-in.</summary>
public sealed class SchoolScope
{
    /// <summary>Guid.Empty until somebody is signed in: no school has that key, so nothing is seen.</summary>
    public Guid SchoolId { get; set; }

    /// <summary>A person or a token; Guid.Empty for the installation itself.</summary>
    public Guid UserId { get; set; }
}

/// <summary>The key of a post that was kept: the same post sent again, or carried out again after a lost answer, finds it.</summary>
public sealed class KeptPost
{
    /// <summary>For so long a post may come again.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromDays(3);

    public Guid Id { get; set; }
    public Guid SchoolId { get; set; }
    public DateTimeOffset At { get; set; }
}
