import { type Effort, type Target, USUAL_SCHEME } from './asked.ts';
import { type Refused, type Understood, refused, understood } from './understood.ts';
import { roundTo } from './rounding.ts';
import { printSpan } from './span.ts';

/** Reads words that name a zone of some scheme; null where they are none. */
export type ZoneReader = (
  typed: string,
) => Understood<Exclude<Effort, { kind: 'unread' }>> | Refused | null;

/**
 * A scheme's name as it stands in a sentence, where commas and brackets mean something else.
 *
 * @param name any name
 * @returns its letters and figures, with single blanks between
 */
export function plainName(name: string): string {
  return name.replace(/[^\p{L}\p{N}]+/gu, ' ').trim();
}

/** Bounds of what may be asked; a figure outside is taken for a slip of the hand. */
const TARGET_BOUNDS = {
  percent: { low: 1, high: 400 },
  watts: { low: 1, high: 2500 },
  rpe: { low: 1, high: 10 },
  bpm: { low: 40, high: 230 },
} as const;

/** The band across the top of Tempo and the foot of Threshold, in percent of FTP. Handbook section 1. */
export const SWEET_SPOT = { low: 88, high: 94 } as const;

const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const RANGE = String.raw`${NUMBER}(?:\s*(?:-|–|—|to)\s*${NUMBER})?`;
const PERCENT = new RegExp(
  String.raw`^${RANGE}\s*(?:%|percent|per cent)(?:\s*(?:of\s+)?ftp)?$`,
  'i',
);
const WATTS = new RegExp(String.raw`^${RANGE}\s*(?:w|watts?)$`, 'i');
const GOAL = new RegExp(
  String.raw`^${RANGE}\s*(?:%|percent|per cent)\s*of\s*(?:the\s+)?goal(?:\s+power)?$`,
  'i',
);
const CURVE = new RegExp(
  String.raw`^${RANGE}\s*(?:%|percent|per cent)\s*of\s*(?:the\s+|the rider’s\s+)?curve$`,
  'i',
);
const BARE = new RegExp(String.raw`^${RANGE}$`, 'i');
const ZONE = /^(?:z|zone)\s*(\d+)$/i;
const RPE = new RegExp(String.raw`^(?:rpe|effort)\s*${RANGE}$`, 'i');
const BPM = new RegExp(String.raw`^(under|up to|below|≤)?\s*${RANGE}\s*(?:bpm|beats?)$`, 'i');
const CHANGE_ARROW = /^(.+?)\s*(?:→|->|>)\s*(.+)$/;
const CHANGE_WORDS = /^(?:rising|building|falling)\s+(?:from\s+)?(.+?)\s+to\s+(.+)$/i;
const UP_TO = /^(?:(?:rising|building)\s+to|up\s+to)\s+(?!.*\b(?:bpm|beats?)\b)(.+)$/i;
const DOWN = /^(?:down|falling)$/i;
const DOWN_TO = /^(?:falling|down)\s+to\s+(.+)$/i;

const onePercent = (percent: number): Effort => ({ kind: 'percent', low: percent, high: percent });
/** Where a rise starts that names only its end, and a fall. */
export const RISES_FROM: Effort = onePercent(50);
export const FALLS: { readonly from: Effort; readonly to: Effort } = {
  from: onePercent(60),
  to: onePercent(40),
};
const UNIT_AT_END = /\s*(%|percent|w|watts?|bpm)$/i;

const WORDS: readonly (readonly [RegExp, Exclude<Effort, { kind: 'unread' }>])[] = [
  [/^(?:easy|rest|off|roll(?:ing)? down)$/i, { kind: 'easy' }],
  [/^(?:max|flat out|all[- ]out)$/i, { kind: 'max' }],
  // A bare "hard" is RPE 8; it may be 7, which is asked.
  [/^hard$/i, { kind: 'rpe', low: 8, high: 8 }],
  [/^sweet ?spot$/i, { kind: 'percent', ...SWEET_SPOT }],
  // FTP is the number; "threshold" is the band around it.
  [/^ftp$/i, { kind: 'percent', low: 100, high: 100 }],
  [/^goal(?: power)?$/i, { kind: 'goal', low: 100, high: 100 }],
  [/^own numbers$/i, { kind: 'own', by: 'bests' }],
  [/^own longer best$/i, { kind: 'own', by: 'longer' }],
  [/^recovery$/i, { kind: 'zone', zone: 1 }],
  [/^endurance$/i, { kind: 'zone', zone: 2 }],
  [/^tempo$/i, { kind: 'zone', zone: 3 }],
  [/^threshold$/i, { kind: 'zone', zone: 4 }],
  [/^(?:aerobic )?ceiling$/i, { kind: 'zone', zone: 5 }],
  [/^anaerobic$/i, { kind: 'zone', zone: 6 }],
  [/^sprint$/i, { kind: 'zone', zone: 7 }],
];

