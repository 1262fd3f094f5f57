using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.EntityFrameworkCore.Migrations.Operations;

namespace LoyalLadder.Data.Migrations;

/// <summary>
/// Four steps of the schema were joined into one after some databases had taken them. Such a database gets the parts of the joined
/// step that it lacks, and is then where every other one is.
/// </summary>
internal static class JoinedSteps
{
    internal const string Joined = "20261127030257_HeadsWeek",
        Before = "20261126213108_Terms";

    /// <summary>The earlier steps in their order.</summary>
    internal static readonly IReadOnlyList<string> Parts =
    [
        "20261127005220_ExaminersMarks",
        "20261127010217_Papers",
        "20261127012159_AimsOfWork",
        "20261127015945_Assistants",
    ];

    /// <summary>Brings a database that took some of the earlier steps to the end of the joined one.</summary>
    public static async Task Carry(LadderContext owner, CancellationToken cancel)
    {
        var applied = (await owner.Database.GetAppliedMigrationsAsync(cancel)).ToHashSet();
        var taken = Parts.Where(applied.Contains).ToHashSet();
        if (taken.Count == 0)
            return;
        // whatever an even earlier step would bring comes first, as it did then
        var history = owner.GetService<IHistoryRepository>();
        var commands = owner
            .GetService<IMigrationsSqlGenerator>()
            .Generate([.. OperationsOf(Parts.Where(p => !taken.Contains(p)))], owner.GetService<IDesignTimeModel>().Model);
        List<string> said =
        [
            .. commands.Select(c => c.CommandText),
            .. taken.Select(history.GetDeleteScript),
            history.GetInsertScript(new HistoryRow(Joined, ProductInfo.GetVersion())),
        ];
        await owner
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                await using var transaction = await owner.Database.BeginTransactionAsync(cancel);
                // as they are: what stands in braces is no place for a value
                foreach (var command in said)
                    await owner.Database.ExecuteSqlRawAsync(
                        command.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal),
                        cancel
                    );
                await transaction.CommitAsync(cancel);
            });
    }

    /// <summary>What of the joined step belongs to some of the earlier ones.</summary>
    internal static IEnumerable<MigrationOperation> OperationsOf(IEnumerable<string> parts)
    {
        var wanted = parts.ToHashSet();
        return new HeadsWeek { ActiveProvider = "Npgsql.EntityFrameworkCore.PostgreSQL" }.UpOperations.Where(o =>
            wanted.Contains(PartOf(o))
        );
    }

    private static string PartOf(MigrationOperation operation) =>
        operation switch
        {
            SqlOperation { Sql: var sql } => sql.Contains("grading_marks", StringComparison.Ordinal) ? Parts[0] : Parts[1],
            DropIndexOperation { Table: "grading_marks" } => Parts[0],
            ITableMigrationOperation { Table: "grading_marks" } => Parts[0],
            ITableMigrationOperation { Table: "schools" } => Parts[2],
            ITableMigrationOperation { Table: "meetings" } => Parts[3],
            _ => Parts[1],
        };
}
