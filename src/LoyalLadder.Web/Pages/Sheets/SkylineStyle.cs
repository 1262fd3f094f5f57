namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The look of a skyline that leaves the application as a file of its own: paper and ink, without the page's style sheet.</summary>
public static class SkylineStyle
{
    public const string Element = """
        <style>
        text { font: 12px sans-serif; fill: #4f5665; } .segment { font-weight: 600; font-size: 13px; fill: #1b2130; }
        .grid { stroke: #e7e0d0; } .base { stroke: #1b2130; stroke-width: 2; } .edge { stroke: #1b2130; stroke-dasharray: 1.5 3; }
        .booked { stroke: #a8341d; stroke-width: 3; } .beyond { fill: #f3ddd3; opacity: .75; }
        .e1 { fill: #d9e3df; } .e2 { fill: #b0c9c7; } .e3 { fill: #79a5a8; } .e4 { fill: #3c7881; } .e5 { fill: #154a54; }
        .outline { fill: none; stroke: #1b2130; stroke-width: .8; opacity: .5; } .talk { fill: #fffdf8; stroke: #646a77; stroke-width: .8; } .chosen { fill: none; }
        .mark { stroke: #f3eee2; stroke-width: 1.6; opacity: .75; } .mark-dot { fill: #f3eee2; opacity: .8; } .mark-ink { stroke: #646a77; }
        </style>
        """;
}
