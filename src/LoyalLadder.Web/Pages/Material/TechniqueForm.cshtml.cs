using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>A technique of the school's own, or its changes to a shipped one. Only what differs from the shipped one is kept.</summary>
[Authorize(Policies.Head)]
public sealed class TechniqueFormModel(OwnSchool own, TimeProvider time, TechniqueBook book, Catalogue shippedCatalogue)
    : RoomPage(own, time)
{
    /// <summary>The technique that is changed; null for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Id { get; set; }

    [BindProperty]
    public TechniqueFields Form { get; set; } = new();

    /// <summary>What stands in a field of the form, by its name.</summary>
    public string? FieldValue(string field) => (string?)typeof(TechniqueFields).GetProperty(field)?.GetValue(Form);

    public async Task<IActionResult> OnGetAsync()
    {
        if (Id is null)
            return Page();
        if ((await Material()).Catalogue.Find(Id) is not { } t)
            return NotFound();
        Form = TechniqueFields.Of(t, shippedCatalogue);
        Version = await book.VersionOf(Id, Cancel);
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        var catalogue = (await Material()).Catalogue;
        var shipped = Id is null ? null : shippedCatalogue.Find(Id);
        if (Id is not null && shipped is null && catalogue.Find(Id) is null)
            return NotFound();
        var buildsOn = BuildsOn(catalogue);
        if (TechniqueFields.Split(Form.Marks, '\n').Length is not 0 and not Stages.Highest)
            ModelState.AddModelError("Form.Marks", Say("Write a line for each of the six stages, or none."));
        if (!ModelState.IsValid)
            return Page();
        var row = Form.Row(Id, shipped, buildsOn);
        if (Id is null && catalogue.Find(row.Id) is not null)
        {
            ModelState.AddModelError("Form.Generic", Say("The catalogue has this already: change it there."));
            return Page();
        }
        return await Answer(
            await book.Save(row, Version, Cancel),
            Form,
            theirs => AsLeft(theirs) ?? Form,
            "Form.",
            _ =>
            {
                Tell(Say("Kept for this school."));
                return Redirect($"/material/{row.Id}");
            }
        );
    }

    /// <summary>The technique as somebody else left it; null where its row no longer fits the catalogue.</summary>
    private TechniqueFields? AsLeft(SchoolTechnique theirs)
    {
        try
        {
            var catalogue = CatalogueFile.With(shippedCatalogue, [TechniqueRow.Parse(theirs.Row)]);
            return catalogue.Find(theirs.TechniqueId) is { } technique
                ? TechniqueFields.Of(technique, catalogue)
                : null;
        }
        catch (CatalogueException)
        {
            // it stands on other techniques of the school's own: then only who changed it can be told
            return null;
        }
    }

    private const int MostBuiltOn = 12;

    private ImmutableArray<string> BuildsOn(Catalogue catalogue)
    {
        var typed = TechniqueFields.Split(Form.BuildsOn, ',').ToList();
        if (typed.Count > MostBuiltOn)
            ModelState.AddModelError("Form.BuildsOn", Say($"At most {MostBuiltOn} techniques."));
        var names = new MoveReader(new Vocabulary(catalogue, NamingSchool.Generic));
        var found = new List<string>();
        foreach (var name in typed.Take(MostBuiltOn))
        {
            if (names.Named(name) is { } technique)
                found.Add(technique.Id);
            else
                ModelState.AddModelError(
                    "Form.BuildsOn",
                    Say(
                        $"Nothing is called '{name}'. "
                            + $"{(catalogue.Closest(name, count: 1).FirstOrDefault() is { } near ? Say($"Near it: {near}.") : "")}"
                    )
                );
        }
        return [.. found.Distinct()];
    }
}
