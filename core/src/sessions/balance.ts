import { type Recovering, recoveryRate } from '../power/index.ts';
import type { Segment } from './expand.ts';

/** W′ balance at one second of the session. */
export interface BalancePoint {
  readonly second: number;
  readonly balanceJ: number;
}

/** Where the balance first passes zero. */
export interface Break {
  /** From the start of the session, s. */
  readonly atS: number;
  /** Rep it happens in; null outside the sets. */
  readonly rep: number | null;
  readonly intoRepS: number;
}

/** W′ balance over a whole session. */
export interface SessionBalance {
  /** At the start, and at every end of a stretch that is steady or on one side of CP. */
  readonly points: readonly BalancePoint[];
  readonly lowestJ: number;
  readonly lowestAtS: number;
  readonly breaks: Break | null;
  /** Balance at the end of each rep, by its number. */
  readonly byRep: readonly { readonly rep: number; readonly leftJ: number }[];
}

/** A stretch on one side of CP: watts run evenly from one to the other, a value a second in the middle of each. */
interface Part {
  readonly startS: number;
  readonly seconds: number;
  readonly fromW: number;
  readonly toW: number;
}

/**
 * W′ balance over a laid-out session in closed form: one step a stretch, not one a second. A rising or falling step
 * is cut where it passes CP; above it its mean watts give the same answer as second by second, below it the seconds are
 * summed.
 *
 * @param segments as `expand` returns them; those without counted watts leave the balance as it is
 * @param model CP and W′, and how W′ comes back
 * @param startJ balance at the start, J; full where left out
 * @returns points, lowest point, where it breaks, and what is left after each rep
 * Source: handbook section 5 (W′ balance).
 */
export function sessionBalance(
  segments: readonly Segment[],
  model: Recovering,
  startJ = model.wPrimeJ,
): SessionBalance {
  const points: BalancePoint[] = [{ second: 0, balanceJ: startJ }];
  const byRep = new Map<number, number>();
  const repStarts = new Map<number, number>();
  let balanceJ = startJ;
  let lowest: BalancePoint = points[0] as BalancePoint;
  let breaks: Break | null = null;
  for (const segment of segments) {
    const { rep } = segment;
    if (rep !== null && !repStarts.has(rep)) repStarts.set(rep, segment.startS);
    for (const part of partsOf(segment, model.cpW)) {
      const { factor, termJ } = turnOf(part, model);
      const next = factor * balanceJ + termJ;
      if (next < 0 && balanceJ >= 0 && !breaks) {
        const atS = part.startS + usedUpAfter(balanceJ, part, model.cpW);
        breaks = {
          atS,
          rep,
          intoRepS: atS - (rep === null ? segment.startS : (repStarts.get(rep) ?? segment.startS)),
        };
      }
      balanceJ = next;
      const point = { second: part.startS + part.seconds, balanceJ };
      points.push(point);
      if (balanceJ < lowest.balanceJ) lowest = point;
    }
    if (rep !== null) byRep.set(rep, balanceJ);
  }
  return {
    points,
    lowestJ: lowest.balanceJ,
    lowestAtS: lowest.second,
    breaks,
    byRep: [...byRep].map(([rep, leftJ]) => ({ rep, leftJ })),
  };
}

/**
 * The lowest balance of a session as a function of the watts of some of its reps. Everything else is reckoned once, so
 * that a search asks often and cheaply.
 *
 * @param segments as `expand` returns them
 * @param stepIds steps whose work is ridden at the watts asked for
 * @param model CP and W′, and how W′ comes back
 * @param startJ balance at the start, J; full where left out
 * @returns watts in, lowest balance in J out: what `sessionBalance` says of the same session
 * Source: handbook section 5 (W′ balance).
 */
export function lowestByWatts(
  segments: readonly Segment[],
  stepIds: ReadonlySet<string>,
  model: Recovering,
  startJ = model.wPrimeJ,
): (watts: number) => number {
  const { cpW, wPrimeJ } = model;
  // A rep's turn hangs on the watts that are tried.
  const factors = new Float64Array(segments.length * 2);
  const terms = new Float64Array(segments.length * 2);
  const repS = new Float64Array(segments.length * 2);
  let count = 0;
  for (const segment of segments) {
    if (segment.role === 'work' && stepIds.has(segment.stepId)) {
      if (segment.from !== null && segment.to !== null) repS[count++] = segment.seconds;
      continue;
    }
    for (const part of partsOf(segment, cpW)) {
      const { factor, termJ } = turnOf(part, model);
      factors[count] = factor;
      terms[count] = termJ;
      count += 1;
    }
  }
  return (watts) => {
    const over = watts - cpW;
    const rate = recoveryRate(watts, model);
    let balance = startJ;
    let lowest = startJ;
    for (let at = 0; at < count; at += 1) {
      const seconds = repS[at] ?? 0;
      if (seconds === 0) balance = (factors[at] ?? 1) * balance + (terms[at] ?? 0);
      else if (over > 0) balance -= over * seconds;
      else balance = wPrimeJ - (wPrimeJ - balance) * Math.exp(-rate * seconds);
      if (balance < lowest) lowest = balance;
    }
    return lowest;
  };
}

