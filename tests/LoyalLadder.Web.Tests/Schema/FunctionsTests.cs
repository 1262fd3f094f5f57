using System.Text;
using LoyalLadder.Data;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Schema;

/// <summary>
/// What the functions and triggers of the database say now stands in one file: the steps of the schema say only what changed. With
/// LOYALLADDER_DRAW set the file is written anew.
/// </summary>
public sealed class FunctionsTests
{
    private const string File = "docs/functions.sql";

    [Fact]
    public async Task The_text_of_all_functions_and_triggers_is_the_one_that_is_written_down()
    {
        var cancel = TestContext.Current.CancellationToken;
        await using var db = LadderDatabase.AsOwner((await TestDatabase.Bare()).Owner);
        await db.Database.MigrateAsync(cancel);
        var functions = await db
            .Database.SqlQuery<string>(
                $"""
                SELECT pg_get_functiondef(p.oid) AS "Value" FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
                WHERE n.nspname = 'public' AND p.prokind = 'f'
                  AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = p.oid AND d.deptype = 'e')
                """
            )
            .ToListAsync(cancel);
        var triggers = await db
            .Database.SqlQuery<string>(
                $"""SELECT pg_get_triggerdef(t.oid) AS "Value" FROM pg_trigger t WHERE NOT t.tgisinternal"""
            )
            .ToListAsync(cancel);
        var text = new StringBuilder(
            "-- What the database does by itself, as the last step of the schema leaves it. Written by FunctionsTests.\n"
        );
        foreach (var one in functions.Concat(triggers).Order(StringComparer.Ordinal))
            text.Append('\n').Append(one.ReplaceLineEndings("\n").Trim()).Append(";\n");
        var path = Path.Combine(HouseTests.Folder, File);
        if (Environment.GetEnvironmentVariable("LOYALLADDER_DRAW") is { Length: > 0 })
            await System.IO.File.WriteAllTextAsync(path, text.ToString(), cancel);
        Assert.NotEmpty(functions);
        Assert.NotEmpty(triggers);
        Assert.Equal(await System.IO.File.ReadAllTextAsync(path, cancel), text.ToString());
    }
}
