using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Terms;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>A term as it is typed.</summary>
public sealed class TermForm
{
    [Required(ErrorMessage = "A name, 'Autumn term' for example.")]
    [StringLength(TermRow.LongestName, ErrorMessage = "At most 60 characters.")]
    public string? Name { get; set; }

    [Required(ErrorMessage = "From which day?")]
    public DateOnly? From { get; set; }

    [Required(ErrorMessage = "To which day?")]
    public DateOnly? Until { get; set; }

    public List<GradingField> Gradings { get; set; } = [];

    /// <summary>When a track is graded; empty for not at all.</summary>
    public sealed class GradingField
    {
        public Guid TrackId { get; set; }
        public string? Name { get; set; }
        public DateOnly? On { get; set; }
    }

    /// <summary>One field a track, with what was typed of it.</summary>
    public void Tracks(IEnumerable<Track> tracks) =>
        Gradings = [
            .. tracks.Select(t => new GradingField
            {
                TrackId = t.Id,
                Name = t.Name,
                On = Gradings.Find(g => g.TrackId == t.Id)?.On,
            }),
        ];

    public static TermForm Of(TermRow row, IEnumerable<Track> tracks)
    {
        var form = new TermForm
        {
            Name = row.Name,
            From = row.From,
            Until = row.Until,
            Gradings = row.Gradings.ConvertAll(g => new GradingField { TrackId = g.TrackId, On = g.On }),
        };
        form.Tracks(tracks);
        return form;
    }

    public TermRow Row(Guid key) =>
        new()
        {
            Id = key,
            Name = Name ?? "",
            From = From!.Value,
            Until = Until!.Value,
            Gradings =
            [
                .. Gradings
                    .Where(g => g.On is not null)
                    .Select(g => new TermGradingRow { TrackId = g.TrackId, On = g.On!.Value }),
            ],
        };
}
