namespace LoyalLadder.Data;

/// <summary>A row that belongs to one school and knows who changed it last, and when. Both are filled in on saving.</summary>
public abstract class SchoolRow
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SchoolId { get; set; }
    public DateTimeOffset ChangedAt { get; set; }
    public string ChangedBy { get; set; } = "";
}

/// <summary>On whose behalf the database is used: one school and one person. Set once a request, from the sign-in.</summary>
public sealed class SchoolScope
{
    /// <summary>Guid.Empty until somebody is signed in: no school has that key, so nothing is seen.</summary>
    public Guid SchoolId { get; set; }

    public Guid UserId { get; set; }

    public string UserName { get; set; } = "nobody";
}
