/**
 * Best efforts: for every duration the highest mean power over any window of that length. Exact, and fast
 * because whole stretches of starting points are ruled out by a bound instead of being tried one by one.
 *
 * With C the running sum of watts, the best over d seconds is the largest C[i + d] − C[i]. Taking an average
 * watt m off every second (T[i] = C[i] − m·i) flattens C, so over a stretch of starting points the difference
 * can be bounded tightly by (largest T among the ends) − (smallest T among the starts). A stretch whose bound
 * does not beat the best found so far is skipped; one that does is halved and asked again.
 */

/** Starting points in a stretch on the coarsest level, and the levels under it. */
const LEVELS = [512, 128, 32, 8] as const;

/**
 * Highest mean power for every whole duration of a recording.
 *
 * @param watts 1 Hz watts, gaps as 0; n of them
 * @returns n + 1 means in W; index d holds the best over d seconds, index 0 is 0
 * Source: handbook section 5, Best efforts.
 */
export function bestEffortsOverAll(watts: ArrayLike<number>): Float64Array {
  const count = watts.length;
  const durations = Array.from({ length: count }, (_, index) => index + 1);
  const best = new Float64Array(count + 1);
  bestWindows(watts, durations).forEach((window) => {
    best[window.seconds] = window.meanW;
  });
  return best;
}

/** The best window of one duration. */
export interface BestWindow {
  readonly seconds: number;
  readonly meanW: number;
  /** Second at which it starts. */
  readonly startS: number;
}

/**
 * The best window for each of several durations; the earliest where several are equal to the last digit.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param durations whole seconds, rising; those longer than the recording are left out
 * @returns one window a duration, in the same order
 * Source: handbook section 5, Best efforts.
 */
export function bestWindows(watts: ArrayLike<number>, durations: readonly number[]): BestWindow[] {
  const search = prepareSearch(watts);
  const windows: BestWindow[] = [];
  let guess = 0;
  for (const seconds of durations) {
    if (seconds < 1 || seconds > watts.length) continue;
    guess = Math.min(guess, watts.length - seconds);
    guess = search.bestStart(seconds, guess);
    windows.push({ seconds, startS: guess, meanW: search.sum(guess, seconds) / seconds });
  }
  return windows;
}

interface Level {
  readonly width: number;
  /** Smallest T among the starts [k·width, (k+1)·width). */
  readonly lowest: Float64Array;
  /** Largest T among the ends [j, j+width), for every j. */
  readonly highest: Float64Array;
}

function prepareSearch(watts: ArrayLike<number>) {
  const count = watts.length;
  const running = new Float64Array(count + 1);
  for (let index = 0; index < count; index += 1) running[index + 1] = (running[index] as number) + (watts[index] as number);
  // A whole number keeps every T exact while watts are whole.
  const mean = count === 0 ? 0 : Math.round((running[count] as number) / count);
  const flat = running.map((sum, index) => sum - mean * index);
  const levels: Level[] = LEVELS.filter((width) => width <= Math.max(count, 8)).map((width) => ({
    width,
    lowest: blockLowest(flat, width),
    highest: slidingHighest(flat, width),
  }));

  let best = -Infinity;
  let bestAt = 0;

  const scan = (from: number, to: number, seconds: number): void => {
    for (let start = from; start < to; start += 1) {
      const difference = (flat[start + seconds] as number) - (flat[start] as number);
      if (difference > best || (difference === best && start < bestAt)) {
        best = difference;
        bestAt = start;
      }
    }
  };

  const descend = (depth: number, from: number, to: number, seconds: number): void => {
    const level = levels[depth];
    if (!level) {
      scan(from, to, seconds);
      return;
    }
    const { width, lowest, highest } = level;
    for (let block = Math.floor(from / width), start = from; start < to; block += 1, start += width) {
      const bound = (highest[start + seconds] as number) - (lowest[block] as number);
      if (bound > best || (bound === best && start < bestAt)) descend(depth + 1, start, Math.min(start + width, to), seconds);
    }
  };

  return {
    sum: (start: number, seconds: number): number => (running[start + seconds] as number) - (running[start] as number),
    bestStart: (seconds: number, guess: number): number => {
      bestAt = guess;
      best = (flat[guess + seconds] as number) - (flat[guess] as number);
      descend(0, 0, count - seconds + 1, seconds);
      return bestAt;
    },
  };
}

function blockLowest(values: Float64Array, width: number): Float64Array {
  const lowest = new Float64Array(Math.ceil(values.length / width)).fill(Infinity);
  for (let index = 0; index < values.length; index += 1) {
    const block = Math.floor(index / width);
    if ((values[index] as number) < (lowest[block] as number)) lowest[block] = values[index] as number;
  }
  return lowest;
}

/** Largest of values[j … j+width−1] for every j; past the end the window is simply shorter. */
function slidingHighest(values: Float64Array, width: number): Float64Array {
  const highest = new Float64Array(values.length);
  const queue = new Int32Array(values.length);
  let head = 0;
  let tail = 0;
  for (let index = values.length - 1; index >= 0; index -= 1) {
    while (tail > head && (values[queue[tail - 1] as number] as number) <= (values[index] as number)) tail -= 1;
    queue[tail] = index;
    tail += 1;
    if ((queue[head] as number) >= index + width) head += 1;
    highest[index] = values[queue[head] as number] as number;
  }
  return highest;
}

/** Durations that are always kept, s. Source: handbook section 5. */
const ALWAYS = [180, 240, 300, 360, 480, 600, 720, 1200, 1800, 3600] as const;
const LOG_POINTS = 200;

/**
 * The durations at which a recording's best efforts are stored: every second to 2:00, then at least 200 points
 * spaced evenly on a log axis, and always the usual rep lengths.
 *
 * @param longest length of the recording, whole s
 * @returns rising durations, none longer than the recording
 * Source: handbook section 5, Best efforts.
 */
export function curveDurations(longest: number): number[] {
  const durations = new Set<number>();
  for (let seconds = 1; seconds <= Math.min(120, longest); seconds += 1) durations.add(seconds);
  if (longest > 120) {
    // Whole seconds crowd near 2:00, so points are asked for until 200 different ones stand (or no more exist).
    const wanted = Math.min(LOG_POINTS, longest - 120);
    for (let points = wanted; durations.size < 120 + wanted; points += wanted) {
      for (let point = 1; point <= points; point += 1) durations.add(Math.round(120 * (longest / 120) ** (point / points)));
    }
  }
  for (const seconds of ALWAYS) if (seconds <= longest) durations.add(seconds);
  return [...durations].sort((a, b) => a - b);
}
