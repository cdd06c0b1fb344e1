const NOTHING = /^(?:nan|null|none|-|—)$/i;
const LONGEST = 24;
const NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/;

/**
 * Reads a number with a decimal point or comma.
 *
 * @param text one cell, trimmed
 * @returns the number, null for an empty cell, "letters" for anything else
 */
export function numberOf(text: string): number | null | 'letters' {
  // Nearly every cell is a number, of the tens of thousands in a file.
  if (text.length <= LONGEST && NUMBER.test(text))
    return Number(text.includes(',') ? text.replace(',', '.') : text);
  return text === '' || NOTHING.test(text) ? null : 'letters';
}
