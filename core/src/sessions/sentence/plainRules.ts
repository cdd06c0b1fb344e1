import {
  blocksInRide,
  blocksOf,
  onTheClock,
  type Put,
  ramp,
  short,
  sprintsIn,
} from './plainSums.ts';

/** One way of saying, and how the grammar says it. */
export type Rule = readonly [find: RegExp, put: Put];

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  ...{ one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ eleven: 11, twelve: 12, fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50 },
  ...{ sixty: 60, ninety: 90 },
};
const IN_WORDS = Object.keys(NUMBER_WORDS).join('|');
const UNITS = String.raw`min(?:ute)?s?|sec(?:ond)?s?|h(?:ou)?rs?|hrs?|h|m|s`;
const COUNTED = String.raw`reps?|repeats?|intervals?|efforts?|sets?|blocks?|rounds?|lots?|times`;
/** A time as it is typed, with or without its unit. */
const TIME = String.raw`(?:\d{1,3}:\d{2}|\d{1,5}(?:[.,]\d{1,5})?\s*(?:(?:${UNITS})(?![a-z]))?(?:\s*\d{1,2}\s*(?:min|m|sec|s)(?![a-z]))?)`;
/** A time that cannot be a bare figure. */
const SURE_TIME = String.raw`(?:\d{1,3}:\d{2}|\d{1,5}\s*h\s*\d{1,2}(?!\d|[.,]\d|\s*(?:[x×*%]|s\b|sec|w\b))|\d{1,5}(?:[.,]\d{1,5})?\s*(?:${UNITS})(?![a-z])(?:\s*\d{1,2}\s*(?:min|m|sec|s)(?![a-z]))?)`;
const WARM = String.raw`(?:warm[- ]?up|w\/?u)`;
const COOL = String.raw`(?:cool[- ]?down|warm[- ]?down|c\/?d|w\/?d)`;
const REST = String.raw`(?:recover(?:y|ies)|rec(?:s|ov)?|rests?|resting|easy|off|r\.?i\.?|rbi)`;
const BETWEEN_SETS = String.raw`(?:in\s+)?between\s+(?:the\s+|each\s+)?(?:sets|blocks|rounds|groups|series)`;
const BETWEEN = String.raw`(?:in\s*-?\s*between|between|btw|b\/w)(?:\s+(?:the\s+|each\s+|all\s+)?(?:reps?|intervals?|efforts?|ones?|repeats?|of\s+them))?(?:\s+each)?`;
const ENERGY = String.raw`(?:easy|sweet spot|aerobic ceiling|endurance|tempo|threshold|recovery|max|steady)`;

const figure = (word: string): string => String(NUMBER_WORDS[word.toLowerCase()] ?? word);

const rule = (find: string, put: Put): Rule => [new RegExp(find, 'giu'), put];

/** Signs of other keyboards, fractions, primes and abbreviations. */
const SIGNS: readonly Rule[] = [
  rule(String.raw`(\d)\s?½`, '$1.5'),
  rule(String.raw`(\d)\s?¼`, '$1.25'),
  rule(String.raw`(\d{1,5})\s+1\/2\b`, '$1.5'),
  rule(String.raw`(?<=\d)\s?(?:''|′′|″|")(?!\p{L})`, ' s'),
  rule(String.raw`(?<=\d)\s?(?:'|′|’)\s?(?=\d{1,2}\s?s\b)`, ' min '),
  rule(String.raw`(?<=\d)\s?(?:'|′|’)(?![\p{L}\d])`, ' min'),
  rule(String.raw`\b(\d{1,5})\s*min\s+(\d{1,2})(?=\s+(?:at|@))`, '$1 min $2 s'),
  rule(String.raw`\b(mins?|secs?|hrs?|approx)\.(?=\s|,|$)`, '$1'),
  rule(
    String.raw`(?:\babout|\bapprox(?:imately)?|\baround|\bca|~|≈)\.?\s*(?=\d)(?<!lap\s+about\s*)`,
    '',
  ),
];