const TRY = 'Try 98–102 %, 260 W, zone 4, rpe 8, easy or max';

/**
 * Reads one effort as people type it: `98-102%`, `260W`, `z4`, `rpe 9`, `under 166 bpm`, `sweet spot`, `easy`, `max`.
 * A bare number up to 130 is percent of FTP, from 200 up it is watts; between, it asks.
 *
 * @param text what was typed
 * @param readZone reads zones where others than those of Seven steps are known
 * @returns the effort, or the sentence that says what is wrong with it
 * Source: handbook section 7, Targets.
 */
export function parseEffort(
  text: string,
  readZone?: ZoneReader,
): Understood<Exclude<Effort, { kind: 'unread' }>> | Refused {
  const typed = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/^(?:at|@)\s*/i, '');
  if (typed === '') return refused(`A target is missing. ${TRY}.`);
  const ofScheme = readZone?.(typed);
  if (ofScheme) return ofScheme;
  const word = WORDS.find(([pattern]) => pattern.test(typed));
  if (word) return understood(word[1]);

  const zone = ZONE.exec(typed);
  if (zone) {
    const number = Number(zone[1]);
    if (number < 1 || number > 7)
      return refused(`There is no zone ${number}. Seven steps has zones 1 to 7.`);
    return understood({ kind: 'zone', zone: number });
  }
  const rpe = RPE.exec(typed);
  if (rpe)
    return ranged('RPE', rpe[1], rpe[2], TARGET_BOUNDS.rpe, '', (low, high) => ({
      kind: 'rpe',
      low,
      high,
    }));
  const bpm = BPM.exec(typed);
  if (bpm) {
    const cap = bpm[1] !== undefined;
    return ranged(
      'The heart rate',
      bpm[2],
      bpm[3],
      TARGET_BOUNDS.bpm,
      ' bpm',
      (low, high) => ({ kind: 'heartRate', low: cap ? null : low, high }),
      true,
    );
  }
  const goal = GOAL.exec(typed);
  if (goal)
    return ranged(
      'The share of goal power',
      goal[1],
      goal[2],
      TARGET_BOUNDS.percent,
      ' %',
      (low, high) => ({ kind: 'goal', low, high }),
    );
  const curve = CURVE.exec(typed);
  if (curve)
    return ranged(
      'The share of the curve',
      curve[1],
      curve[2],
      TARGET_BOUNDS.percent,
      ' %',
      (low, high) => ({ kind: 'curve', low, high }),
    );
  const percent = PERCENT.exec(typed);
  if (percent) return percentEffort(percent[1], percent[2]);
  const watts = WATTS.exec(typed);
  if (watts) return wattsEffort(watts[1], watts[2]);
  const bare = BARE.exec(typed);
  if (bare) {
    const top = number(bare[2] ?? bare[1]);
    if (top <= 130) return percentEffort(bare[1], bare[2]);
    if (top >= 200) return wattsEffort(bare[1], bare[2]);
    return refused(`"${typed}" could be watts or percent. Type ${typed} W or ${typed} %.`);
  }
  return refused(
    `"${typed.length > 30 ? `${typed.slice(0, 30)}…` : typed}" is not a target. ${TRY}.`,
  );
}

/**
 * Reads a target: a steady effort, or a rising or falling one such as `50 → 90 %` or `falling 60 to 40 %`.
 *
 * @param text what was typed; a unit given only at the end counts for both ends
 * @param readZone reads zones where others than those of Seven steps are known
 * @returns the target, or the sentence that says what is wrong with it
 * Source: handbook section 7.
 * @example
 * printTarget(parseTarget('98-102%').value) // '98–102 %'
 */
