using System.Collections.Concurrent;
using System.Globalization;
using LoyalLadder.Mutants;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp.Syntax;

// Changes one constant, comparison or branch of Core at a time and asks the tests whether they notice.
//   dotnet run -c Release --project bench/LoyalLadder.Mutants -- FOLDER[,FOLDER] [COUNT] [SEED]
// The folder is one of src/LoyalLadder.Core; the tests have to be built (bench/mutants does both).
if (args.Length == 0)
{
    Console.WriteLine("Name a folder of src/LoyalLadder.Core: Movement, Lessons/Clock, Terms ...");
    return 1;
}
var root = Directory.GetCurrentDirectory();
var (count, seed) = (Number(1, 200), Number(2, 20410507));
var tests = Path.Combine(root, "tests/LoyalLadder.Core.Tests");
var built = Path.Combine(tests, "bin/Release/net10.0");
var core = new CoreCompilation(root, built);
var scratch = Directory.CreateTempSubdirectory("ladder-mutants-");
var workers = Enumerable
    .Range(0, Math.Max(1, Environment.ProcessorCount))
    .Select(i => new CoveringTests(tests, built, Path.Combine(scratch.FullName, $"{i}")))
    .ToList();
try
{
    foreach (var folder in args[0].Split(','))
        Judge(folder);
}
finally
{
    scratch.Delete(recursive: true);
}
return 0;

int Number(int at, int usual) => args.Length > at ? int.Parse(args[at], CultureInfo.InvariantCulture) : usual;

void Judge(string folder)
{
    var trees = core
        .Compilation.SyntaxTrees.Where(t =>
            t.FilePath.Contains($"src/LoyalLadder.Core/{folder}/", StringComparison.Ordinal)
        )
        .ToList();
    var all = trees.SelectMany(t => Mutation.In(t, core.Compilation.GetSemanticModel(t))).ToArray();
    new Random(seed).Shuffle(all);
    var waiting = new ConcurrentQueue<Mutation>(all);
    var (tried, noticed) = (0, 0);
    var survivors = new ConcurrentBag<string>();
    Parallel.ForEach(
        workers,
        new ParallelOptions { MaxDegreeOfParallelism = workers.Count },
        worker =>
        {
            while (Volatile.Read(ref tried) < count && waiting.TryDequeue(out var mutation))
            {
                if (!core.Build(mutation.Node.SyntaxTree, mutation.Changed(), worker.CorePath))
                    continue;
                if (Interlocked.Increment(ref tried) > count)
                    break;
                if (worker.AllPass(folder, Types(mutation.Node.SyntaxTree)))
                {
                    survivors.Add(mutation.Words);
                    Console.WriteLine($"  {mutation.Words}");
                }
                else
                    Interlocked.Increment(ref noticed);
            }
        }
    );
    var judged = noticed + survivors.Count;
    var share = 100.0 * survivors.Count / Math.Max(1, judged);
    Console.WriteLine(
        string.Create(
            CultureInfo.InvariantCulture,
            $"{folder}: {all.Length} places, {judged} changed, {survivors.Count} noticed by no test ({share:0} %)"
        )
    );
}

static List<string> Types(SyntaxTree tree) =>
    [.. tree.GetRoot().DescendantNodes().OfType<BaseTypeDeclarationSyntax>().Select(t => t.Identifier.Text)];
