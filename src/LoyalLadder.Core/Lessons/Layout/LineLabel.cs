namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>What a line of a page is for.</summary>
public enum LineLabel
{
    /// <summary>Names a part of the lesson.</summary>
    Heading,

    /// <summary>Something to do.</summary>
    Work,

    /// <summary>Names a part and says what is done in it: 'Warm-up: 5 min running'.</summary>
    HeadingWork,

    /// <summary>Anything that takes no time.</summary>
    Note,

    /// <summary>What a group does in place of the line above.</summary>
    Version,

    /// <summary>Something to do that is divided among groups at once.</summary>
    WorkVersion,

    /// <summary>Goes on with the line above, which a page's width broke.</summary>
    Continuation,
}
