namespace LoyalLadder.Data.Doors;

/// <summary>A sign-in that holds until it is ended: of a person on one device, or of a hall's tablet. The cookie only names it.</summary>
public sealed class SignedIn
{
    /// <summary>Without use it ends after so long.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(14);

    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SchoolId { get; set; }

    /// <summary>Who; null for a hall's tablet.</summary>
    public Guid? UserId { get; set; }

    /// <summary>Whose tablet it is; null for a person.</summary>
    public Guid? HallId { get; set; }

    public DateTimeOffset Began { get; set; }

    /// <summary>Last used, to within some minutes.</summary>
    public DateTimeOffset Seen { get; set; }

    public DateTimeOffset? EndedAt { get; set; }

    /// <summary>What kind of device and program, in words.</summary>
    public required string Device { get; set; }

    /// <summary>The network address that it began from.</summary>
    public required string Address { get; set; }

    /// <summary>A second step was taken: a one-time code, or a passkey.</summary>
    public bool SecondStep { get; set; }
}
