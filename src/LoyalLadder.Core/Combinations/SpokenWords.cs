using System.Collections.Frozen;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>The words that instructors say around the names of moves, by what they do there.</summary>
internal static class SpokenWords
{
    public static readonly FrozenDictionary<string, Side> Sides = new Dictionary<string, Side>
    {
        ["lead"] = Side.Lead,
        ["leading"] = Side.Lead,
        ["front"] = Side.Lead,
        ["rear"] = Side.Rear,
        ["back"] = Side.Rear,
        ["left"] = Side.Left,
        ["right"] = Side.Right,
        ["l"] = Side.Left,
        ["r"] = Side.Right,
        ["lh"] = Side.Left,
        ["rh"] = Side.Right,
        ["lf"] = Side.Left,
        ["rf"] = Side.Right,
        ["ll"] = Side.Left,
        ["rl"] = Side.Right,
        ["both"] = Side.Both,
    }.ToFrozenDictionary();

    public static readonly FrozenDictionary<string, Level> Levels = new Dictionary<string, Level>
    {
        ["head"] = Level.Head,
        ["face"] = Level.Head,
        ["high"] = Level.Head,
        ["jodan"] = Level.Head,
        ["olgul"] = Level.Head,
        ["eolgul"] = Level.Head,
        ["body"] = Level.Body,
        ["mid"] = Level.Body,
        ["middle"] = Level.Body,
        ["chudan"] = Level.Body,
        ["momtong"] = Level.Body,
        ["leg"] = Level.Leg,
        ["thigh"] = Level.Leg,
        ["low"] = Level.Leg,
        ["gedan"] = Level.Leg,
        ["arae"] = Level.Leg,
    }.ToFrozenDictionary();

    /// <summary>Levels in the names of other languages.</summary>
    public static readonly FrozenDictionary<string, Level> NamedLevels = Levels
        .Where(l => l.Key is "jodan" or "olgul" or "eolgul" or "chudan" or "momtong" or "gedan" or "arae")
        .ToFrozenDictionary();

    /// <summary>What a side word may be followed by without changing its meaning: 'front leg', 'left hand'.</summary>
    public static readonly FrozenSet<string> SideNouns = Words("leg hand foot arm side fist stance");

    /// <summary>Behind which a count goes for each side.</summary>
    public static readonly FrozenSet<string> EachNouns = Words(
        "side sides leg legs arm arms hand hands foot feet knee knees way ways stance stances direction "
            + "directions lead leads elbow elbows hip hips lg guard guards"
    );

    /// <summary>Words that say nothing of what is done.</summary>
    public static readonly FrozenSet<string> Fillers = Words(
        "the a an your our their some of all everyone everybody class please pls do doing like with w then and "
            + "start starts starting begin finish finishing now next first last into to get go going just "
            + "simple basic basics plain normal usual only also plus more for this that is it or each "
            + "every continuous continuously nonstop non stop by off alternately various any sets set rep "
            + "reps off together x etc warm try again ok lets let us quick reaction technique techniques "
            + "drill drills exercise exercises repeat repeats throw do total work practice practise "
            + "training session amrap combo combination"
    );

    /// <summary>How something is done or what to mind; no move and no dose.</summary>
    public static readonly FrozenSet<string> Manner = Words(
        "good form nice tall technical technique sharp snappy snap crisp relaxed loose smooth strong power "
            + "powerful hard soft softly light lightly gentle gently easy slow slowly controlled control "
            + "clean clear careful carefully precise accuracy accurate speed fast quick quickly full half "
            + "big small deep low long short straight bent bend balance balanced posture upright breathe "
            + "breath breathing exhale kiai shout loud guard hands hand up down chin eyes eye head heads "
            + "hips hip knee knees foot feet toes toe heel heels shoulders shoulder elbow elbows fist "
            + "fists wrist wrists leg legs arms arm back front same other side stance support standing no "
            + "not dont do never keep keeping stay watch look focus use make sure proper properly remember "
            + "mind turn over twist drive drop rechamber chamber recover retract pull return land landing "
            + "point push squeeze lock hold holding bounce bouncing moaning space wide room touch quietly "
            + "closed open nose mouth in out and the a an your on at of to it them with without w if you "
            + "can where needed each every both time through one two four as before after between when "
            + "while well always contact height locked top bottom under over own step stepping even weight "
            + "forwards forward backwards backward rhythm flow timing range distance reach extend "
            + "extension high tense tension tight focus spirit effort max maximum minimum medium explosive "
            + "hop off put putting pull pulling way start going"
    );

