using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Moving;

/// <summary>Takes the archive of a school into an empty one, all of it or nothing.</summary>
public sealed class SchoolImporter(LadderContext db, SchoolLookup door, EvidenceBook evidence)
{
    /// <summary>An archive that unpacks to more is not one.</summary>
    private const long MostBytes = 1024L * 1024 * 1024;

    private const int RowsAtOnce = 500;

    /// <summary>Reads an archive.</summary>
    /// <returns>Why it cannot be taken; null when it was.</returns>
    public async Task<string?> Take(Stream from, CancellationToken cancel)
    {
        ZipArchive zip;
        try
        {
            zip = new ZipArchive(from, ZipArchiveMode.Read, leaveOpen: true);
        }
        catch (Exception e) when (e is InvalidDataException or ArgumentException or IOException)
        {
            return Say("This is no file of a school: it is no zip.");
        }
        using (zip)
        {
            if (zip.Entries.Sum(e => e.Length) > MostBytes)
                return Say("This unpacks to more than a school has.");
            if (await Head(zip, cancel) is not { } head)
                return Say("This is no file of a school: school.json is missing or is not of this kind.");
            if (head.Schema != db.Database.GetMigrations().Last())
                return Say(
                    $"It was written by another version ({head.Schema}). Bring both installations up to date, and write it once more."
                );
            db.Database.SetCommandTimeout(LadderDatabase.WithoutAPage);
            return await db.RunExclusive("take a school", () => ImportExclusively(zip, head, cancel), cancel);
        }
    }

