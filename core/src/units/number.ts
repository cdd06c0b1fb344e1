/** What became of a typed number: its value, null where nothing was typed, "letters" where it is none. */
export type Typed = number | null | 'letters';

/** Digits with a decimal point or comma, and what it is of behind it: "61,5", "61.5 kg", "260 W", "−5 %". */
const NUMBER =
  /^([+-]?)(\d+(?:[.,]\d*)?|[.,]\d+)\s*(?:w|watts?|w\/kg|kg|lbs?|bpm|rpm|%|°c?|c|km|m|bar|weeks?|mmol(?:\/l)?|kj|g)?$/i;
const LONGEST = 40;

/**
 * Reads a number as people type it: with a decimal point or a decimal comma, with or without its unit.
 *
 * @param text what was typed
 * @returns the number; null for an empty field; "letters" for anything else, a comma every three digits included
 * @example
 * numberTyped('61,5') // 61.5
 * numberTyped('about 60') // 'letters'
 */
export function numberTyped(text: string): Typed {
  const plain = text.replace(/\u2212/g, '-').trim();
  if (plain === '') return null;
  const found = plain.length > LONGEST ? null : NUMBER.exec(plain);
  if (!found?.[2]) return 'letters';
  const value = Number(found[2].replace(',', '.'));
  return found[1] === '-' ? -value : value;
}
