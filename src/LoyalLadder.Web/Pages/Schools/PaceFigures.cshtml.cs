using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>How long work takes here: the school's own log beside the values that every school starts with.</summary>
public sealed class PaceFiguresModel(OwnSchool own, TimeProvider time, PaceBook paces) : SchoolPage(own, time)
{
    /// <summary>Null while too little was run on the mat.</summary>
    public PaceModel? Known { get; private set; }

    /// <summary>Lines that have to be run before anything is said.</summary>
    public int Least => PaceModel.Least;

    /// <summary>Days back that are learned from.</summary>
    public int Days => PaceModel.Days;

    public string Word(PaceKind kind) =>
        kind switch
        {
            PaceKind.Alone => Say("techniques and combinations, each alone"),
            PaceKind.Exercise => Say("exercises and stretches"),
            PaceKind.Partner => Say("with a partner"),
            PaceKind.Turns => Say("stations and bags"),
            PaceKind.Floor => Say("down the floor, runs and laps"),
            _ => Say("water and rest"),
        };

    public async Task OnGetAsync() => Known = await paces.Known(Cancel);
}