/** Lists pasted from a message: each line is a part. */
const LINES: readonly Rule[] = [
  rule(String.raw`^\s*(?:[-*•·–—]|\d{1,2}[.)])\s+`, ''),
  rule(String.raw`\s*[,;.]?\s*[\r\n]+\s*(?:(?:[-*•·–—]|\d{1,2}[.)])\s+)?`, ', '),
  rule(
    String.raw`(^|, )(?:main set|main|workout|session|intervals?|set|work|the work)\s*[:–-]\s*`,
    '$1',
  ),
  rule(
    String.raw`(^|, )(?:then|next|finish(?:ing)?(?: with| off with)?|start(?:ing)?(?: with)?|end(?:ing)?(?: with)?)\s*:?\s+(?=[\d(]|${WARM}|${COOL})`,
    '$1',
  ),
  rule(String.raw`(?<=[\p{L}\d%)])(?<!\b(?:incl|approx|ca))\.\s+(?=[\p{L}\d])`, ', '),
  rule(String.raw`[.,;]\s*$`, ''),
  rule(
    String.raw`(^|, )(?:please\s+)?(?:do|ride|go|take|have|allow|it(?:'|’)s|try|you(?:'|’)ll\s+do)\s+(?=\d)`,
    '$1',
  ),
];

/** Figures in words. */
const FIGURES: readonly Rule[] = [
  rule(String.raw`\b(?:an\s+hour\s+and\s+a\s+half|one\s+and\s+a\s+half\s+hours?)\b`, '1 h 30'),
  rule(String.raw`\b(?:three\s+quarters\s+of\s+an\s+hour)\b`, '45 min'),
  rule(String.raw`\b(?:a\s+)?quarter\s+of\s+an\s+hour\b`, '15 min'),
  rule(String.raw`\bhalf\s+an?\s+hour\b`, '30 min'),
  rule(String.raw`\bhalf\s+a\s+minute\b`, '30 s'),
  rule(
    String.raw`\b(${IN_WORDS})\s+and\s+a\s+half\s+(min(?:ute)?s?|hours?)\b`,
    (_, word = '', unit = '') => `${figure(word)}.5 ${unit}`,
  ),
  rule(String.raw`(?<!w(?:atts)?\s)\ba\s+minute\b`, '1 min'),
  rule(String.raw`\ban\s+hour\b`, '1 h'),
  rule(
    String.raw`\b(twenty|thirty|forty|fifty)[- ](one|two|three|four|five|six|seven|eight|nine)\b`,
    (_, tens = '', ones = '') => String(Number(figure(tens)) + Number(figure(ones))),
  ),
  rule(String.raw`\btwice\b`, '2 x'),
  rule(
    String.raw`\b(${IN_WORDS})(?=[\s-]+(?:(?:x|×|by|${UNITS}|${COUNTED}|sprints?|on|off|easy|${IN_WORDS}|\d{1,5})(?![\p{L}])))`,
    (_, word = '') => figure(word),
  ),
  rule(String.raw`\b(\d{1,5})-(min(?:ute)?s?|sec(?:ond)?s?|hours?)(?![a-z])`, '$1 $2'),
];

/** Counts: "5 by 5", "4 reps of 8", "(…) x 3". */
const COUNTS: readonly Rule[] = [
  rule(String.raw`\b(\d{1,5})\s*by\s*(?=\d)`, '$1 x '),
  rule(String.raw`\b(\d{1,5})\s*(?:x\s*)?(?:${COUNTED})\s+(?:of|at|x)\s+(?=[\d(])`, '$1 x '),
  rule(String.raw`\b(?:repeat|do)\s+(\d{1,5})\s*(?:x|times)\s*:?\s*(?=[\d(])`, '$1 x '),
  rule(String.raw`\b(\d{1,5})\s*(?:x|times)\s*:\s*(?=[\d(])`, '$1 x '),
  rule(
    String.raw`(\([^()]*\))\s*(?:[x×*]\s*(\d{1,5})|(\d{1,5})\s*(?:x|times)\b)`,
    (_, inside = '', behind = '', times = '') => `${behind || times} x ${inside}`,
  ),
  rule(
    String.raw`\b(\d{1,5})\s+(\d{1,5})\s*(min(?:ute)?s?|sec(?:ond)?s?)\s+(?:reps|repeats|intervals|efforts|blocks|hills|climbs|sprints|pieces)\b`,
    '$1 x $2 $3',
  ),
  rule(
    String.raw`(?<=\d\s*(?:${UNITS})?)\s+(?:reps|repeats|intervals|efforts|pieces|climbs)\b(?!\s*\d)`,
    '',
  ),
  rule(
    String.raw`(\d{1,4}\s*[x×]\s*[^,;()]+,\s*[^,;()]*?(?:rec|rest|easy|off|between)[^,;()]*),\s*(\d{1,3})\s*(?:sets|rounds)\b`,
    '$2 x ($1)',
  ),
  rule(String.raw`(?<=\d\s*(?:${UNITS})?)\s+hill\s+(?:reps|repeats|efforts|climbs)\b`, ''),
];

