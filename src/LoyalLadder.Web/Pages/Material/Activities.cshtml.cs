using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Games and other things that a class does and that are no technique, looked for by what there is.</summary>
public sealed class ActivitiesModel(OwnSchool own, TimeProvider time) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public ActivityPurpose? Purpose { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? Age { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? People { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? Minutes { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool NoKit { get; set; }

    /// <summary>What fits.</summary>
    public IReadOnlyList<Activity> Found { get; private set; } = [];

    public static int Count => ActivityFile.Shipped.Length;

    public void OnGet() =>
        Found = [
            .. new ActivitySearch
            {
                Words = Q,
                Purpose = Purpose,
                Age = Age,
                People = People,
                Minutes = Minutes,
                NoKit = NoKit,
            }.In(ActivityFile.Shipped),
        ];

    /// <summary>What a purpose is called.</summary>
    public static string Of(ActivityPurpose purpose) =>
        purpose switch
        {
            ActivityPurpose.Raise => Say("gets everybody moving"),
            ActivityPurpose.Loosen => Say("loosens joints"),
            ActivityPurpose.Wake => Say("wakes up what follows"),
            ActivityPurpose.Game => Say("game"),
            ActivityPurpose.Format => Say("way of practising"),
            ActivityPurpose.Fitness => Say("fitness"),
            _ => Say("ends the lesson"),
        };
}
