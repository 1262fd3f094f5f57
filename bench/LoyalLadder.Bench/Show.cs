using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Layout;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Bench;

/// <summary>Prints how a sheet is read, line by line.</summary>
internal static class Show
{
    public static void Sheet(string file, SheetReader reader)
    {
        var text = File.ReadAllText(file);
        var laid = SheetLayout.Of([.. Typed.Plain(text, "\t").Split('\n')], reader.Look, LayoutModel.Shipped);
        var reading = reader.Read(text);
        var writer = new SheetWriter(reader);
        foreach (var line in laid)
        {
            Console.WriteLine($"{line.Label, -13}|{line.Line.Whole}");
            foreach (var (entry, _) in reading.Plan.Entries.Zip(reading.Lines).Where(e => e.Second == line.Line.Number))
                Console.WriteLine(
                    $"                 {writer.Write(entry)}{(entry is LessonLine { IsUnderstood: false } ? "  ?" : "")}"
                );
        }
    }
}
