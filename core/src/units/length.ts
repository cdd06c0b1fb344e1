import type { Length } from './asked.ts';
import { type Refused, type Understood, refused, understood } from './understood.ts';
import { parseDuration, printDuration } from './time.ts';

/** A hill as far as a session needs it. */
export interface KnownHill {
  readonly name: string;
  readonly metres: number;
  readonly gradientPercent: number;
}

/** How long a step lasts that ends when the rider presses lap, where nobody said, s. */
export const LAP_EXPECTED_S = 300;

const LAP = /^until\s+(?:the\s+)?lap(?:\s+(?:is\s+)?pressed)?(?:,?\s*about\s+(.+))?$/i;
const HILL = /^(?:to\s+)?(?:the\s+)?top(?:\s+of)?\s+(.+)$/i;

/**
 * Reads how long a step lasts: a time, `until lap` (`until lap about 8:00`), or `to the top of Quarry Lane`.
 *
 * @param text what was typed
 * @param hills the hills that are known by name
 * @returns the length, or the sentence that says what is wrong with it
 * Source: handbook section 7.
 */
export function parseLength(
  text: string,
  hills: readonly KnownHill[],
): Understood<Exclude<Length, { kind: 'unread' }>> | Refused {
  const typed = text.trim().replace(/\s+/g, ' ');
  const lap = LAP.exec(typed);
  if (lap) {
    if (lap[1] === undefined) return understood({ kind: 'lap', expectedS: LAP_EXPECTED_S });
    const about = parseDuration(lap[1]);
    return about.ok ? understood({ kind: 'lap', expectedS: about.value }) : about;
  }
  const top = HILL.exec(typed);
  if (top) {
    const wanted = top[1] ?? '';
    const hill = hills.find(({ name }) => name.toLowerCase() === wanted.toLowerCase());
    if (hill)
      return understood({
        kind: 'hill',
        name: hill.name,
        metres: hill.metres,
        gradientPercent: hill.gradientPercent,
      });
    const known =
      hills.length === 0
        ? 'There are no hills yet; add one under Hills.'
        : `Your hills: ${hills.map(({ name }) => name).join(', ')}.`;
    return refused(`"${wanted.slice(0, 40)}" is not one of your hills. ${known}`);
  }
  const time = parseDuration(typed);
  return time.ok ? understood({ kind: 'time', seconds: time.value }) : time;
}

/**
 * Prints a length the way it can be typed again.
 *
 * @param length any length; unread words come back as they were typed
 * @returns the text; `parseLength` reads it back, given the hill
 */
export function printLength(length: Length): string {
  switch (length.kind) {
    case 'time':
      return printDuration(length.seconds);
    case 'lap':
      return length.expectedS === LAP_EXPECTED_S
        ? 'until lap'
        : `until lap about ${printDuration(length.expectedS)}`;
    case 'hill':
      return `to the top of ${length.name}`;
    case 'unread':
      return length.text;
  }
}
