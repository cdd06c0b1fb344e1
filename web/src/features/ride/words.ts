import { bandOf } from '@uphill/core/review';
import { meanOf, type RecordedSecond } from '@uphill/core/power';
import { printAsked, type Segment } from '@uphill/core/sessions';
import { printClock, printLength, printSpan, roundHalfUp } from '@uphill/core/units';
import type { SessionRideState } from '@uphill/core/simulation';

/** Watts as they are shown: the mean of the last three seconds; null where none of them has watts. */
export function shownWatts(last: readonly RecordedSecond[]): number | null {
  const known = wattsOf(last.slice(-3));
  return known.length === 0 ? null : roundHalfUp(meanOf(known));
}

function wattsOf(last: readonly RecordedSecond[]): number[] {
  return last.flatMap(({ watts }) => (watts === null ? [] : [watts]));
}

/** The power meter is lost, not late, after this long. */
const LOST_AFTER_S = 3;

/** "No watts for 4 s. The clock runs on; ride by feel, RPE 8."; null while watts come. */
export function lostWords({
  silentS,
  segment,
}: Pick<SessionRideState, 'silentS' | 'segment'>): string | null {
  if (silentS < LOST_AFTER_S) return null;
  return `No watts for ${silentS} s. The clock runs on; ride by feel${segment?.from ? `, RPE ${printSpan(...segment.from.rpe)}` : ''}.`;
}

/** What ends the step: time left, metres to the top, or the time ridden of a step that lasts until lap. */
export function leftWords({
  leftS,
  leftM,
  inStepS,
}: Pick<SessionRideState, 'leftS' | 'leftM' | 'inStepS'>): string {
  return leftM === null ? printClock(leftS ?? inStepS) : `${leftM} m`;
}

/** Outside the band for this long, the room says how far. */
const SAID_AFTER_S = 5;

/** "12 W more", "8 W less" after five seconds outside the band, else "hold"; nothing where no watts are asked. */
export function holdWords(
  asked: SessionRideState['asked'],
  last: readonly RecordedSecond[],
  inStepS: number,
): string {
  if (!asked || last.length === 0) return '';
  const recent = wattsOf(last.slice(-SAID_AFTER_S));
  const [lowW, highW] = bandAround(asked);
  const under = recent.every((watts) => watts < lowW);
  const over = recent.every((watts) => watts > highW);
  if (recent.length < SAID_AFTER_S || inStepS < SAID_AFTER_S || (!under && !over)) return 'hold';
  const watts = shownWatts(last) ?? 0;
  return under
    ? `${Math.max(1, asked.lowW - watts)} W more`
    : `${Math.max(1, watts - asked.highW)} W less`;
}

/** A single value is met within 3 %. */
function bandAround({
  lowW,
  highW,
}: NonNullable<SessionRideState['asked']>): readonly [number, number] {
  const { low, high } = bandOf(lowW, highW);
  return [low, high ?? Infinity];
}

/** What a step asks, in short: "257–267 W", "149–157 bpm", "RPE 8", "flat out". */
export function askWords(segment: Segment | null): string {
  if (!segment?.from || !segment.to) return '';
  const { from, to } = segment;
  if (from.lowW === null && from.rpe[0] >= 10) return 'flat out';
  if (from.lowW === null || to.highW === null) return printAsked({ ...from, lowW: null });
  const steady = from.lowW === to.lowW && from.highW === to.highW;
  return steady
    ? `${printSpan(from.lowW, from.highW ?? from.lowW)} W`
    : `${from.lowW} → ${to.highW} W`;
}

const ROLES = { warmUp: 'Warm-up', work: 'Work', easy: 'Easy', coolDown: 'Cool-down' } as const;

/** What a step is called: "Rep 3", "Easy". */
export function stepWords(segment: Segment | null): string {
  if (!segment) return '';
  const name =
    segment.role === 'work' && segment.rep !== null ? `Rep ${segment.rep}` : ROLES[segment.role];
  return segment.until ? `${name}, ${printLength(segment.until)}` : name;
}

/** What is spoken before a step: "Rep 3, 8 minutes, 262". */
export function spokenWords(segment: Segment): string {
  const minutes = Math.floor(segment.seconds / 60);
  const rest = segment.seconds % 60;
  const time = [
    minutes > 0 ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}` : '',
    rest > 0 ? `${rest} seconds` : '',
  ]
    .filter(Boolean)
    .join(' ');
  const counted = segment.from?.countedW ?? null;
  const ask =
    segment.from?.lowW === null || counted === null
      ? askWords(segment)
      : String(roundHalfUp(counted));
  return [stepWords(segment), segment.until ? '' : time, ask].filter(Boolean).join(', ');
}

export function nextWords(next: Segment | null): string {
  return next
    ? `Next: ${[stepWords(next), next.until ? '' : printClock(next.seconds), askWords(next)].filter(Boolean).join(', ')}`
    : 'Last step';
}
