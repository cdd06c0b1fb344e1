import type { Put } from './plainSums.ts';

/** One way of saying, and how the grammar says it. */
export type Rule = readonly [find: RegExp, put: Put];

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  ...{ one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ eleven: 11, twelve: 12, fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50 },
  ...{ sixty: 60, ninety: 90 },
};
export const IN_WORDS = Object.keys(NUMBER_WORDS).join('|');
export const UNITS = String.raw`min(?:ute)?s?|sec(?:ond)?s?|h(?:ou)?rs?|hrs?|h|m|s`;
/** What a count counts. */
export const COUNTED = String.raw`reps?|repeats?|intervals?|efforts?|sets?|blocks?|rounds?|lots?|times`;
/** A time as it is typed, with or without its unit. */
export const TIME = String.raw`(?:\d{1,3}:\d{2}|\d{1,5}(?:[.,]\d{1,5})?\s*(?:(?:${UNITS})(?![a-z]))?(?:\s*\d{1,2}\s*(?:min|m|sec|s)(?![a-z]))?)`;
/** A time that cannot be a bare figure. */
export const SURE_TIME = String.raw`(?:\d{1,3}:\d{2}|\d{1,5}\s*h\s*\d{1,2}(?!\d|[.,]\d|\s*(?:[x×*%]|s\b|sec|w\b))|\d{1,5}(?:[.,]\d{1,5})?\s*(?:${UNITS})(?![a-z])(?:\s*\d{1,2}\s*(?:min|m|sec|s)(?![a-z]))?)`;
export const WARM = String.raw`(?:warm[- ]?up|w\/?u)`;
export const COOL = String.raw`(?:cool[- ]?down|warm[- ]?down|c\/?d|w\/?d)`;
export const REST = String.raw`(?:recover(?:y|ies)|rec(?:s|ov)?|rests?|resting|easy|off|r\.?i\.?|rbi)`;
export const BETWEEN_SETS = String.raw`(?:in\s+)?between\s+(?:the\s+|each\s+)?(?:sets|blocks|rounds|groups|series)`;
export const BETWEEN = String.raw`(?:in\s*-?\s*between|between|btw|b\/w)(?:\s+(?:the\s+|each\s+|all\s+)?(?:reps?|intervals?|efforts?|ones?|repeats?|of\s+them))?(?:\s+each)?`;
export const ENERGY = String.raw`(?:easy|sweet spot|aerobic ceiling|endurance|tempo|threshold|recovery|max|steady)`;

/** A figure in words as a figure; any other word as it is. */
export const figure = (word: string): string => String(NUMBER_WORDS[word.toLowerCase()] ?? word);

/** A way of saying by its pattern, whatever the case of its letters. */
export const rule = (find: string, put: Put): Rule => [new RegExp(find, 'giu'), put];
