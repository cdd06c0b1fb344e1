import { blocksInRide, blocksOf, onTheClock, short, sprintsIn } from './plainSums.ts';
import {
  BETWEEN,
  BETWEEN_SETS,
  COOL,
  REST,
  rule,
  SURE_TIME,
  TIME,
  WARM,
  type Rule,
} from './plainWords.ts';

/** Warm-up and cool-down, wherever their time stands. */
export const ENDS: readonly Rule[] = [
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
export const RESTS: readonly Rule[] = [
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
export const ON_OFF: readonly Rule[] = [
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
export const SUMS: readonly Rule[] = [
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