/** A ramp in steps. */
const RAMPS: readonly Rule[] = [
  rule(
    String.raw`\bramp\s+(?:from\s+)?(\d{1,5})\s*(?:w(?:atts)?)?\s*(?:-|–|to)\s*(\d{1,5})\s*w(?:atts)?\s*,?\s*(?:by\s+|\+\s*|at\s+|with\s+)?(\d{1,5})\s*w(?:atts)?\s*(?:a|per|every|each|\/)\s*min(?:ute)?`,
    (_, from = '', to = '', by = '') => ramp(Number(from), Number(to), Number(by)),
  ),
];

/** How hard, in coaches' words. */
const EFFORTS: readonly Rule[] = [
  rule(String.raw`(?<=%)\s+ftp\b`, ' of FTP'),
  rule(
    String.raw`\bat\s+an?\s+(?=(?:very\s+)?(?:easy|endurance|tempo|threshold|hard|steady|moderate)\b)`,
    '',
  ),
  rule(String.raw`\bsteady\s+(?=(?:at|@)\b|@)`, ''),
  rule(String.raw`(?<=\bz(?:one)?\s*\d)\s+(?:ride|riding|spin|spinning|pace|effort)\b`, ''),
  rule(String.raw`\bbuild\s+(?=(?:from|to)\b)`, 'building '),
  rule(
    String.raw`\b(?:progressive(?:ly)?|ramp(?:ing)?|build(?:ing)?)\s+(?:from\s+)?(\d{1,4})\s*(?:-|–|to)\s*(\d{1,4})\s*(%|w\b)`,
    'building from $1 $3 to $2 $3',
  ),
  rule(String.raw`\bv\s?o\s?2\s?-?max(?:imal)?\b|\bvo2\b`, 'aerobic ceiling'),
  rule(String.raw`\bsweet[\s-]*spot\b|\bss(?=\s|,|$|\))`, 'sweet spot'),
  rule(
    String.raw`\b(?:all[\s-]*out|flat[\s-]*out|full[\s-]*gas|full\s+bore|maximal(?:ly)?|max(?:imum)?\s+effort|everything\s+you(?:'|’)?ve?\s+(?:have\s+)?got|as\s+hard\s+as\s+(?:you|they|he|she)\s+can)(?!\p{L})`,
    'max',
  ),
  rule(String.raw`\bcomfortably\s+hard\b`, 'rpe 7'),
  rule(String.raw`\b(?:very|really|super)\s+hard\b`, 'rpe 9'),
  rule(String.raw`\bmoderate(?:ly)?(?:\s+hard)?\b`, 'rpe 6'),
  rule(
    String.raw`\b(?:soft[\s-]+pedal(?:l?ing)?|(?:very\s+|really\s+)?(?:easily|gent(?:le|ly))|(?:easy\s+)?spin(?:ning)?(?:\s+(?:easy|easily))?|very\s+easy|nice\s+and\s+easy|super\s+easy|light(?:ly)?)(?=\s|,|\)|$)`,
    'easy',
  ),
  rule(
    String.raw`(?<=\b${ENERGY})\s+(?:riding|ride|pedall?ing|pace|effort|power|intensity|level|watts|spin(?:ning)?)\b`,
    '',
  ),
  rule(String.raw`\b(?:goal|race|target)\s+(?:pace|power|watts|effort)\b`, 'goal power'),
  rule(String.raw`\b(?:at|@)\s*(?:an?\s+)?(?:effort|intensity)\s+of\s+(?=\d)`, 'at rpe '),
  rule(
    String.raw`\b(?:rpe|effort)\s*(?:of|=|:)?\s*(\d{1,5}(?:\s*[-–]\s*\d{1,5})?)\s*(?:\/\s*10|out\s+of\s+(?:10|ten))`,
    'rpe $1',
  ),
  rule(
    String.raw`\b(\d{1,5}(?:\s*[-–]\s*\d{1,5})?)\s*(?:\/\s*10|out\s+of\s+(?:10|ten))(?:\s+(?:effort|rpe|intensity))?\b`,
    'rpe $1',
  ),
  rule(String.raw`\brpe\s*(?:of|=|:)\s*(?=\d)`, 'rpe '),
  rule(
    String.raw`\bftp\s*\+\s*(\d{1,5})\s*(?:%|percent|per\s*cent|pct)`,
    (_, more = '') => `${100 + Number(more)} %`,
  ),
  rule(
    String.raw`\bftp\s*[-–]\s*(\d{1,5})\s*(?:%|percent|per\s*cent|pct)`,
    (_, less = '') => `${100 - Number(less)} %`,
  ),
  rule(
    String.raw`\b(\d{1,2})\s*(?:%|percent|per\s*cent|pct)\s*(above|over|below|under)\s+(?:ftp|threshold)\b`,
    (_, by = '', side = '') =>
      `${/[ao]/i.test(side[0] ?? '') ? 100 + Number(by) : 100 - Number(by)} %`,
  ),
  rule(
    String.raw`\b([01])[.,](\d{1,2})\s*(?:x|×|\*)?\s*ftp\b`,
    (_, whole = '', part = '') => `${Math.round(Number(`${whole}.${part}`) * 100)} %`,
  ),
  rule(String.raw`(?<=\d)\s*pct\b\.?`, ' %'),
  rule(String.raw`(?<=[%t])\s+of\s+(?:their|his|her|your|my)\s+ftp\b`, ' of FTP'),
  rule(String.raw`\bin\s+(?=(?:zone|z)\s*\d)`, 'at '),
  rule(
    String.raw`\b(?:ramp(?:ing)?(?:\s+up)?|progress(?:ing|ive|ively)?|increasing|climbing|building\s+up)\s+(?=(?:from|to)\b)`,
    'building ',
  ),
  rule(
    String.raw`\b(?:decreasing|dropping|coming\s+down|ramp(?:ing)?\s+down)\s+(?=(?:from|to)\b)`,
    'falling ',
  ),
  rule(
    String.raw`(?<!(?:building|rising|falling|up|down)\s)\bfrom\s+(?=\d[^,]*?\bto\s+\d)`,
    'building from ',
  ),
  rule(String.raw`\bbetween\s+lt\s?1\s+and\s+lt\s?2\b`, 'middle domain'),
  rule(String.raw`\b(?:at|@)\s+(?=(?:rpe|easy|max|hard)\b)`, ''),
];

