import { ramp } from './plainSums.ts';
import {
  COOL,
  COUNTED,
  ENERGY,
  figure,
  IN_WORDS,
  rule,
  SURE_TIME,
  UNITS,
  WARM,
  type Rule,
} from './plainWords.ts';
import { ENDS, ON_OFF, RESTS, SUMS } from './plainRests.ts';

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
  rule(String.raw`^\s*(?:(?:[-*•·–—]|\d{1,2}[.)])\s+)+`, ''),
  rule(String.raw`\s*[,;.]?\s*[\r\n]+\s*(?:(?:[-*•·–—]|\d{1,2}[.)])\s+)*`, ', '),
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
