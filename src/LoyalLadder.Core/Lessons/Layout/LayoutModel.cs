using System.Globalization;
using System.Text;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>
/// What each feature of a line speaks for, and which label follows which. The weights are learned from labelled sheets by
/// 'bench/read train' (a conditional random field) and kept as a table, one feature a row.
/// </summary>
internal sealed class LayoutModel
{
    public static readonly int Labels = Enum.GetValues<LineLabel>().Length;

    /// <summary>Weights by feature, one a label.</summary>
    private readonly Dictionary<string, double[]> _weights = new(StringComparer.Ordinal);

    /// <summary>The model that ships.</summary>
    public static LayoutModel Shipped { get; } = Read(Resource("layout-weights.tsv"));

    private static StreamReader Resource(string name) =>
        new(typeof(LayoutModel).Assembly.GetManifestResourceStream(name)!);

    /// <summary>Reads the table: a feature, a tab, and a weight for each label in their order, divided by blanks.</summary>
    public static LayoutModel Read(TextReader table)
    {
        var model = new LayoutModel();
        while (table.ReadLine() is { } row)
        {
            if (row.Split('\t') is not [var feature, var weights])
                continue;
            model._weights[feature] =
            [
                .. weights.Split(' ').Select(w => double.Parse(w, CultureInfo.InvariantCulture)),
            ];
        }
        return model;
    }

    /// <summary>The same table; features that speak for nothing are left out.</summary>
    public string Write()
    {
        var table = new StringBuilder();
        foreach (var (feature, weights) in _weights.OrderBy(w => w.Key, StringComparer.Ordinal))
            if (weights.Any(w => Math.Abs(w) >= 0.05))
                table
                    .Append(feature)
                    .Append('\t')
                    .AppendJoin(' ', weights.Select(w => w.ToString("0.#", CultureInfo.InvariantCulture)))
                    .Append('\n');
        return table.ToString();
    }

    public IReadOnlyCollection<string> Features => _weights.Keys;

    public double[] Weights(string feature)
    {
        if (!_weights.TryGetValue(feature, out var weights))
            _weights[feature] = weights = new double[Labels];
        return weights;
    }

    /// <summary>A feature of what follows what.</summary>
    public static string Following(LineLabel? before, bool isLike) => $"behind {before} {(isLike ? "like" : "unlike")}";

    /// <summary>The best labels of a page; a label that is given already is kept.</summary>
    public LineLabel[] Best(IReadOnlyList<IReadOnlyList<string>> forms, IReadOnlyList<LineLabel?> given)
    {
        var count = forms.Count;
        if (count == 0)
            return [];
        var best = new double[count, Labels];
        var from = new int[count, Labels];
        for (var i = 0; i < count; i++)
        {
            var own = Own(forms[i]);
            var isLike = forms[i].Contains("like above");
            for (var label = 0; label < Labels; label++)
            {
                if (!MayBe(forms[i], given[i], label))
                    best[i, label] = double.NegativeInfinity;
                else if (i == 0)
                    best[i, label] = own[label] + Behind(null, isLike, label);
                else
                    (best[i, label], from[i, label]) = Enumerable
                        .Range(0, Labels)
                        .Select(before =>
                            (best[i - 1, before] + own[label] + Behind((LineLabel)before, isLike, label), before)
                        )
                        .Max();
            }
        }
        var labels = new LineLabel[count];
        var last = Enumerable.Range(0, Labels).MaxBy(l => best[count - 1, l]);
        for (var i = count - 1; i >= 0; i--)
        {
            labels[i] = (LineLabel)last;
            last = from[i, last];
        }
        return labels;
    }

    /// <summary>How likely each label of each line is, and each pair of labels that follow one another.</summary>
    public (double[][] Single, double[][,] Pairs) Shares(
        IReadOnlyList<IReadOnlyList<string>> forms,
        IReadOnlyList<LineLabel?> given
    )
    {
        var own = forms.Select((form, i) => Allowed(form, given[i])).ToArray();
        var like = forms.Select(f => f.Contains("like above")).ToArray();
        var (ahead, behind) = (Forward(own, like), Backward(own, like));
        var all = Sum(l => ahead[^1][l]);
        var single = ahead.Select((a, i) => a.Select((x, l) => Math.Exp(x + behind[i][l] - all)).ToArray()).ToArray();
        var pairs = new double[own.Length][,];
        for (var i = 1; i < own.Length; i++)
        {
            pairs[i] = new double[Labels, Labels];
            for (var b = 0; b < Labels; b++)
            for (var l = 0; l < Labels; l++)
                pairs[i][b, l] = Math.Exp(
                    ahead[i - 1][b] + Behind((LineLabel)b, like[i], l) + own[i][l] + behind[i][l] - all
                );
        }
        return (single, pairs);
    }

    private double[] Allowed(IReadOnlyList<string> form, LineLabel? given)
    {
        var own = Own(form);
        for (var l = 0; l < Labels; l++)
            if (!MayBe(form, given, l))
                own[l] = double.NegativeInfinity;
        return own;
    }

    private double[][] Forward(double[][] own, bool[] like)
    {
        var sums = new double[own.Length][];
        for (var i = 0; i < own.Length; i++)
        {
            sums[i] = new double[Labels];
            for (var l = 0; l < Labels; l++)
            {
                var label = l;
                sums[i][l] =
                    own[i][l]
                    + (
                        i == 0
                            ? Behind(null, like[0], l)
                            : Sum(b => sums[i - 1][b] + Behind((LineLabel)b, like[i], label))
                    );
            }
        }
        return sums;
    }

    private double[][] Backward(double[][] own, bool[] like)
    {
        var sums = new double[own.Length][];
        for (var i = own.Length - 1; i >= 0; i--)
        {
            sums[i] = new double[Labels];
            for (var l = 0; l < Labels && i + 1 < own.Length; l++)
            {
                var label = (LineLabel)l;
                sums[i][l] = Sum(n => Behind(label, like[i + 1], n) + own[i + 1][n] + sums[i + 1][n]);
            }
        }
        return sums;
    }

    private static double Sum(Func<int, double> of)
    {
        var most = double.NegativeInfinity;
        for (var l = 0; l < Labels; l++)
            most = Math.Max(most, of(l));
        if (double.IsNegativeInfinity(most))
            return most;
        var sum = 0.0;
        for (var l = 0; l < Labels; l++)
            sum += Math.Exp(of(l) - most);
        return most + Math.Log(sum);
    }

    private static bool MayBe(IReadOnlyList<string> form, LineLabel? given, int label) =>
        given is { } known
            ? (int)known == label
            : (LineLabel)label is not (LineLabel.Heading or LineLabel.Note) || !form.Contains(LineForms.SurelyDone);

    private double[] Own(IReadOnlyList<string> features)
    {
        var sum = new double[Labels];
        foreach (var feature in features)
            if (_weights.TryGetValue(feature, out var weights))
                for (var l = 0; l < Labels; l++)
                    sum[l] += weights[l];
        return sum;
    }

    private double Behind(LineLabel? before, bool isLike, int label)
    {
        // nothing goes on with a line that is not there, and nobody's version stands first
        if (before is null && (LineLabel)label is LineLabel.Continuation or LineLabel.Version)
            return double.NegativeInfinity;
        return _weights.TryGetValue(Following(before, isLike), out var weights) ? weights[label] : 0;
    }
}
