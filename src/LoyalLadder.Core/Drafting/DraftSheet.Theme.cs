using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>The theme of a drafted lesson: its climb, what leads to it, and the time that it has.</summary>
internal sealed partial class DraftSheet
{
    /// <summary>Of the time for skills, what belongs to the theme at least.</summary>
    public const double LeastOfTheme = 0.45;

    private readonly HashSet<string> _climb = [];
    private HashSet<string> _related = [];
    private DraftTheme? _theme;
    private Combination _moves = Combination.Nothing;

    /// <summary>Puts the steps of a theme where they belong; false where nobody can read what it is.</summary>
    public bool Climb(DraftTheme theme)
    {
        if (ask.Read($"\"{theme.SheetName}\"") is not [LessonLine { IsUnderstood: true } whole])
            return false;
        (_theme, _moves) = (theme, whole.Moves);
        _related = RelatedTo(theme, whole.Moves);
        foreach (var rung in Drafting.Climb.Of(theme, whole.Moves, ask.Setting.Ages))
        foreach (var line in ask.Read(rung.Text).OfType<LessonLine>())
            Step(line, rung.Why);
        _learned.Add(theme.Learnable);
        return true;
    }

    /// <summary>How many steps of the theme are left.</summary>
    public int Steps => Entries.Count(e => e.IsStep);

    private bool _isUsed;

    /// <summary>The theme in a way of practising that lets people answer one another; false where there is none, or no more.</summary>
    private bool Use()
    {
        if (_isUsed || _theme is null || (int)ask.Setting.Ages < OldEnough)
            return false;
        _isUsed = true;
        if (Fitting(ActivityPurpose.Format).FirstOrDefault() is not { } format)
            return false;
        var stage = Math.Max(_theme.NextStage, 2);
        var text = $"\"{_theme.SheetName}\" pairs 2 x 1:30 rest 30s stage {stage} -- {format.Name.ToLowerInvariant()}";
        var before = ToSettle();
        foreach (var line in ask.Read(text).OfType<LessonLine>().Where(l => l.IsUnderstood && !IsOut(l)))
        {
            var at = Entries.FindLastIndex(e => IsClimb(e)) + 1;
            Entries.Insert(at, new DraftedEntry(line, format.How) { IsStep = true });
            Changed();
            if (ToSettle().All(before.Contains))
                return true;
            RemoveAt(at);
        }
        return false;
    }

    /// <summary>Years from which a partner can feed and answer.</summary>
    private const int OldEnough = 10;

    private void Step(LessonLine line, string why)
    {
        var key = WordsOf(line);
        if (!_climb.Add(key) || _out.Contains(key) || _held.Contains(key))
            return;
        Entries.Insert(PlaceOf(line), new DraftedEntry(line, why) { IsStep = true });
        Changed();
    }

    /// <summary>Falls and defences have a part of their own where the lesson has one; everything else stands where such lines do.</summary>
    private int PlaceOf(LessonLine line)
    {
        SegmentKind[] homes = Drafting.Climb.KindOf(_moves) switch
        {
            ClimbKind.Fall => [SegmentKind.Basics, SegmentKind.SelfDefence, SegmentKind.Partner],
            ClimbKind.Defence => [SegmentKind.SelfDefence, SegmentKind.Partner, SegmentKind.Basics],
            _ => [],
        };
        foreach (var home in homes)
            if (skeleton.Parts.FirstOrDefault(p => p.Kind == home) is { } part)
                return SpanOf(part).To;
        return PlaceFor(line);
    }

    /// <summary>
    /// Where a line of its kind stands. A lesson without pads has them at the end of what it practises, one without forms at its
    /// beginning, and neither among push-ups.
    /// </summary>
    private int PlaceFor(LessonLine line)
    {
        var at = PlaceInLesson.Behind(Plan, line, null) + 1;
        var skills = skeleton.Parts.Where(p => IsSkill(p.Kind)).ToList();
        if (line.Moves.IsExercise || line.Moves.IsPause || skills.Count == 0)
            return at;
        if (line.Moves.FormSeconds is not null && KindAt(at) is not (SegmentKind.Forms or SegmentKind.Basics))
            return SpanOf(skills[0]).To;
        return IsSkill(KindAt(at)) ? at : SpanOf(Stages.Of(line) >= 4 ? skills[^1] : skills[0]).To;
    }

    private static bool IsNew(LessonLine line) => line.Teach?.Kind == TeachingKind.New;

    /// <summary>Beside what is climbed, a lesson has one new thing at most.</summary>
    private bool HasNewBesideTheme =>
        _theme is not null && Entries.Exists(e => e is { IsStep: false, Entry: LessonLine line } && IsNew(line));

    /// <summary>Seconds of the lesson that are for skills.</summary>
    private double ForSkills => Booked * skeleton.Parts.Where(p => IsSkill(p.Kind)).Sum(p => p.Share);

