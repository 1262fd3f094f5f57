using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Data.Migrations;

// The attributes of the steps that have landed. Their Designer files are kept as they landed and left out of the build: each holds a
// copy of the whole model of its day, 65,000 lines in all, which nothing reads when a database is brought up to date. Newer steps
// keep none: their attributes stand here from the beginning.

[DbContext(typeof(LadderContext))]
[Migration("20261125215439_Founding")]
partial class Founding;

[DbContext(typeof(LadderContext))]
[Migration("20261126034213_WordsAndForms")]
partial class WordsAndForms;

[DbContext(typeof(LadderContext))]
[Migration("20261126050604_NameCustoms")]
partial class NameCustoms;

[DbContext(typeof(LadderContext))]
[Migration("20261126064639_Doors")]
partial class Doors;

[DbContext(typeof(LadderContext))]
[Migration("20261126073822_Mentions")]
partial class Mentions;

[DbContext(typeof(LadderContext))]
[Migration("20261126103155_Desk")]
partial class Desk;

[DbContext(typeof(LadderContext))]
[Migration("20261126141427_Mat")]
partial class Mat;

[DbContext(typeof(LadderContext))]
[Migration("20261126181057_Timetable")]
partial class Timetable;

[DbContext(typeof(LadderContext))]
[Migration("20261126213108_Terms")]
partial class Terms;

[DbContext(typeof(LadderContext))]
[Migration("20261127030257_HeadsWeek")]
partial class HeadsWeek;

[DbContext(typeof(LadderContext))]
[Migration("20261127053637_DraftParts")]
partial class DraftParts;

[DbContext(typeof(LadderContext))]
[Migration("20261127080608_OneLessonASession")]
partial class OneLessonASession;

[DbContext(typeof(LadderContext))]
[Migration("20261127090540_SolveLanguage")]
partial class SolveLanguage;

[DbContext(typeof(LadderContext))]
[Migration("20261201014135_PutAwaySheets")]
partial class PutAwaySheets;

[DbContext(typeof(LadderContext))]
[Migration("20261201112103_ClassAges")]
partial class ClassAges;
