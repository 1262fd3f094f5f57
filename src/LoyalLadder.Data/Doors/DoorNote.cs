namespace LoyalLadder.Data.Doors;

/// <summary>What happened at a school's door.</summary>
public enum DoorDeed
{
    CameIn,
    WrongPassword,
    WrongCode,
    HadToWait,
    AskedForNewPassword,
    ChosePassword,
    AddedPasskey,
    RemovedPasskey,
    TurnedCodesOn,
    TurnedCodesOff,
    UsedRecoveryCode,
    EndedSession,
    Closed,
    Opened,
    MadeToken,
    RevokedToken,
}

/// <summary>A line of the school's door book: who, what, when, from where. Kept for a year; head instructors read it.</summary>
public sealed class DoorNote
{
    public static readonly TimeSpan Kept = TimeSpan.FromDays(365);

    public long Number { get; set; }
    public Guid SchoolId { get; set; }
    public DateTimeOffset At { get; set; }

    /// <summary>Whose account it is about; null for a hall's tablet.</summary>
    public Guid? UserId { get; set; }

    public DoorDeed Deed { get; set; }
    public required string Address { get; set; }
}
