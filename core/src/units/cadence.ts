import { type Refused, type Understood, refused, understood } from './understood.ts';

const CADENCE = /^(\d{2,3})(?:\s*(?:-|–|—|to)\s*(\d{2,3}))?\s*(?:rpm)?$/i;

/**
 * Reads a cadence or a range of it: `90`, `85-95`, `50–60 rpm`; empty or `free` means any.
 *
 * @param text what was typed
 * @returns the range in rpm (20–220), null where it is free, or why it was refused
 * Source: handbook section 7.
 */
export function parseCadence(
  text: string,
): Understood<{ low: number; high: number } | null> | Refused {
  const typed = text.trim();
  if (typed === '' || /^free$/i.test(typed)) return understood(null);
  const found = CADENCE.exec(typed);
  if (!found) return refused(`"${typed.slice(0, 24)}" is not a cadence. Try 90, 85–95 or free.`);
  const low = Number(found[1]);
  const high = Number(found[2] ?? found[1]);
  if (low < 20 || high > 220) return refused('Cadence has to lie between 20 and 220 rpm.');
  if (low > high) return refused(`The range runs ${low} to ${high} rpm. Swap them?`, 'swapEnds');
  return understood({ low, high });
}