/** The effort said before the time: "tempo 3 x 15", "zone 2 for 90 min", "easy hour". */
const BEFORE: readonly Rule[] = [
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)(easy|endurance|recovery|tempo|threshold|sweet spot|aerobic ceiling|anaerobic|z(?:one)?\s*\d)\s*:?\s*(?:for\s+)?((?:\d{1,3}\s*[x×*]\s*)?(?:${SURE_TIME}|(?<=[x×*]\s*)\d{1,3}))(?=\s*(?:$|[,;(]|with\b|w\/|then\b))`,
    '$1$3 $2',
  ),
  rule(String.raw`(^|[,;]\s*|\bthen\s+)(easy|endurance|tempo)\s+hour\b`, '$11 h $2'),
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)sprints?\s*:?\s*(\d{1,3}\s*[x×*]\s*${SURE_TIME})`,
    '$1$2 max',
  ),
  rule(
    String.raw`(?<=[\p{L}%])\s+(?:intervals|efforts|reps|repeats)(?=\s*(?:$|[,;(]|with\b|w\/))`,
    '',
  ),
];

/** How it is ridden. */
const MANNERS: readonly Rule[] = [
  rule(String.raw`(?<=\d\s*(?:s|sec(?:ond)?s?))\s+(?:max\s+)?sprints?\b`, ' max'),
  rule(
    String.raw`\b(?:at|@|cadence(?:\s+of)?|with\s+a\s+cadence\s+of)\s*(\d{2,3}(?:\s*[-–]\s*\d{2,3})?)\s*(?:rpm|revs|cad(?:ence)?)\b`,
    '$1 rpm',
  ),
  rule(
    String.raw`\b(?:cadence|cad)\s*(?:of\s+|:\s*)?(\d{2,3}(?:\s*[-–]\s*\d{2,3})?)(?!\s*(?:rpm|%|\d))`,
    '$1 rpm',
  ),
  rule(String.raw`(?<=\d)\s*(?:revs|r\/min)\b`, ' rpm'),
  rule(String.raw`\b(?:in|stay(?:ing)?\s+in)\s+the\s+saddle\b`, 'seated'),
  rule(String.raw`\bout\s+of\s+the\s+saddle\b|\bstood\s+up\b`, 'standing'),
  rule(
    String.raw`(?<!")\b(?:uphill|up\s+(?:a|the)\s+hill|on\s+(?:a|the)\s+(?:climb|hill)|on\s+the\s+flat)\b(?!")`,
    (words = '') => `"${words}"`,
  ),
];

