using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using Microsoft.AspNetCore.Identity;

namespace LoyalLadder.Data.Schools;

/// <summary>Somebody who signs in.</summary>
public sealed class AppUser : IdentityUser<Guid>
{
    public Guid SchoolId { get; set; }
    public required string DisplayName { get; set; }
    public Role Role { get; set; }

    /// <summary>When the account was closed; null while it is open. Whoever is closed stays in what was logged, by name.</summary>
    public DateTimeOffset? ClosedAt { get; set; }

    /// <summary>The names that this person says; null for the school's.</summary>
    public NamingSchool? Naming { get; set; }

    /// <summary>How this person speaks of sides; null for the school's way.</summary>
    public SideWords? Sides { get; set; }

    /// <summary>The foot that this person has in front.</summary>
    public Lead OwnLead { get; set; }

    /// <summary>How fast this person counts, as they tapped it; see <see cref="TappedPaces.Write"/>.</summary>
    public string Paces { get; set; } = "";
}

/// <summary>What somebody may do, each role including those before it.</summary>
public enum Role
{
    /// <summary>See, take attendance, count.</summary>
    Assistant,

    /// <summary>Plan, run, log.</summary>
    Instructor,

    /// <summary>Everything: users, policy, settings.</summary>
    Head,
}
