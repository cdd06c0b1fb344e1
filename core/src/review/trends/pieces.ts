import { isBeat } from '../../power/index.ts';

/** The last minute of a steady stretch: heart rate at watts. */
export interface HeartPiece {
  readonly watts: number;
  readonly bpm: number;
  /** Mean cadence of that minute; null where none was recorded. */
  readonly rpm: number | null;
}

const CENTRED_S = 30;
const STRETCH_S = 180;
const PIECE_S = 60;
/** Watts stay this near to the mean of their stretch. */
const NEAR = 0.05;
const VALID_SHARE = 0.9;
/** Beats that follow the cradle of the feet: a strap that counts steps says nothing of the heart. */
const FOLLOWS_RPM = 1.5;

/**
 * The pieces by which a rider's heart rate is laid against watts: the last minute of every stretch of at least 3:00
 * whose centred 30-s power stays within 5 % of the stretch's mean. Stretches are taken greedily: the longest from each
 * second on, and the next begins after it. Which of them lie at 50–105 % of FTP is asked when they are used, so that
 * they hang on no FTP.
 *
 * @param streams 1 Hz watts with short gaps held, null in long ones; beats and cadence as recorded, null where none were
 * @returns the pieces in order; none without watts or beats, and none whose minute has under 90 % valid beats
 * Source: handbook section 9.4 (Usual line).
 */
export function heartPieces({
  watts,
  bpm,
  rpm,
}: {
  readonly watts: readonly (number | null)[] | null;
  readonly bpm: readonly (number | null)[] | null;
  readonly rpm: readonly (number | null)[] | null;
}): HeartPiece[] {
  if (!watts || !bpm) return [];
  const centred = centredMeans(watts);
  const pieces: HeartPiece[] = [];
  for (let second = 0; second + STRETCH_S <= watts.length;) {
    const end = longestFrom(centred, second);
    if (end - second < STRETCH_S) {
      second += 1;
      continue;
    }
    const piece = pieceOf({ watts, bpm, rpm }, end - PIECE_S, end);
    if (piece) pieces.push(piece);
    second = end;
  }
  return pieces;
}

/** Mean of the 30 s around each second, fewer at either end; NaN where one of them is lost. */
function centredMeans(watts: readonly (number | null)[]): Float64Array {
  const sums = new Float64Array(watts.length + 1);
  const lost = new Uint32Array(watts.length + 1);
  for (const [second, value] of watts.entries()) {
    sums[second + 1] = (sums[second] as number) + (value ?? 0);
    lost[second + 1] = (lost[second] as number) + (value === null ? 1 : 0);
  }
  return Float64Array.from(watts, (_, second) => {
    const from = Math.max(0, second - CENTRED_S / 2);
    const to = Math.min(watts.length, second + CENTRED_S / 2);
    if ((lost[to] as number) > (lost[from] as number)) return Number.NaN;
    return ((sums[to] as number) - (sums[from] as number)) / (to - from);
  });
}

/** Second after the longest steady stretch that begins at one. */
function longestFrom(centred: Float64Array, from: number): number {
  let [sum, low, high, end] = [0, Infinity, 0, from];
  for (let second = from; second < centred.length; second += 1) {
    const value = centred[second] as number;
    if (!(value > 0)) break;
    sum += value;
    low = Math.min(low, value);
    high = Math.max(high, value);
    // Further apart than this no mean has both of them near.
    if (high * (1 - NEAR) > low * (1 + NEAR)) break;
    const mean = sum / (second + 1 - from);
    if (high <= mean * (1 + NEAR) && low >= mean * (1 - NEAR)) end = second + 1;
  }
  return end;
}

function pieceOf(
  { watts, bpm, rpm }: Parameters<typeof heartPieces>[0],
  from: number,
  to: number,
): HeartPiece | null {
  const known = (values: readonly (number | null)[] | null): number[] =>
    (values ?? []).slice(from, to).filter((each): each is number => each !== null);
  const beats = known(bpm).filter(isBeat);
  if (beats.length < VALID_SHARE * (to - from)) return null;
  const turns = known(rpm).filter((each) => each > 0);
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, value) => sum + value, 0) / values.length;
  const cadence = turns.length < (to - from) / 2 ? null : mean(turns);
  // Within a beat and a half of the cadence for a whole minute it is the feet that are counted.
  if (cadence !== null && isCadence(beats, turns)) return null;
  return { watts: mean(known(watts)), bpm: mean(beats), rpm: cadence };
}

function isCadence(beats: readonly number[], turns: readonly number[]): boolean {
  if (beats.length !== turns.length) return false;
  return beats.every((beat, at) => Math.abs(beat - (turns[at] as number)) <= FOLLOWS_RPM);
}