/**
 * The same balance every few seconds, to be drawn: recoveries bend.
 *
 * @param segments as `expand` returns them
 * @param model CP and W′, and how W′ comes back
 * @param most about how many points are wanted
 * @returns points in rising time
 * Source: handbook section 5 (W′ balance).
 */
export function balanceLine(
  segments: readonly Segment[],
  model: Recovering,
  most = 400,
): BalancePoint[] {
  const last = segments.at(-1);
  const step = Math.max(1, (last ? last.startS + last.seconds : 0) / most);
  const line: BalancePoint[] = [{ second: 0, balanceJ: model.wPrimeJ }];
  let balanceJ = model.wPrimeJ;
  for (const segment of segments) {
    for (const { startS, seconds, fromW, toW } of partsOf(segment, model.cpW)) {
      if (line.at(-1)?.second !== startS) line.push({ second: startS, balanceJ });
      const pieces = Math.max(1, Math.min(40, Math.round(seconds / step)));
      const slope = (toW - fromW) / seconds;
      let done = 0;
      for (let piece = 1; piece <= pieces; piece += 1) {
        const next = piece === pieces ? seconds : Math.round((seconds * piece) / pieces);
        if (next === done) continue;
        const [low, high] = [fromW + slope * done, fromW + slope * next];
        const { factor, termJ } = turnOf({ seconds: next - done, fromW: low, toW: high }, model);
        balanceJ = factor * balanceJ + termJ;
        line.push({ second: startS + next, balanceJ });
        done = next;
      }
    }
  }
  return line;
}

/**
 * What a stretch on one side of CP does to a balance: it becomes factor × balance + term. What is missing shrinks from
 * second to second by its own factor, and factors multiply in any order.
 */
function turnOf(
  { seconds, fromW, toW }: Omit<Part, 'startS'>,
  model: Recovering,
): { factor: number; termJ: number } {
  const over = (fromW + toW) / 2 - model.cpW;
  if (over > 0) return { factor: 1, termJ: -over * seconds };
  let rates = 0;
  if (fromW === toW) rates = recoveryRate(fromW, model) * seconds;
  else
    for (let second = 0; second < seconds; second += 1)
      rates += recoveryRate(fromW + ((toW - fromW) * (second + 0.5)) / seconds, model);
  const factor = Math.exp(-rates);
  return { factor, termJ: model.wPrimeJ * (1 - factor) };
}

function partsOf({ startS, seconds, from, to }: Segment, cpW: number): Part[] {
  const [fromW, toW] = [from?.countedW ?? null, to?.countedW ?? null];
  if (fromW === null || toW === null) return [];
  if (fromW === toW || (fromW > cpW && toW > cpW) || (fromW <= cpW && toW <= cpW))
    return [{ startS, seconds, fromW, toW }];
  // Whole seconds stay whole: each is on the side its middle lies on.
  const crosses = (seconds * (cpW - fromW)) / (toW - fromW);
  const first = Math.min(seconds, Math.max(0, Math.ceil(crosses - 0.5)));
  const between = fromW + ((toW - fromW) * first) / seconds;
  const parts: Part[] = [
    { startS, seconds: first, fromW, toW: between },
    { startS: startS + first, seconds: seconds - first, fromW: between, toW },
  ];
  return parts.filter((part) => part.seconds > 0);
}

/** Seconds until a balance is used up by a stretch above CP. */
function usedUpAfter(balanceJ: number, { seconds, fromW, toW }: Part, cpW: number): number {
  const over = fromW - cpW;
  const slope = (toW - fromW) / seconds;
  if (Math.abs(slope) < 1e-9) return balanceJ / over;
  // balance = over·t + slope·t² ÷ 2
  return (-over + Math.sqrt(Math.max(0, over * over + 2 * slope * balanceJ))) / slope;
}