/** Warm-up and cool-down, wherever their time stands. */
const ENDS: readonly Rule[] = [
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)${WARM}\s*[:=–-]?\s*(?:of|for|with)?\s*(${TIME})(?=\s*(?:$|[,;)]|then\b))`,
    '$1$2 warm-up',
  ),
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)${COOL}\s*[:=–-]?\s*(?:of|for|with)?\s*(${TIME})(?=\s*(?:$|[,;)]|then\b))`,
    '$1$2 cool-down',
  ),
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)${WARM}\s*[:=–-]?\s*(?:of|for|with)?\s*(${TIME}\s[^,;]*?)(?=\s*(?:$|[,;]|then\b))`,
    '$1$2 as warm-up',
  ),
  rule(
    String.raw`(^|[,;]\s*|\bthen\s+)${COOL}\s*[:=–-]?\s*(?:of|for|with)?\s*(${TIME}\s[^,;]*?)(?=\s*(?:$|[,;]|then\b))`,
    '$1$2 as cool-down',
  ),
  rule(String.raw`(${TIME})\s*(?:of\s+)?${WARM}(?![\p{L}-])`, '$1 warm-up'),
  rule(String.raw`(${TIME})\s*(?:of\s+)?${COOL}(?![\p{L}-])`, '$1 cool-down'),
  rule(String.raw`(${TIME})\s*(?:to\s+)?(?:warm|get\s+warm)\s*up(?![\p{L}-])`, '$1 warm-up'),
  rule(String.raw`(${TIME})\s*(?:to\s+)?cool\s*(?:down|off)(?![\p{L}-])`, '$1 cool-down'),
  rule(String.raw`(${TIME})\s+easy\s+to\s+(?:finish|end)\b`, '$1 easy as cool-down'),
  rule(String.raw`(${TIME})\s+easy\s+to\s+(?:start|begin)\b`, '$1 easy as warm-up'),
  rule(String.raw`(^|[,;]\s*|\bthen\s+)${COOL}(?=\s*(?:$|[,;]|then\b))`, '$110 min cool-down'),
  rule(String.raw`(^|[,;]\s*|\bthen\s+)${WARM}(?=\s*(?:$|[,;]|then\b))`, '$115 min warm-up'),
  rule(
    String.raw`\b(warm-up|cool-down)\s+easy\b`,
    (_, word = '') => `easy as ${word.toLowerCase()}`,
  ),
];

/** Rests, however they are said. */
const RESTS: readonly Rule[] = [
  rule(
    String.raw`,?\s*\(\s*(?:r|ri|rbi|rec|rest|recovery)\s*[=:]?\s*(?:of\s+)?(${TIME})\s*\)`,
    ', $1 easy between',
  ),
  rule(String.raw`(?<!w)\s*\/\s*(?=${SURE_TIME}\s*(?:easy|rest|rec|recovery|off)\b)`, ', '),
  rule(String.raw`,?\s*\b(?:off|on)\s+(${SURE_TIME})(?=\s*(?:$|[,;)]))`, ', $1 easy between'),
  rule(
    String.raw`,\s*(?:then\s+)?roll(?:ing)?\s+(?:back\s+)?down(?:\s+easy)?(?:\s+(?:between|recovery))?(?=\s*(?:$|[,;]))`,
    ', until lap about 2:00 easy between',
  ),
  rule(String.raw`(${SURE_TIME})\s*r(?=\s*(?:$|[,;)]))`, '$1 rest'),
  rule(String.raw`\b(?:with|w\/)\s*(?=\d|full\s|equal\s|the\s+same\s)`, ', '),
  rule(String.raw`\bw\/`, ' with '),
  rule(String.raw`,?\s*\(\s*(${TIME}\s*(?:${REST})[^()]*)\)`, ', $1'),
  rule(
    String.raw`,?\s*(?:(?:with|and|on|off)\s+)?(?:full|complete)\s+${REST}(?:\s+${BETWEEN})?`,
    ', full recovery between',
  ),
  rule(
    String.raw`,?\s*(?:(?:with|and|on)\s+)?(?:an?\s+)?(?:equal|the\s+same|same)\s+${REST}(?:\s+${BETWEEN})?`,
    ', equal recovery between',
  ),
  rule(
    String.raw`\b(?:r|ri|rbi|rec|rest|recovery|recover)\s*[=:]?\s*(?:of|for)?\s*${BETWEEN_SETS}\s*[=:]?\s*(${TIME})`,
    '$1 easy between sets',
  ),
  rule(
    String.raw`,?\s*(?:(?:with|and|then)\s+)?\b(?:r|ri|rbi|rec|rests?|recovery|recover|recoveries)\s*(?:[=:]\s*|(?:of|for)\s+)?(${TIME})(?=\s*(?:$|[,;)]|then\b|between))(?:\s*${BETWEEN})?`,
    ', $1 easy between',
  ),
  rule(
    String.raw`,?\s*(?:(?:and|on|off|take|taking)\s+)?(${SURE_TIME}|\d{1,5}(?:[.,]\d{1,5})?)\s*(?:of\s+)?(?:easy\s+)?${REST}\s+${BETWEEN_SETS}`,
    ', $1 easy between sets',
  ),
  rule(
    String.raw`(${SURE_TIME}|\d{1,5}(?:[.,]\d{1,5})?)\s*(?:easy\s+)?${BETWEEN_SETS}`,
    '$1 easy between sets',
  ),
  rule(
    String.raw`,?\s*(?:(?:and|on|off|take|taking)\s+)?(${SURE_TIME}|\d{1,5}(?:[.,]\d{1,5})?)\s*(?:of\s+)?(?:easy\s+)?(?:recover(?:y|ies)|recs?|rests?|resting|off|rbi|r\.?i\.?)(?![\p{L}])(?:\s*(?:periods?|(?:${BETWEEN})))?(?!\s*(?:sets|\d))`,
    ', $1 easy between',
  ),
  rule(
    String.raw`\b((?:${SURE_TIME}|\d{1,5}(?:[.,]\d{1,5})?)\s*(?:easy\s+)?)${BETWEEN}(?!\s*(?:sets|lt|\d))`,
    '$1 between',
  ),
  rule(
    String.raw`(?<=[\p{L}\d%)"])(?<!\babout)(?:\s+and)?\s+(?=(?:${SURE_TIME}|\d{1,5}(?:[.,]\d{1,5})?)\s*(?:easy\s+)?(?:between|after\s+each)\b)`,
    ', ',
  ),
  rule(String.raw`\bafter\s+(?:each|every)\s+(?:rep|one|interval|effort)\b`, 'after each'),
];

