using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>A page about one class in one term.</summary>
public abstract class TermPage(OwnSchool own, TimeProvider time, TermBook terms, TermMaps maps, TermSolves solves)
    : RoomPage(own, time)
{
    protected TermBook Terms { get; } = terms;

    protected TermSolves Solves { get; } = solves;

    /// <summary>The class.</summary>
    [BindProperty(SupportsGet = true, Name = "id")]
    public Guid Group { get; set; }

    /// <summary>The term; null for the one of today.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Term { get; set; }

    public ClassMap Read { get; private set; } = null!;

    /// <summary>The plan that is worked out or waits to be taken; null for none.</summary>
    public TermSolve? Solve { get; private set; }

    public TermMap Map { get; private set; } = null!;

    public DateTimeOffset Now => Time.GetUtcNow();

    /// <summary>A plan is shown that nobody has taken yet.</summary>
    public bool IsProposed => Solve is { Plan.Length: > 0 };

    public string Address(string handler = "") => AddressOf("", handler);

    public string PlanAddress(string handler = "") => AddressOf("/plan", handler);

    public string PaperAddress(string handler = "") => AddressOf("/paper", handler);

    private string AddressOf(string page, string handler) =>
        $"/term/{Group}{page}?term={Read.Term.Id}{(handler.Length > 0 ? $"&handler={handler}" : "")}";

    protected async Task<bool> Load()
    {
        if (await Terms.Find(Term, Cancel) is not { } term || await maps.Read(term, Group, Cancel) is not { } read)
            return false;
        (Read, Term) = (read, term.Id);
        Solve = await Solves.Of(read.Row.Id, Cancel);
        Map = read.Map(Solve is { Plan.Length: > 0 } ? KeptTerm.Read(Solve.Plan) : null);
        return true;
    }
}
