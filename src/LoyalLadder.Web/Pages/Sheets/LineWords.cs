using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Words for what may be said of a line, and what its keys make of it next.</summary>
public static class LineWords
{
    public static string Of(TeachingKind kind) =>
        kind switch
        {
            TeachingKind.New => Say("new"),
            TeachingKind.Refresh => Say("refresh"),
            TeachingKind.None => Say("no talk"),
            TeachingKind.Known => Say("known"),
            _ => Say("talk"),
        };

    public static string Of(Priority priority) =>
        priority switch
        {
            Priority.Must => Say("must"),
            Priority.Should => Say("should"),
            _ => Say("could"),
        };

    /// <summary>What the press says that makes it so.</summary>
    public static string Act(TeachingKind kind) =>
        kind switch
        {
            TeachingKind.New => Say("New to them"),
            TeachingKind.Refresh => Say("Refresh it"),
            _ => Say("They know it"),
        };

    /// <summary>Known, new and refresh in turn.</summary>
    public static TeachingKind Next(TeachingKind? kind) =>
        kind switch
        {
            TeachingKind.New => TeachingKind.Refresh,
            TeachingKind.Refresh => TeachingKind.Known,
            _ => TeachingKind.New,
        };

    /// <summary>Must, should and could in turn.</summary>
    public static Priority Next(Priority? priority) =>
        (priority ?? Priority.Should) switch
        {
            Priority.Must => Priority.Should,
            Priority.Should => Priority.Could,
            _ => Priority.Must,
        };
}