    /// <summary>Seconds of work on skills that has nothing to do with the theme.</summary>
    private double BesideTheme =>
        Clock.Lines.Where(l => IsSkill(l.Segment) && !l.Line.Moves.IsPause && !IsRelated(l.Line)).Sum(l => l.Seconds);

    /// <summary>Whether something else may have more of the time.</summary>
    private bool HasRoomBesideTheme => _theme is null || BesideTheme < (1 - LeastOfTheme - Spare) * ForSkills;

    /// <summary>Of the time for skills: lines are longer than what is left.</summary>
    private const double Spare = 0.15;

    /// <summary>What it is built on, and what is built on it or holds it.</summary>
    private HashSet<string> RelatedTo(DraftTheme theme, Combination moves)
    {
        var related = Learnables.Of(moves).Append(theme.Learnable).ToHashSet();
        if (ask.Catalogue is not { } catalogue)
            return related;
        foreach (var technique in related.Select(catalogue.Find).OfType<Technique>().ToList())
            related.UnionWith([.. technique.BuildsOn, .. technique.Upgrades]);
        if (catalogue.Find(theme.Learnable) is not null)
            related.UnionWith(catalogue.All.Where(t => t.BuildsOn.Contains(theme.Learnable)).Select(t => t.Id));
        return related;
    }

    private bool IsRelated(LessonLine line) => Learnables.Of(line.Moves).Any(_related.Contains);

    /// <summary>A set more of what belongs to the theme; false where it has its share of the time, or where no more can be.</summary>
    public bool MoreOfTheme()
    {
        if (_theme is null)
            return false;
        var skills = Clock.Lines.Where(l => IsSkill(l.Segment) && !l.Line.Moves.IsPause).ToList();
        double all = skills.Sum(l => l.Seconds);
        if (skills.Where(l => IsRelated(l.Line)).Sum(l => l.Seconds) >= LeastOfTheme * all)
            return false;
        return OneMoreSet(IsSkill, SetRest, IsRelated) || Use();
    }

    /// <summary>The entries as somebody looks at them: what is of the theme, what is kept, what could stand there instead.</summary>
    public IEnumerable<DraftedEntry> Shown() =>
        Entries.Select(
            (e, i) =>
                e with
                {
                    IsOfTheme = _theme is not null && e.Entry is LessonLine line && IsRelated(line),
                    Instead = InsteadOf(i).Take(MostInstead).ToSequence(),
                }
        );

    private const int MostInstead = 3;

    // ---- what somebody holds on to, and what somebody does not want ----

    private readonly HashSet<string> _held = [.. ask.Held.Select(h => NameKey.Of(h.Text))];
    private readonly HashSet<string> _out = [.. ask.Out.Select(NameKey.Of)];

    /// <summary>A line with its amount, as somebody would type it again.</summary>
    private string WordsOf(LessonLine line) => NameKey.Of(ask.Write(line));

    private bool IsOut(LessonLine line) => _out.Count > 0 && _out.Contains(WordsOf(line));

    /// <summary>What is held stands under its heading, as far down as it stood.</summary>
    public void PutHeld()
    {
        foreach (var held in ask.Held)
        foreach (var line in ask.Read(held.Text).OfType<LessonLine>().Where(l => l.IsUnderstood))
        {
            Entries.RemoveAll(e => e.Entry is LessonLine other && WordsOf(other) == WordsOf(line));
            Entries.Insert(PlaceOf(held), new DraftedEntry(line, held.Why) { IsHeld = true });
            _learned.UnionWith(Learnables.Of(line.Moves));
        }
        Changed();
    }

    private int PlaceOf(HeldLine held)
    {
        var from = Entries.FindIndex(e => e.Entry is Segment s && s.Name == held.Heading);
        if (from < 0)
            from = Math.Max(0, Entries.FindLastIndex(e => e.Entry is Segment s && IsSkill(s.Kind)));
        var to = Entries.FindIndex(from + 1, e => e.Entry is Segment);
        return Math.Min(from + 1 + Math.Max(0, held.Place), to < 0 ? Entries.Count : to);
    }

    // ---- what leads to the theme ----

    /// <summary>
    /// A warm-up: what raises, what loosens the joints that the theme needs, what wakes it up; then what the class knows. What the
    /// class does every week stands there already.
    /// </summary>
    public void WarmUp(SkeletonPart part)
    {
        if (SecondsOf(part) < part.Share * Booked)
            Put(part, ActivityPurpose.Raise, Say("gets everybody moving"));
        if (_theme is null)
            return;
        var regions = _moves.Elements.SelectMany(e => e.Technique?.Regions ?? []).ToHashSet();
        var loosening = Coming(SegmentKind.WarmUp)
            .Select(l => (Line: l, Shared: RegionsOf(l.Line).Count(regions.Contains)))
            .Where(l => l.Shared > 0)
            .OrderByDescending(l => l.Shared)
            .Take(2)
            .ToList();
        foreach (var (line, _) in loosening)
            Put(
                part,
                line,
                Say($"loosens {Joined(RegionsOf(line.Line).Where(regions.Contains).Take(2))} for {_theme.Name}")
            );
        Put(part, ActivityPurpose.Wake, Say($"wakes up {_theme.Name}"));
    }