export function parseTarget(text: string, readZone?: ZoneReader): Understood<Target> | Refused {
  const typed = text.trim();
  if (DOWN.test(typed)) return understood({ kind: 'changing', ...FALLS });
  const end = UP_TO.exec(typed) ?? DOWN_TO.exec(typed);
  if (end) {
    const to = parseEffort(end[1] ?? '', readZone);
    return to.ok
      ? understood({
          kind: 'changing',
          from: UP_TO.test(typed) ? RISES_FROM : FALLS.from,
          to: to.value,
        })
      : to;
  }
  const change = CHANGE_ARROW.exec(typed) ?? CHANGE_WORDS.exec(typed);
  if (!change) {
    const effort = parseEffort(typed, readZone);
    return effort.ok ? understood({ kind: 'steady', effort: effort.value }) : effort;
  }
  const [, first = '', second = ''] = change;
  const unit = UNIT_AT_END.exec(second)?.[1] ?? '';
  const from = parseEffort(/^[\d.,\s–-]+$/.test(first) ? `${first} ${unit}` : first, readZone);
  if (!from.ok) return from;
  const to = parseEffort(second, readZone);
  if (!to.ok) return to;
  return understood({ kind: 'changing', from: from.value, to: to.value });
}

function percentEffort(
  low: string | undefined,
  high: string | undefined,
): Understood<Exclude<Effort, { kind: 'unread' }>> | Refused {
  return ranged('The target', low, high, TARGET_BOUNDS.percent, ' %', (from, to) => ({
    kind: 'percent',
    low: from,
    high: to,
  }));
}

function wattsEffort(
  low: string | undefined,
  high: string | undefined,
): Understood<Exclude<Effort, { kind: 'unread' }>> | Refused {
  return ranged(
    'The target',
    low,
    high,
    TARGET_BOUNDS.watts,
    ' W',
    (from, to) => ({ kind: 'watts', low: from, high: to }),
    true,
  );
}

function ranged<T>(
  what: string,
  lowText: string | undefined,
  highText: string | undefined,
  bounds: { low: number; high: number },
  unit: string,
  make: (low: number, high: number) => T,
  whole = false,
): Understood<T> | Refused {
  const places = whole ? 0 : 1;
  const low = roundTo(number(lowText), places);
  const high = highText === undefined ? low : roundTo(number(highText), places);
  for (const value of [low, high]) {
    if (value < bounds.low || value > bounds.high) {
      return refused(
        `${what} is ${value}${unit}. It has to lie between ${bounds.low} and ${bounds.high}${unit}.`,
      );
    }
  }
  if (low > high) return refused(`The range runs ${low} to ${high}${unit}. Swap them?`, 'swapEnds');
  return understood(make(low, high));
}

function number(text: string | undefined): number {
  return Number((text ?? '').replace(',', '.'));
}

/**
 * Prints an effort the way it can be typed again.
 *
 * @param effort any effort; unread words come back as they were typed
 * @param own id of the scheme whose zones need no name: the one the words are read with again
 * @returns the text; `parseEffort` reads it back to the same effort, a zone of another scheme by its name
 */
export function printEffort(effort: Effort, own: string = USUAL_SCHEME): string {
  switch (effort.kind) {
    case 'percent':
      return `${printSpan(effort.low, effort.high)} %`;
    case 'watts':
      return `${printSpan(effort.low, effort.high)} W`;
    case 'zone':
      return (effort.scheme?.id ?? USUAL_SCHEME) === own
        ? `zone ${effort.zone}`
        : `zone ${effort.zone} of ${plainName(effort.scheme?.name ?? 'Seven steps')}`;
    case 'rpe':
      return `rpe ${printSpan(effort.low, effort.high)}`;
    case 'heartRate':
      return effort.low === null
        ? `under ${effort.high} bpm`
        : `${printSpan(effort.low, effort.high)} bpm`;
    case 'goal':
      return `${printSpan(effort.low, effort.high)} % of goal`;
    case 'curve':
      return `${printSpan(effort.low, effort.high)} % of curve`;
    case 'own':
      return effort.by === 'bests' ? 'own numbers' : 'own longer best';
    case 'easy':
    case 'max':
      return effort.kind;
    case 'unread':
      return effort.text;
  }
}

/**
 * Prints a target the way it can be typed again: `98–102 %`, `50 → 90 %`.
 *
 * @param target any target
 * @param own id of the scheme whose zones need no name
 * @returns the text; `parseTarget` reads it back to the same target
 */
export function printTarget(target: Target, own: string = USUAL_SCHEME): string {
  if (target.kind === 'steady') return printEffort(target.effort, own);
  const from = printEffort(target.from, own);
  const to = printEffort(target.to, own);
  // The unit is said once, at the end, where the first figure is nothing but a figure.
  const unit = UNIT_AT_END.exec(to)?.[0];
  const bare = unit && from.endsWith(unit) ? from.slice(0, -unit.length) : '';
  return `${/^[\d.–]+$/.test(bare) ? bare : from} → ${to}`;
}