/** Sets of on and off, and reps on a clock. */
const ON_OFF: readonly Rule[] = [
  rule(
    String.raw`(?<![\d.])(\d{1,5})\s*(s|sec(?:ond)?s?|min(?:ute)?s?|m)?\s*on\b\s*[,/&-]?\s*(?:and\s+)?(\d{1,5})\s*(s|sec(?:ond)?s?|min(?:ute)?s?|m)?\s*off\b`,
    (_, on = '', onUnit = '', off = '', offUnit = '') =>
      `${on}${short(onUnit || offUnit)}/${off}${short(offUnit || onUnit)}`,
  ),
  rule(
    String.raw`\b(\d{1,5})\s*[x×*]\s*(${SURE_TIME})([^,;()]*?)\s+on\s+the\s+(minute|${TIME})`,
    (_, reps = '', time = '', effort = '', clock = '') => onTheClock(reps, time, effort, clock),
  ),
  rule(
    String.raw`\b(\d{1,5})\s*[x×*]\s*(${SURE_TIME})([^,;()]*?),?\s+every\s+(minute|${SURE_TIME})`,
    (_, reps = '', time = '', effort = '', clock = '') => onTheClock(reps, time, effort, clock),
  ),
];

/** What needs a sum: sprints in a ride, a ramp in steps, the end of a ride, blocks of pairs. */
const SUMS: readonly Rule[] = [
  rule(
    String.raw`(${SURE_TIME})\s*((?:at\s+|@\s*)?(?:z(?:one)?\s*\d|endurance|easy|\d{1,5}(?:\s*[-–]\s*\d{1,5})?\s*%)[^,;()]*?),?\s*(?:with|w\/|including|incl\.?|and)\s*(\d{1,5})\s*(?:[x×*]\s*)?(${SURE_TIME})\s*(?:max\s+)?sprints?\b(?:\s+(?:in\s+the\s+middle|spread[^,;]*))?`,
    (_, whole = '', effort = '', reps = '', sprint = '') => sprintsIn(whole, effort, reps, sprint),
  ),
  rule(
    String.raw`(?:over[- ]?unders?\s*:?,?\s*)?\b(\d{1,5})\s*[x×*]\s*(\d{1,5})\s*(?:min(?:ute)?s?)?\s*(?:of\s+)?\(\s*(${SURE_TIME})\s*([^()/,]*?)\s*(?:\/|,|\band\b)\s*(${SURE_TIME})\s*([^()/,]*?)\s*\)`,
    (_, reps = '', minutes = '', ...pair) => blocksOf(reps, minutes, pair),
  ),
  rule(String.raw`\bover[- ]?unders?\s*[:,]?\s*(?=\d)`, ''),
  rule(String.raw`,?\s*(?:with|and)\s+the\s+(?:last|final)\s+`, ', last '),
  rule(
    String.raw`(${SURE_TIME})\s*((?:at\s+|@\s*)?(?:z(?:one)?\s*[12]|endurance|easy|\d{1,3}(?:\s*[-–]\s*\d{1,3})?\s*%)),?\s*(?:with|w\/|including|incl\.?)\s*(\d{1,2})\s*[x×*]\s*(${SURE_TIME})\s+((?!sprint)[^,;()]+?)(?:\s+in\s+the\s+middle)?(?=\s*(?:$|[,;]))`,
    (_, whole = '', ride = '', reps = '', time = '', effort = '') =>
      blocksInRide([whole, ride], [reps, time, effort]),
  ),
];

/** Words that say nothing. */
const FILLERS: readonly Rule[] = [
  rule(String.raw`(?<=${SURE_TIME})\s+of\s+(?=\p{L})`, ' '),
  rule(String.raw`(?<=\d)\s*(?:each|apiece)(?=\s*(?:at|@|,|$))`, ''),
  rule(String.raw`\s\+\s(?!\d{1,5}\s*(?:%|w\b))`, ', '),
  rule(String.raw`\s+\/\s+(?=\d)`, ' and '),
  rule(String.raw`\s*&\s*`, ' and '),
  rule(String.raw`,\s*(?:and\s+)?(?:then\s+)?,`, ','),
];

/** All ways of saying, in the order in which they are tried. */
export const RULES: readonly Rule[] = [
  ...SIGNS,
  ...LINES,
  ...FIGURES,
  ...COUNTS,
  ...RAMPS,
  ...EFFORTS,
  ...BEFORE,
  ...ENDS,
  ...SUMS,
  ...ON_OFF,
  ...RESTS,
  ...MANNERS,
  ...FILLERS,
];
