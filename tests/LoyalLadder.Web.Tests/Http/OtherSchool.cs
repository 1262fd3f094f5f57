using LoyalLadder.Data;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>A second school in the same installation.</summary>
internal static class OtherSchool
{
    /// <summary>Makes it and returns its head instructor's e-mail.</summary>
    public static async Task<string> In(LadderServer server)
    {
        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
        var school = new School { Name = "Over the Water" };
        scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = school.Id;
        db.Schools.Add(school);
        await db.SaveChangesAsync();
        var email = $"{Guid.NewGuid():N}@water.example";
        await scope
            .ServiceProvider.GetRequiredService<UserManager<AppUser>>()
            .CreateAsync(
                new AppUser
                {
                    UserName = email,
                    Email = email,
                    DisplayName = "Stranger",
                    Role = Role.Head,
                    SchoolId = school.Id,
                },
                TestDatabase.Password
            );
        return email;
    }
}
