import { type AskedOfStep, bandOf } from './askedOfStep.ts';
import type { LocatedRep, LocatedReps, RepPart } from './located.ts';
import type { PlannedRep } from './plannedReps.ts';

/** What one step of a ride asked, and where it lies, as the ride room keeps it. */
export interface RoomStep {
  readonly rep: number | null;
  readonly role: 'warmUp' | 'work' | 'easy' | 'coolDown';
  readonly startS: number;
  readonly endS: number;
  readonly lowW: number | null;
  readonly highW: number | null;
  /** Band asked before the set was saved by fewer watts, W. */
  readonly before?: { readonly lowW: number; readonly highW: number } | undefined;
}

/**
 * The reps as the ride room rode them: its steps, joined where no rest lies between. A rep that was ridden twice is one
 * more than was planned.
 *
 * @param planned the reps of the session
 * @param steps the steps that the room kept, in order
 * @returns the reps with what each of their steps asked then, those missing; null where no rep was ridden
 * Source: handbook section 9.1 (1).
 */
export function byRoom(
  planned: readonly PlannedRep[],
  steps: readonly RoomStep[],
): LocatedReps | null {
  if (planned[0]?.steps[0]?.rep === null) return outsideSets(planned, steps);
  const groups: RoomStep[][] = [];
  for (const step of steps) {
    if (step.role !== 'work' || step.rep === null || step.endS <= step.startS) continue;
    const last = groups.at(-1);
    const end = last?.at(-1);
    const goesOn = end && end.endS === step.startS && isOneRep(planned, end.rep, step.rep);
    if (last && goesOn) last.push(step);
    else groups.push([step]);
  }
  const seen = new Set<number>();
  const reps = groups.flatMap((parts): LocatedRep[] => {
    const [first, last] = [parts[0], parts.at(-1)];
    const at = planned.findIndex(({ steps: own }) => own.some(({ rep }) => rep === first?.rep));
    const rep = planned[at] ?? planned.at(-1);
    if (!first || !last || !rep) return [];
    const again = at < 0 || seen.has(at);
    seen.add(at);
    return [
      {
        number: again ? null : at + 1,
        planned: rep,
        startS: first.startS,
        endS: last.endS,
        parts: parts.map((step, place) => partOf(step, rep.asks[place] ?? rep.asks.at(-1))),
      },
    ];
  });
  if (reps.length === 0) return null;
  return withMissing(planned, reps);
}

function withMissing(planned: readonly PlannedRep[], reps: readonly LocatedRep[]): LocatedReps {
  const numbers = planned.map((_, place) => place + 1);
  const missing = numbers.filter((number) => !reps.some((rep) => rep.number === number));
  const furthest = Math.max(0, ...reps.map(({ number }) => number ?? 0));
  return {
    from: 'room',
    reps,
    leftOut: missing.filter((number) => number < furthest),
    notRidden: missing.filter((number) => number > furthest),
  };
}

/** Turned up or down in the room a step may ask so much more or less than was planned. */
const TURNED_SHARE = 0.1;

/** Work outside any set has no number in the room: a step is known again by its watts, in order. */
function outsideSets(
  planned: readonly PlannedRep[],
  steps: readonly RoomStep[],
): LocatedReps | null {
  const reps: LocatedRep[] = [];
  let at = 0;
  for (const step of steps) {
    const rep = planned[at];
    const [asked] = rep?.asks ?? [];
    const { lowW, role, startS, endS } = step;
    const low = asked?.unit === 'watts' ? asked.from?.low : undefined;
    if (!rep || !asked || role !== 'work' || lowW === null || low === undefined) continue;
    if (Math.abs(lowW - low) > TURNED_SHARE * low || endS <= startS) continue;
    at += 1;
    reps.push({ number: at, planned: rep, startS, endS, parts: [partOf(step, asked)] });
  }
  return reps.length === 0 ? null : withMissing(planned, reps);
}

/** Steps that follow one another belong together where the plan has them as one rep. */
function isOneRep(
  planned: readonly PlannedRep[],
  one: number | null,
  other: number | null,
): boolean {
  return planned.some(
    ({ steps }) => steps.some(({ rep }) => rep === one) && steps.some(({ rep }) => rep === other),
  );
}

/** A step as the room asked it, which may have been other watts than were planned. */
function partOf({ startS, endS, lowW, highW }: RoomStep, asked: AskedOfStep | undefined): RepPart {
  const plain: AskedOfStep = {
    ...{ seconds: endS - startS, unit: 'none', from: null, to: null },
    ...{ fromW: null, toW: null, rpm: null },
  };
  const { unit, from, to, fromW, toW, rpm } = asked ?? plain;
  const own = { startS, endS, seconds: asked?.seconds ?? endS - startS, rpm };
  // A step that rises keeps what was planned: the room keeps only its lowest and highest.
  const rises = fromW !== toW;
  if (lowW === null || rises) return { ...own, unit, from, to, fromW, toW };
  const band = bandOf(lowW, highW);
  const middle = highW === null ? lowW : (lowW + highW) / 2;
  return { ...own, unit: 'watts', from: band, to: band, fromW: middle, toW: middle };
}