    /// <summary>Manner words that may stand right before a name: 'light jog', 'big round kick'.</summary>
    public static readonly FrozenSet<string> Adjectives = Words(
        "counter return good nice sharp snappy crisp relaxed loose smooth strong powerful hard soft light gentle "
            + "easy controlled clean big small deep long short proper full strict explosive solo static "
            + "dynamic seated standing lying kneeling walking moving free open technical single normal "
            + "regular basic simple power speed big wide narrow tall two hand handed one-handed"
    );

    /// <summary>Behind which only a place, a target or somebody's attack follows.</summary>
    public static readonly FrozenSet<string> Prepositions = Words(
        "to on at from off in into against over under underneath by round around across behind through towards toward onto "
            + "near with without w along up down for past above below beside"
    );

    /// <summary>Places, targets and things that a move may go to or come from.</summary>
    public static readonly FrozenSet<string> Places = Words(
        "spot hall room floor mat mats air bag bags pad pads shield shields mitt mitts target targets paddle "
            + "paddles wall walls line lines circle circles guard stance knees knee ground move motion "
            + "movement mirror side sides place balance corner ring cage feet toes belt hips ribs rib chin "
            + "temple jaw chest stomach belly plexus solar groin shin nose throat collar neck body head "
            + "face leg thigh height level partner partners holder kiai control power speed breath "
            + "breathing count step hips hip shoulder shoulders top inside outside front back seat arms "
            + "legs hands hand foot heel heels ball knuckles elbow elbows ladder ladders cones cone rope "
            + "ropes dojo dojang gym class end half beat music whistle clap time style ease clinch hold "
            + "snap fence tap dark game position music right left knife stick weapon failure exhaustion "
            + "side hip exit door distance range middle long lead opponent own gloves glove arm air hook "
            + "jab bounce focus"
    );

    /// <summary>Whoever is not the performer: what they do is no move of the line.</summary>
    public static readonly FrozenSet<string> Others = Words(
        "they them he she holder holders feeder feeders attacker attackers partner partners opponent opponents "
            + "uke other others you we i someone somebody instructor coach helper"
    );

    /// <summary>Kinds of work and parts of the body that head a line and are no move: 'abs: crunches 20'.</summary>
    public static readonly FrozenSet<string> Labels = Words(
        "abs core arms legs legwork circuit game games partner partners work combo combos combination "
            + "combinations drill drills pads bags warm up warmup strength conditioning fitness kihon kata "
            + "kumite basics basic hands feet kicks kicking punches punching strikes striking blocks "
            + "blocking stances defence defense self escapes footwork reaction week wk round rd r day part "
            + "set block section level intro finisher challenge homework bonus cardio stretch stretches "
            + "agility speed power technique techniques kicking boxing focus mitts exercises exercise then "
            + "finish finally first second third last next new old review revision recap warmdown options "
            + "option junior juniors senior seniors adults kids teens everyone all only beginners advanced "
            + "dynamic and or of for the to with in on by a b c d feed mitt syllabus grading upper lower "
            + "light easy hard bagwork padwork shield shields line lines team pair pairs movement mobility"
    );

    /// <summary>Parts of the body of which a line may say how they are held: 'hips low', 'elbows in', 'straight leg'.</summary>
    public static readonly FrozenSet<string> Body = Words(
        "hand hands knee knees elbow elbows leg legs hip hips back arm arms chin foot feet toe toes heel heels head palm palms "
            + "shoulder shoulders fist fists guard eyes eye wrist wrists core belly chest spine neck weight posture mouth nose"
    );

    /// <summary>How a part of the body is held or goes.</summary>
    public static readonly FrozenSet<string> Posture = Words(
        "up down in out straight bent low high tight back forward forwards first together loose relaxed turned open closed on off behind "
            + "between apart still soft long strong tall flat over away under tucked level square locked wide close steady free only same "
            + "home underneath touching together pointing heavy light off together"
    );

    /// <summary>Those that may stand before the part: 'straight leg', 'soft knees'.</summary>
    public static readonly FrozenSet<string> HeldSo = Words("straight bent soft relaxed loose open closed tight keep");

