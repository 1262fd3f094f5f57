using LoyalLadder.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.DependencyInjection;

[assembly: AssemblyFixture(typeof(LoyalLadder.Web.Tests.Books.Loft))]

namespace LoyalLadder.Web.Tests.Books;

/// <summary>One demo school for all tests of the books: each works in a transaction that is never committed.</summary>
public sealed class Loft : IAsyncLifetime
{
    private LadderServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await LadderServer.Start(retries: false);

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    public ShiftedTime Clock => _server.Clock;

    /// <summary>The books as somebody who signed in has them.</summary>
    public async Task<Desk> Sit(string email = LoyalLadder.Data.Demo.DemoSchool.Head)
    {
        await using var owner = _server.Owner();
        var person = await owner.Users.AsNoTracking().SingleAsync(u => u.Email == email);
        var scope = _server.Services.CreateAsyncScope();
        var school = scope.ServiceProvider.GetRequiredService<SchoolScope>();
        (school.SchoolId, school.UserId) = (person.SchoolId, person.Id);
        var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
        return new Desk(scope, db, await db.Database.BeginTransactionAsync());
    }
}

/// <summary>Somebody's books within a transaction; what was done is gone when the desk is left.</summary>
public sealed class Desk(AsyncServiceScope scope, LadderContext db, IDbContextTransaction transaction)
    : IAsyncDisposable
{
    public LadderContext Db { get; } = db;

    public T Get<T>()
        where T : notnull => scope.ServiceProvider.GetRequiredService<T>();

    /// <summary>Saves, and forgets what was tracked: the next look is one at the database.</summary>
    public async Task Save()
    {
        await Db.SaveChangesAsync();
        Db.ChangeTracker.Clear();
    }

    public async ValueTask DisposeAsync()
    {
        await transaction.DisposeAsync();
        await scope.DisposeAsync();
    }
}