    private static IEnumerable<string> RegionsOf(LessonLine line) =>
        line
            .Moves.Elements.Where(e => e.Technique is { Family: TechniqueFamily.Mobility })
            .SelectMany(e => e.Technique!.Regions)
            .Distinct();

    private static string Joined(IEnumerable<string> words) => string.Join(Say(" and "), words);

    /// <summary>An activity that fits age, number, kit and theme and that the last two lessons did not have.</summary>
    private bool Put(SkeletonPart part, ActivityPurpose purpose, string why)
    {
        if (Fitting(purpose).FirstOrDefault() is not { } activity)
            return false;
        foreach (var line in ask.Read(activity.Line.ToLowerInvariant()).OfType<LessonLine>().Where(l => !IsOut(l)))
            Entries.Insert(SpanOf(part).To, new DraftedEntry(line, why));
        Changed();
        return true;
    }

    /// <summary>Activities of a purpose, those that train what the theme needs first; the chance of the seed among equals.</summary>
    private IEnumerable<Activity> Fitting(ActivityPurpose purpose)
    {
        var trains = TrainedFor();
        return new ActivitySearch
        {
            Purpose = purpose,
            Age = (int)ask.Setting.Ages,
            People = ask.Setting.Heads,
            NoKit = true,
        }
            .In(ask.Activities)
            .Where(a => !_recently.Contains(NameKey.Of(a.Name)) && !IsOnSheet(a))
            .Select(a => (Activity: a, Fits: a.Trains.Count(trains.Contains), Chance: _chance.Next()))
            .OrderByDescending(a => a.Fits)
            .ThenBy(a => a.Chance)
            .Select(a => a.Activity);
    }

    private bool IsOnSheet(Activity activity) =>
        Entries.Exists(e => e.Entry is LessonLine l && NameKey.Of(l.Content) == NameKey.Of(activity.Name));

    private readonly HashSet<string> _recently =
    [
        .. ask
            .Past.Where(p => p.Date >= ask.Day.AddDays(-Rest))
            .SelectMany(p => p.Plan.Lines)
            .Select(l => NameKey.Of(l.Content)),
    ];

    /// <summary>Days for which an activity does not come again.</summary>
    private const int Rest = 14;

    /// <summary>What activities train that the theme needs.</summary>
    private HashSet<string> TrainedFor()
    {
        var all = _moves.Elements.Select(e => e.Technique).OfType<Technique>().ToList();
        var trained = new HashSet<string>();
        Needs(t => t.IsKick, "kicks", "balance", "hips", "knees");
        Needs(t => t.TurnDegrees != 0, "turning");
        Needs(t => t.IsStrike && !t.IsKick, "hands", "guard", "footwork", "distance");
        Needs(
            t => t.Family is TechniqueFamily.Block or TechniqueFamily.Evasion or TechniqueFamily.Grip,
            "defence",
            "reaction",
            "parry"
        );
        Needs(t => t.Family is TechniqueFamily.Stance or TechniqueFamily.Footwork, "stance", "footwork");
        Needs(t => t.Family is TechniqueFamily.Throw or TechniqueFamily.Ground, "trunk", "crawling");
        return trained;

        void Needs(Func<Technique, bool> which, params string[] what)
        {
            if (all.Exists(t => which(t)))
                trained.UnionWith(what);
        }
    }

    // ---- what could stand there instead ----

    /// <summary>Other lines for the place of one: another step of the climb, what is related, an activity, what the class knows.</summary>
    private IEnumerable<DraftedEntry> InsteadOf(int at)
    {
        if (Entries[at] is not { Entry: LessonLine { Moves.IsPause: false } line })
            yield break;
        var kind = KindAt(at);
        var purpose = PurposeOf(kind, line);
        var known = Coming(kind).OrderByDescending(k => IsRelated(k.Line)).Take(2);
        foreach (var other in known)
            yield return new DraftedEntry(other.Line, WhyOf(kind, other.Line));
        if (purpose is null)
            yield break;
        foreach (var activity in Fitting(purpose.Value).Take(2))
        foreach (var other in ask.Read(activity.Line.ToLowerInvariant()).OfType<LessonLine>())
            yield return new DraftedEntry(other, activity.How);
    }

    private static ActivityPurpose? PurposeOf(SegmentKind kind, LessonLine line) =>
        kind switch
        {
            SegmentKind.WarmUp => line.Moves.IsLoosening ? ActivityPurpose.Loosen : ActivityPurpose.Raise,
            SegmentKind.CoolDown => ActivityPurpose.Close,
            SegmentKind.Fitness => ActivityPurpose.Fitness,
            SegmentKind.Games => ActivityPurpose.Game,
            SegmentKind.Pads or SegmentKind.Partner or SegmentKind.Sparring => ActivityPurpose.Format,
            _ => null,
        };
}
