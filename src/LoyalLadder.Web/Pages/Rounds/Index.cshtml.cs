using System.Text.Json;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Rounds;

/// <summary>Called pad rounds: settings, the calls to scale, playing them, keeping them under a name.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, RoundsBook book, SyllabusBook syllabus)
    : RoomPage(own, time)
{
    /// <summary>The settings of the address.</summary>
    [BindProperty(SupportsGet = true, Name = "")]
    public RoundsForm Form { get; set; } = new();

    public CalledRounds? Made { get; private set; }

    /// <summary>Why there are no rounds, by field.</summary>
    public IReadOnlyList<RoundRefusal> Refusals { get; private set; } = [];

    public List<KeptRounds> Kept { get; private set; } = [];

    public IReadOnlyList<Track> Tracks { get; private set; } = [];

    /// <summary>The kept rounds that are shown; null where they are made by the settings.</summary>
    public Guid? Shown { get; private set; }

    /// <summary>The name under which these rounds are kept, or are to be.</summary>
    public string Name { get; private set; } = "";

    public string PlayJson { get; private set; } = "";

    public int WorkSeconds { get; private set; }

    public async Task<IActionResult> OnGetAsync(Guid? kept)
    {
        if (kept is { } id)
        {
            if (await book.Find(id, Cancel) is not { } found)
                return NotFound();
            (Form, Name, Made) = (RoundsForm.Of(found.ReadAsk()), found.Name, found.ReadCalls());
            Shown = id;
            Version = found.Version;
        }
        await Show();
        return Page();
    }

    /// <summary>Keeps the rounds under a name.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(string? name)
    {
        var saved = await book.Keep(Key, Version, name ?? "", Form.Request(), (await Words()).Naming, Cancel);
        if (saved.Theirs is { } theirs)
        {
            var by = await NameOf(theirs.ChangedById);
            saved = RowSaved<KeptRounds>.Refused(
                "Name",
                Say(
                    $"{by} changed “{theirs.Name}” meanwhile. Choose another name, or open theirs and keep yours from there."
                )
            );
        }
        if (saved.Row is { } row)
        {
            Tell(
                Say(
                    $"Kept as “{row.Name}”. On a sheet write: rounds \"{row.Name}\" {Form.Rounds} x {Form.Work} rest {Form.Rest}"
                )
            );
            return Redirect($"/rounds?kept={row.Id}");
        }
        ShowErrors(saved.Errors);
        Name = name ?? "";
        await Show();
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (await book.Remove(id, Cancel))
            Tell(Say("Taken out. Sheets that name it keep its time, without calls."));
        return Redirect("/rounds");
    }

    private async Task Show()
    {
        var request = Form.Request();
        WorkSeconds = request.WorkSeconds;
        if (Made is null)
        {
            var made = await book.Make(request, (await Words()).Naming, Cancel);
            (Made, Refusals) = (made.Rounds, made.Refusals);
        }
        Kept = await book.All(Cancel);
        Tracks = (await syllabus.Read(Cancel)).Tracks;
        PlayJson = JsonSerializer.Serialize(
            new
            {
                rounds = Made?.Rounds ?? [],
                work = request.WorkSeconds,
                rest = request.RestSeconds,
                active = request.ActiveRest,
            },
            MatJson.Options
        );
    }

    /// <summary>What stands against a field; null where nothing does.</summary>
    public string? Against(string field) =>
        Refusals.FirstOrDefault(r => r.Field.StartsWith(field, StringComparison.Ordinal))?.Message;
}
