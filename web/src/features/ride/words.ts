import { meanOf, printClock, printSpan, roundHalfUp, type RiddenSecond, type Segment, type SessionRideState } from '@uphill/core';

/** Watts as they are shown: the mean of the last three seconds. */
export function shownWatts(last: readonly RiddenSecond[]): number {
  return roundHalfUp(meanOf(last.slice(-3).map(({ watts }) => watts)));
}

/** Outside the band for this long, the room says how far. */
const SAID_AFTER_S = 5;

/** "12 W more", "8 W less" after five seconds outside the band, else "hold"; nothing where no watts are asked. */
export function holdWords(asked: SessionRideState['asked'], last: readonly RiddenSecond[], inStepS: number): string {
  if (!asked || last.length === 0) return '';
  const recent = last.slice(-SAID_AFTER_S).map(({ watts }) => watts);
  const under = recent.every((watts) => watts < asked.lowW);
  const over = recent.every((watts) => watts > asked.highW);
  if (recent.length < SAID_AFTER_S || inStepS < SAID_AFTER_S || (!under && !over)) return 'hold';
  const watts = shownWatts(last);
  return under ? `${Math.max(1, asked.lowW - watts)} W more` : `${Math.max(1, watts - asked.highW)} W less`;
}

/** What a step asks, in short: "257–267 W", "RPE 8", "all out". */
export function askWords(segment: Segment | null): string {
  if (!segment?.from || !segment.to) return '';
  const { from, to } = segment;
  if (from.lowW === null && from.rpe[0] >= 10) return 'all out';
  if (from.lowW === null || to.highW === null) return `RPE ${printSpan(...from.rpe)}`;
  return from === to ? `${printSpan(from.lowW, from.highW ?? from.lowW)} W` : `${from.lowW} → ${to.highW} W`;
}

const ROLES = { warmUp: 'Warm-up', work: 'Work', easy: 'Easy', coolDown: 'Cool-down' } as const;

/** What a step is called: "Rep 3", "Easy". */
export function stepWords(segment: Segment | null): string {
  if (!segment) return '';
  return segment.role === 'work' && segment.rep !== null ? `Rep ${segment.rep}` : ROLES[segment.role];
}

/** What is spoken before a step: "Rep 3, 8 minutes, 262". */
export function spokenWords(segment: Segment): string {
  const minutes = Math.floor(segment.seconds / 60);
  const rest = segment.seconds % 60;
  const time = [minutes > 0 ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}` : '', rest > 0 ? `${rest} seconds` : ''].filter(Boolean).join(' ');
  const counted = segment.from?.countedW ?? null;
  const ask = segment.from?.lowW === null || counted === null ? askWords(segment) : String(roundHalfUp(counted));
  return [stepWords(segment), time, ask].filter(Boolean).join(', ');
}

export function nextWords(next: Segment | null): string {
  return next ? `Next: ${stepWords(next)}, ${printClock(next.seconds)}, ${askWords(next)}` : 'Last step';
}
