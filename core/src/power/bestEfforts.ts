/**
 * Best efforts: for every duration the highest mean power over any window of that length. Exact, and fast
 * because whole stretches of starting points are ruled out by a bound instead of being tried one by one.
 *
 * With C the running sum of watts, the best over d seconds is the largest C[i + d] − C[i]. Taking an average
 * watt m off every second (T[i] = C[i] − m·i) flattens C, so over a stretch of starting points the difference
 * can be bounded tightly by (largest T among the ends) − (smallest T among the starts). A stretch whose bound
 * does not beat the best found so far is skipped; one that does is cut into smaller ones and asked again.
 *
 * A second more adds at most the highest watt of the ride to any window and takes nothing from the best. So a
 * stretch that misses the best by a gap need not be asked again for (gap ÷ highest watt) durations.
 */

/** Starting points in a stretch: on the coarse level, the middle one, and the fine one, which is tried one by one. */
const COARSE = 256;
const MIDDLE = 32;
const FINE = 4;

/**
 * Highest mean power for every whole duration of a recording.
 *
 * @param watts 1 Hz watts, gaps as 0; n of them
 * @returns n + 1 means in W; index d holds the best over d seconds, index 0 is 0
 * Source: handbook section 5, Best efforts.
 */
export function bestEffortsOverAll(watts: ArrayLike<number>): Float64Array {
  const search = prepareSearch(watts);
  const best = new Float64Array(watts.length + 1);
  let start = 0;
  for (let seconds = 1; seconds <= watts.length; seconds += 1) {
    start = search.bestStart(seconds, Math.min(start, watts.length - seconds));
    best[seconds] = search.sum(start, seconds) / seconds;
  }
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
 * The best window for each of several durations; one of them where several are equal to the last digit.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param durations whole seconds, in rising order; those longer than the recording are left out
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

/** Bounds for stretches of one width. */
interface Level {
  readonly width: number;
  /** Smallest T among the starts [k·width, (k + 1)·width). */
  readonly lowest: Float64Array;
  /** Largest T among the ends [j, j + width), for every j. */
  readonly highest: Float64Array;
  /** For each stretch, the next duration at which it can beat the best. */
  readonly next: Int32Array;
}

interface Search {
  /** T of the text above, for every second and the end. */
  readonly flat: Float64Array;
  readonly coarse: Level;
  readonly middle: Level;
  readonly fine: Level;
  readonly highestWatt: number;
}

/** Makes a search; its durations have to be asked for in rising order. */
function prepareSearch(watts: ArrayLike<number>) {
  const count = watts.length;
  const running = new Float64Array(count + 1);
  let highestWatt = 1;
  for (let index = 0; index < count; index += 1) {
    const watt = watts[index] as number;
    running[index + 1] = (running[index] as number) + watt;
    if (watt > highestWatt) highestWatt = watt;
  }
  // A whole number keeps every T exact while watts are whole.
  const mean = count === 0 ? 0 : Math.round((running[count] as number) / count);
  const flat = running.map((sum, index) => sum - mean * index);
  const level = (width: number): Level => {
    const lowest = blockLowest(flat, width);
    return {
      width,
      lowest,
      highest: slidingHighest(flat, width),
      next: new Int32Array(lowest.length),
    };
  };
  const search: Search = {
    flat,
    coarse: level(COARSE),
    middle: level(MIDDLE),
    fine: level(FINE),
    highestWatt,
  };
  return {
    sum: (start: number, seconds: number): number =>
      (running[start + seconds] as number) - (running[start] as number),
    bestStart: (seconds: number, guess: number): number =>
      bestStart(search, seconds, guess, count - seconds + 1),
  };
}

/** The start of a best window, searched from a guess: the better the guess, the more is skipped. */
function bestStart(
  { flat, coarse, middle, fine, highestWatt }: Search,
  seconds: number,
  guess: number,
  starts: number,
): number {
  let bestAt = guess;
  let best = (flat[guess + seconds] as number) - (flat[guess] as number);
  // The window that was best a second ago may have grown at its head instead of its tail.
  if (guess > 0 && (flat[guess - 1 + seconds] as number) - (flat[guess - 1] as number) > best) {
    bestAt = guess - 1;
    best = (flat[bestAt + seconds] as number) - (flat[bestAt] as number);
  }
  for (let a = 0; a < starts; a += COARSE) {
    if (isBeaten(coarse, a, seconds, best, highestWatt)) continue;
    const endA = Math.min(a + COARSE, starts);
    for (let b = a; b < endA; b += MIDDLE) {
      if (isBeaten(middle, b, seconds, best, highestWatt)) continue;
      const endB = Math.min(b + MIDDLE, starts);
      for (let c = b; c < endB; c += FINE) {
        if ((fine.highest[c + seconds] as number) - (fine.lowest[c / FINE] as number) <= best)
          continue;
        const endC = Math.min(c + FINE, starts);
        for (let start = c; start < endC; start += 1) {
          const difference = (flat[start + seconds] as number) - (flat[start] as number);
          if (difference > best) {
            best = difference;
            bestAt = start;
          }
        }
      }
    }
  }
  return bestAt;
}

/** Whether no window that starts in a stretch beats the best; remembers for how many durations that will hold. */
function isBeaten(
  { width, lowest, highest, next }: Level,
  from: number,
  seconds: number,
  best: number,
  highestWatt: number,
): boolean {
  const stretch = (from / width) | 0;
  if ((next[stretch] as number) > seconds) return true;
  const gap = best - ((highest[from + seconds] as number) - (lowest[stretch] as number));
  if (gap < 0) return false;
  next[stretch] = seconds + 1 + Math.floor(gap / highestWatt);
  return true;
}

function blockLowest(values: Float64Array, width: number): Float64Array {
  const lowest = new Float64Array(Math.ceil(values.length / width)).fill(Infinity);
  for (let index = 0; index < values.length; index += 1) {
    const block = Math.floor(index / width);
    if ((values[index] as number) < (lowest[block] as number))
      lowest[block] = values[index] as number;
  }
  return lowest;
}

/** Largest of values[j … j + width − 1] for every j; past the end the window is simply shorter. */
function slidingHighest(values: Float64Array, width: number): Float64Array {
  const highest = new Float64Array(values.length);
  const queue = new Int32Array(values.length);
  let head = 0;
  let tail = 0;
  for (let index = values.length - 1; index >= 0; index -= 1) {
    while (
      tail > head &&
      (values[queue[tail - 1] as number] as number) <= (values[index] as number)
    )
      tail -= 1;
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
      for (let point = 1; point <= points; point += 1)
        durations.add(Math.round(120 * (longest / 120) ** (point / points)));
    }
  }
  for (const seconds of ALWAYS) if (seconds <= longest) durations.add(seconds);
  return [...durations].sort((a, b) => a - b);
}
