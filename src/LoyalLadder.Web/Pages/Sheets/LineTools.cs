using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using Microsoft.AspNetCore.Html;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>
/// The buttons of a line. A sheet has hundreds of them, so they are put together here in one piece instead of attribute by
/// attribute in the view; nothing in them was typed by anybody, so nothing has to be encoded.
/// </summary>
public static class LineTools
{
    public static HtmlString For(Guid row, SheetEntry entry) =>
        new(
            $"""
            <span class="tools">{(entry is LessonLine { Dose: not null } line ? OfDose(row, line) : "")}
            <button class="tool" formaction="?handler=Move&amp;line={row}&amp;by=-1" data-key="K" aria-label="Move up" title="Move up K">↑</button>
            <button class="tool" formaction="?handler=Move&amp;line={row}&amp;by=1" data-key="J" aria-label="Move down" title="Move down J">↓</button>
            <a class="tool" href="?comment={row}" hx-get="?comment={row}" hx-select="#live" data-key="m" aria-label="Say something on it" title="Say something on it   m">say</a>
            <button class="tool" formaction="?handler=Remove&amp;line={row}" data-key="x" aria-label="Take out" title="Take out x">×</button></span>
            """
        );

    private static string OfDose(Guid row, LessonLine line)
    {
        var next = (line.Priority ?? Priority.Should) switch
        {
            Priority.Must => Priority.Should,
            Priority.Should => Priority.Could,
            _ => Priority.Must,
        };
        var (teach, said) = line.Teach?.Kind switch
        {
            TeachingKind.New => (TeachingKind.Refresh, "refresh"),
            TeachingKind.Refresh => (TeachingKind.Known, "known"),
            _ => (TeachingKind.New, "new"),
        };
        return $"""
            <button class="tool" formaction="?handler=Step&amp;line={row}&amp;by=-1" data-key="[" aria-label="Less" title="Less [">−</button>
            <button class="tool" formaction="?handler=Step&amp;line={row}&amp;by=1" data-key="]" aria-label="More" title="More ]">+</button>
            <button class="tool" formaction="?handler=Prioritise&amp;line={row}&amp;priority={next}" data-key="p" aria-label="Make it a {SheetWriter.Write(
                next
            )}" title="Make it a {SheetWriter.Write(next)}   p">!</button>
            <button class="tool" formaction="?handler=Teach&amp;line={row}&amp;kind={teach}" data-key="n" aria-label="Say it is {said}" title="Say it is {said}   n">new</button>
            """;
    }
}
