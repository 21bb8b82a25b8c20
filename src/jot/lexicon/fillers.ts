/** Words that say nothing by themselves: dropped between figures and at the ends of a remark. */
export const FILLERS: ReadonlySet<string> = new Set(
  (
    'a an the of is was are were be been it its at with for to on in as by my our your this that there here i we they you ' +
    'and then also plus so but both each all has have had got get did do done just very some any from today now tested test tests ' +
    'measured reading readings reads read says showed shows shown tank water came come result results level levels done once only since everything every ' +
    "retest retested again still currently new value values today's it's per s day amount ok"
  ).split(' '),
);

/** Words that make nothing of a sign that was seen: "the corals look pale". */
export const OF_A_LOOK: ReadonlySet<string> = new Set(
  'see saw seen look looks looking looked coral corals little bit lot bits patches spots'.split(' '),
);

/** With one of these a stretch tells what was not done, or is yet to be: it is a remark, whatever else it names. */
export const NOT_DONE: ReadonlySet<string> = new Set(
  (
    "skipped skip skipping forgot forgotten missed didn't didnt never without not ordered order need needs must should plan planned will todo " +
    "buy want wants remember later due tomorrow next haven't havent won't ask asked thinking wonder maybe missing hiding sick eating " +
    'fighting spawned spawning jumped split splitting glued fixed'
  ).split(' '),
);

/** Words between a test and its figure that say how it came there: they are no remark. */
export const ON_THE_WAY: ReadonlySet<string> = new Set(
  'up down dropped drop rose risen rising fell fallen falling went gone climbed climbing held steady steadily slightly'.split(
    ' ',
  ),
);

/** What a volume is told in by the piece. */
export const CONTAINER = /^(?:buckets?|jugs?|containers?|cans?|bottles?|pails?|bins?)$/;

/** Numbers as words. */
export const NUMBER_WORDS: ReadonlyMap<string, number> = new Map(
  Object.entries({
    one: 1,
    two: 2,
    three: 3,
    four: 4,
    five: 5,
    six: 6,
    seven: 7,
    eight: 8,
    nine: 9,
    ten: 10,
    eleven: 11,
    twelve: 12,
    fifteen: 15,
    twenty: 20,
    'twenty-five': 25,
    thirty: 30,
    forty: 40,
    fifty: 50,
    sixty: 60,
    eighty: 80,
    hundred: 100,
    couple: 2,
    pair: 2,
  }),
);

/** What is said before a figure that is remembered and not read. */
export const ABOUT: readonly string[] = [
  '~',
  '≈',
  'around',
  'about',
  'roughly',
  'approx',
  'approximately',
  'circa',
  'maybe',
  'perhaps',
  'almost',
  'nearly',
  'just under',
  'just over',
  'just below',
  'just above',
  'a little over',
  'a little under',
  'a bit over',
  'a bit under',
  'slightly over',
  'slightly under',
  'close to',
  'somewhere around',
  'something like',
];
export const BELOW: readonly string[] = ['<', '≤', 'under', 'below', 'less than', 'lower than', 'at most', 'max'];
export const ABOVE: readonly string[] = ['>', '≥', 'above', 'over', 'more than', 'higher than', 'at least', 'min'];

/** What a test may say without a figure. */
export const ZERO: readonly string[] = ['zero', 'none', 'nil', 'nought', 'no'];
export const UNDETECTED: readonly string[] = [
  'undetectable',
  'not detectable',
  'not detected',
  'undetected',
  'nd',
  'unmeasurable',
  'below detection',
];
export const PRESENT: readonly string[] = ['present', 'detectable', 'detected'];
export const TRACE: readonly string[] = ['trace of', 'traces of', 'trace', 'traces', 'a trace of', 'a trace'];