    /// <summary>Verbs with which an instructor says how: what follows is no move of the line.</summary>
    public static readonly FrozenSet<string> CueVerbs = Words(
        "keep stay look watch mind remember focus feel think breathe exhale inhale shout count pass bring use make let put drive squeeze "
            + "relax listen try show see imagine check stop dont no never not without avoid only lots always aim control extend try touch "
            + "reach stretch say give take get leave lean lead follow copy change"
    );

    /// <summary>Whoever says these says what not to do.</summary>
    public static readonly FrozenSet<string> Negations = Words("no not dont never without avoid");

    public static readonly FrozenSet<string> Determiners = Words(
        "the a an your their his her our one each both this that my no any"
    );

    /// <summary>Words that tell moves apart or order them without changing what they are.</summary>
    public static readonly FrozenSet<string> About = Words(
        "forward forwards backward backwards sideways half hold holding outside inside same other opposite "
            + "side leg hand arm way again each both pulse on off no turn height "
            + "kick-off only just straight-away immediately straight slowly quickly lightly gently walk "
            + "through twice once up dont not without w out solo partner alternate alternating one first "
            + "second two-handed hop"
    );

    /// <summary>What named forms are called, by their first word; the second one where the first is an ordinary word.</summary>
    private static readonly FrozenSet<string> Forms = Words(
        "heian pinan taegeuk taeguk palgwe palgwae bassai passai kanku kushanku tekki naihanchi jion jitte "
            + "hangetsu seisan sanchin tensho gankaku chinto chinte nijushiho gojushiho unsu sochin wankan "
            + "meikyo seienchin seiunchin saifa seipai kururunfa shisochin sanseru suparinpei gekisai "
            + "chonji dangun dosan wonhyo yulgok joonggun toigye hwarang choongmoo kwanggae koryo keumgang "
            + "taebaek tantui lianbuquan gongliquan wubuquan siulimtao chumkiu biujee"
    );

    /// <summary>Kinds of forms, which a number or a name follows: 'kata 2'.</summary>
    private static readonly FrozenSet<string> FormKinds = Words("form kata poomsae poomse pattern tul hyung hyeong");

    /// <summary>A named or numbered form begins at a word.</summary>
    public static bool IsForm(WordRow words, int at)
    {
        if (words[at] is not { Length: > 0 } first)
            return false;
        if (Forms.Contains(first))
            return true;
        var second = at + 1 < words.Count ? words[at + 1] : null;
        if (second is { Length: > 0 } && Forms.Contains(first + second))
            return true;
        return FormKinds.Contains(first)
            && second is { Length: > 0 }
            && (char.IsAsciiDigit(second[0]) || Forms.Contains(second) || second is "of" or "no" or "number");
    }

    /// <summary>Nouns that end a name: a word before them that is a name by itself was only half of one.</summary>
    public static readonly FrozenSet<string> HeadNouns = Words(
        "kick block punch strike walk pull pass jump twist stretch hop throw lock press lift sweep takedown "
            + "choke grab roll raise dip curl row board"
    );

    /// <summary>A word that is said around moves and doses and is neither.</summary>
    public static bool IsAround(string word) =>
        Fillers.Contains(word)
        || Manner.Contains(word)
        || Adjectives.Contains(word)
        || Prepositions.Contains(word)
        || Determiners.Contains(word)
        || About.Contains(word)
        || Sides.ContainsKey(word)
        || Levels.ContainsKey(word)
        || Places.Contains(word);

    private static readonly FrozenSet<string> All = Fillers
        .Concat(Manner)
        .Concat(Adjectives)
        .Concat(Prepositions)
        .Concat(Places)
        .Concat(Others)
        .Concat(Labels)
        .Concat(Determiners)
        .Concat(About)
        .Concat(EachNouns)
        .Concat(Sides.Keys)
        .Concat(Levels.Keys)
        .SelectMany(w => new[] { w, NameKey.Of(w) })
        .ToFrozenSet(StringComparer.Ordinal);

    /// <summary>Every word of these lists.</summary>
    public static IEnumerable<string> Everything => All;

    /// <summary>A word of this list is spelt right: it is no slip for something else.</summary>
    public static bool IsSpoken(string word) => All.Contains(word);

    private static FrozenSet<string> Words(string words) =>
        words.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToFrozenSet(StringComparer.Ordinal);
}
