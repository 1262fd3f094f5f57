using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>How near to a body something is done, the mildest first.</summary>
public enum Contact
{
    /// <summary>Not at all; only ever a limit.</summary>
    No,

    /// <summary>Alone, well away from anybody.</summary>
    Air,

    /// <summary>To a pad, shield or bag.</summary>
    Pad,

    /// <summary>At a partner, and stopped short or only laid on.</summary>
    Stopped,

    /// <summary>With a partner who feels it.</summary>
    Full,
}

/// <summary>What follows from a form of contact alone.</summary>
public static class Contacts
{
    /// <summary>As the catalogue says it of a technique.</summary>
    public static Contact Of(Manner manner) =>
        manner switch
        {
            Manner.No => Contact.No,
            Manner.Air => Contact.Air,
            Manner.Pad => Contact.Pad,
            _ => Contact.Full,
        };

    /// <summary>How far something may go: 'not at all', 'to a pad only'.</summary>
    public static string Limit(Contact most) =>
        most switch
        {
            Contact.No => Say("not at all"),
            Contact.Air => Say("in the air only"),
            Contact.Pad => Say("to a pad only"),
            _ => Say("stopped short only"),
        };
}