    private static async Task<ArchiveHead?> Head(ZipArchive zip, CancellationToken cancel)
    {
        if (zip.GetEntry(SchoolArchive.HeadName) is not { } entry)
            return null;
        try
        {
            await using var stream = await entry.OpenAsync(cancel);
            var head = await JsonSerializer.DeserializeAsync<ArchiveHead>(stream, cancellationToken: cancel);
            return head?.Format == SchoolArchive.Format ? head : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private async Task<string?> ImportExclusively(ZipArchive zip, ArchiveHead head, CancellationToken cancel)
    {
        if (
            await db.Students.AnyAsync(cancel)
            || await db.Classes.AnyAsync(cancel)
            || await db.Lessons.AnyAsync(cancel)
        )
            return Say("This school is not empty. A file is taken into a new one, so that nothing is mixed up.");
        var keys = new Dictionary<string, string> { [head.School.ToString()] = db.SchoolId.ToString() };
        if (await People(zip, keys, cancel) is { } taken)
            return taken;
        try
        {
            await foreach (var rows in Rows(zip, SchoolArchive.SchoolName, keys, cancel))
                await OverSchool(rows, cancel);
            foreach (var table in ArchiveTables.Of(db))
            await foreach (var rows in Rows(zip, SchoolArchive.NameOf(table.GetTableName()!), keys, cancel))
                await Insert(table.GetTableName()!, ArchiveTables.Columns(table), rows, cancel);
        }
        catch (Npgsql.PostgresException e)
            when (e.SqlState.StartsWith("22", StringComparison.Ordinal)
                || e.SqlState.StartsWith("23", StringComparison.Ordinal)
                || e.SqlState == Npgsql.PostgresErrorCodes.InsufficientPrivilege
            )
        {
            throw new InvalidDataException($"Rows of {e.TableName} do not fit: {e.MessageText}", e);
        }
        await evidence.Rebuild(cancel);
        return null;
    }

    /// <summary>Somebody of the archive, as <see cref="SchoolArchive"/> writes them.</summary>
    private sealed record Person
    {
        public required Guid Id { get; init; }
        public required string DisplayName { get; init; }
        public required Role Role { get; init; }
        public required string Email { get; init; }
        public required string UserName { get; init; }
        public DateTimeOffset? ClosedAt { get; init; }
        public NamingSchool? Naming { get; init; }
        public SideWords? Sides { get; init; }
        public Lead OwnLead { get; init; }
        public string Paces { get; init; } = "";
    }

    private static readonly JsonSerializerOptions OfPeople = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower,
        Converters = { new JsonStringEnumConverter() },
    };

    /// <summary>People come along without a password; who is here already stays who they are.</summary>
    private async Task<string?> People(ZipArchive zip, Dictionary<string, string> keys, CancellationToken cancel)
    {
        var here = await db.Staff.ToDictionaryAsync(u => u.NormalizedEmail ?? "", u => u.Id, cancel);
        var coming = new List<Person>();
        await foreach (var rows in Rows(zip, SchoolArchive.PeopleName, keys, cancel))
        foreach (var person in JsonSerializer.Deserialize<List<Person>>(rows, OfPeople) ?? [])
            if (here.TryGetValue(person.Email.ToUpperInvariant(), out var own))
                keys[person.Id.ToString()] = own.ToString();
            else if (await door.Person(person.Email, cancel) is not null)
                return Say(
                    $"Somebody of another school here signs in as {person.Email}. Change that e-mail in one of them first."
                );
            else
                coming.Add(person);
        // none is added before it is known that all can come
        db.Users.AddRange(coming.Select(Added));
        await db.SaveChangesAsync(cancel);
        return null;
    }

    private AppUser Added(Person person) =>
        new()
        {
            Id = person.Id,
            SchoolId = db.SchoolId,
            DisplayName = person.DisplayName,
            Role = person.Role,
            Email = person.Email,
            NormalizedEmail = person.Email.ToUpperInvariant(),
            UserName = person.UserName,
            NormalizedUserName = person.UserName.ToUpperInvariant(),
            ClosedAt = person.ClosedAt,
            Naming = person.Naming,
            Sides = person.Sides,
            OwnLead = person.OwnLead,
            Paces = TappedPaces.Read(person.Paces).Write(),
            SecurityStamp = Guid.NewGuid().ToString("N"),
        };

    /// <summary>The rows of an entry, some at a time as a JSON array, with this school's keys in place of the other's.</summary>
    private static async IAsyncEnumerable<string> Rows(
        ZipArchive zip,
        string name,
        Dictionary<string, string> keys,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        if (zip.GetEntry(name) is not { } entry)
            yield break;
        using var reader = new StreamReader(await entry.OpenAsync(cancel));
        var rows = new List<string>();
        while (await reader.ReadLineAsync(cancel) is { } line)
        {
            foreach (var (theirs, mine) in keys)
                line = line.Replace(theirs, mine, StringComparison.Ordinal);
            rows.Add(line);
            if (rows.Count < RowsAtOnce)
                continue;
            yield return $"[{string.Join(',', rows)}]";
            rows.Clear();
        }
        if (rows.Count > 0)
            yield return $"[{string.Join(',', rows)}]";
    }

    /// <summary>Names of tables and columns come from the model; rows are sent apart from them.</summary>
    private Task<int> Insert(string table, string columns, string rows, CancellationToken cancel) =>
#pragma warning disable EF1002
        db.Database.ExecuteSqlRawAsync(
            $"INSERT INTO {table} ({columns}) SELECT {columns} FROM jsonb_populate_recordset(null::{table}, {{0}}::jsonb)",
            [rows],
            cancel
        );
#pragma warning restore EF1002

    /// <summary>The school keeps its key and name and takes the settings.</summary>
    private Task<int> OverSchool(string rows, CancellationToken cancel)
    {
        var columns = string.Join(
            ", ",
            db.Model.FindEntityType(typeof(School))!
                .GetProperties()
                .Select(p => p.GetColumnName())
                .Where(c => c is not ("xmin" or "id" or "name"))
                .Select(c => $"\"{c}\"")
        );
#pragma warning disable EF1002
        return db.Database.ExecuteSqlRawAsync(
            $$"""
            UPDATE schools SET ({{columns}}) = (SELECT {{columns}} FROM jsonb_populate_recordset(null::schools, {0}::jsonb))
            WHERE id = {1}
            """,
            [rows, db.SchoolId],
            cancel
        );
#pragma warning restore EF1002
    }
}
