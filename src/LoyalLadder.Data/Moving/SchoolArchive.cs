using System.IO.Compression;
using System.Text;
using System.Text.Json;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.People;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Data.Moving;

/// <summary>What stands first in an archive.</summary>
/// <param name="Format">Always <see cref="SchoolArchive.Format"/>.</param>
/// <param name="School">The school's key where it comes from.</param>
/// <param name="Name">The school's name.</param>
/// <param name="Schema">The last upgrade of the database that it comes from.</param>
public sealed record ArchiveHead(string Format, Guid School, string Name, string Schema);

/// <summary>
/// All that a school has, as one file that it can take elsewhere: a zip of rows as JSON lines, of lists as CSV, and of sheets as text.
/// Passwords, tokens, sessions and secret addresses stay behind; of whoever will be erased only what stays then goes along.
/// </summary>
public sealed class SchoolArchive(LadderContext db, SchoolLists lists, StudentErasure erasure)
{
    public const string Format = "loyal-ladder-school-1";
    public const string HeadName = "school.json";
    public const string SchoolName = "rows/schools.jsonl";
    public const string PeopleName = "rows/people.jsonl";

    /// <summary>What of people goes along: who they are, never by what they come in.</summary>
    private const string OfPeople =
        "id, school_id, display_name, role, naming, sides, own_lead, closed_at, email, normalized_email, user_name, normalized_user_name";

    /// <summary>Where rows of a table stand.</summary>
    public static string NameOf(string table) => $"rows/{table}.jsonl";

    /// <summary>Writes the archive of the scope's school over whatever a file holds.</summary>
    public Task Write(FileStream to, CancellationToken cancel) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                // when the database hung up in the middle it is all written once more
                to.SetLength(0);
                await using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
                // one state of the school, whoever goes on working meanwhile
                await using var transaction = await db.Database.BeginTransactionAsync(
                    System.Data.IsolationLevel.RepeatableRead,
                    cancel
                );
                // nothing of it is kept: it only shows the school as it will be when they are erased
                await erasure.EraseWaiting(cancel);
                db.ChangeTracker.Clear();
                await WriteAll(zip, cancel);
            });

    private async Task WriteAll(ZipArchive zip, CancellationToken cancel)
    {
        var school = await db.Schools.AsNoTracking().SingleAsync(s => s.Id == db.SchoolId, cancel);
        var head = new ArchiveHead(Format, school.Id, school.Name, db.Database.GetMigrations().Last());
        await Put(zip, HeadName, [JsonSerializer.Serialize(head)], cancel);
        await Rows(zip, SchoolName, "*", "schools", "id", cancel);
        await Rows(zip, PeopleName, OfPeople, "\"AspNetUsers\"", "id", cancel);
        foreach (var table in ArchiveTables.Of(db))
        {
            var name = table.GetTableName()!;
            await Rows(zip, NameOf(name), ArchiveTables.Columns(table), name, ArchiveTables.Order(table), cancel);
        }
        foreach (var kind in SchoolLists.Kinds)
            await Put(zip, $"lists/{kind.Key}.csv", [await lists.Write(kind, cancel)], cancel);
        await Sheets(zip, cancel);
    }

    /// <summary>The rows that the wall shows, a JSON object a line. Names of tables and columns come from the model.</summary>
    private async Task Rows(
        ZipArchive zip,
        string name,
        string columns,
        string table,
        string order,
        CancellationToken cancel
    )
    {
        // not by way of the model: some fifty queries that are asked once each would cost more to translate than to answer
#pragma warning disable CA2100
        await using var rows = new NpgsqlCommand(
            $"SELECT to_jsonb(r)::text FROM (SELECT {columns} FROM {table} ORDER BY {order}) r",
            (NpgsqlConnection)db.Database.GetDbConnection()
        );
#pragma warning restore CA2100
        await using var writer = Entry(zip, name);
        await using var reader = await rows.ExecuteReaderAsync(cancel);
        while (await reader.ReadAsync(cancel))
            await writer.WriteAsync($"{reader.GetString(0)}\n".AsMemory(), cancel);
    }

    /// <summary>Sheets as they read, for people: a file a day and class.</summary>
    private async Task Sheets(ZipArchive zip, CancellationToken cancel)
    {
        var lessons = await db
            .Lessons.AsNoTracking()
            .OrderBy(l => l.Date)
            .ThenBy(l => l.Id)
            .Select(l => new
            {
                l.Id,
                l.Date,
                Class = l.Class!.Name,
            })
            .ToListAsync(cancel);
        var lines = (
            await db
                .SheetLines.AsNoTracking()
                .Where(l => l.RemovedAt == null)
                .Select(l => new
                {
                    l.LessonId,
                    l.Place,
                    l.Text,
                })
                .ToListAsync(cancel)
        ).ToLookup(l => l.LessonId);
        foreach (var lesson in lessons)
        {
            var words = new string([.. lesson.Class.Select(c => char.IsLetterOrDigit(c) ? c : '-')]);
            await Put(
                zip,
                string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"sheets/{lesson.Date:yyyy-MM-dd} {words} {lesson.Id:N}.txt"
                ),
                lines[lesson.Id].OrderBy(l => l.Place, StringComparer.Ordinal).Select(l => l.Text),
                cancel
            );
        }
    }

    private static async Task Put(ZipArchive zip, string name, IEnumerable<string> lines, CancellationToken cancel)
    {
        await using var writer = Entry(zip, name);
        foreach (var line in lines)
            await writer.WriteAsync($"{line}\n".AsMemory(), cancel);
    }

    private static StreamWriter Entry(ZipArchive zip, string name)
    {
        var entry = zip.CreateEntry(name, CompressionLevel.Fastest);
        // the same school gives the same file, whenever it is written
        entry.LastWriteTime = new DateTimeOffset(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);
        return new StreamWriter(entry.Open(), new UTF8Encoding(encoderShouldEmitUTF8Identifier: false));
    }
}
