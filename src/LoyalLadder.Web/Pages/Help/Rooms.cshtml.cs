using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Help;

/// <summary>What each room is for and how its usual work is done.</summary>
public sealed class RoomsModel(OwnSchool own, TimeProvider time) : RoomPage(own, time)
{
    /// <summary>The same for everybody: nothing has to be read for it.</summary>
    public void OnGet() { }
}
