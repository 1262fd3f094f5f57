namespace LoyalLadder.Core.Words;

/// <summary>Ordinary words of teaching, by what they are: whoever types one has not mistyped the name of a move.</summary>
internal static class CommonWords
{
    private static readonly string[] People =
    [
        .. "boy boys girl girls kid kids child children lad lads parent parents family dad mum friend friends guest coach coaches teacher instructor helper helpers class group groups team teams everyone everybody nobody someone somebody people person whole men women winner loser leader captain referee judge".Split(
            ' '
        ),
    ];

    private static readonly string[] Things =
    [
        .. "ball balls balloon ballon bean bench bell board boards book bottle box card cards chair cloth clock cone cones door floor glass hall hoop hoops hose key keys ladder line lines locker mat mats mirror music noodle note paper phone photo pole pool rope ring ropes song songs sponge spray stick sticks sword table tape tea timer towel track wall water whistle window".Split(
            ' '
        ),
    ];

    private static readonly string[] Acts =
    [
        .. "add ask bring call carry catch change check choose clap clean clear close come count cross dodge draw drink drive drop feel find finish follow get give grab hang have help hide hit hop hurry join jump keep laugh lead learn leave let lie lift listen live look lose make meet mind move name need open pass pick place play point pull push put race raise reach read relax remember repeat rest ride roll run say see send set shake share shout show shut sing sit sleep slow smile speak stand start stay stop swing swim take talk teach tell think throw tie touch train travel try turn use visit wait wake walk want warm wash watch wear win wipe work write".Split(
            ' '
        ),
    ];

    private static readonly string[] Manners =
    [
        .. "able bad best better big blind careful clean clear close cold cool dark deep different dry early easy empty even fast final fine first free fresh full funny gentle good great half happy hard heavy high hot last late lazy light little long loud low main many mean new nice old only open other own plain quiet ready real right round sharp short silent silly simple single slow small smart soft sore still straight strong sure sweet tall thin tight tiny top true usual warm weak well wet whole wide wild wrong young".Split(
            ' '
        ),
    ];

    private static readonly string[] Little =
    [
        .. "about above after again all almost also always any around away because been before behind being below beside between both but can could did does done down during else enough ever every few for from further had has have here how however inside instead into its just later least less like maybe more most much must near never next not nothing now off often once one onto out outside over past perhaps please quite rather really same seven should since some soon such than thank thanks that their them then there these they thing things this those though through till today together tomorrow tonight too toward twice under until upon very via was were what when where which while who whose why will with within without would yes yet you your".Split(
            ' '
        ),
    ];

    /// <summary>All of them.</summary>
    public static IReadOnlySet<string> All { get; } =
        new HashSet<string>([.. People, .. Things, .. Acts, .. Manners, .. Little], StringComparer.Ordinal);
}
