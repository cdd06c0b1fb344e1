const NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/;

/**
 * Reads a number with a decimal point or comma.
 *
 * @param text one cell, trimmed
 * @returns the number, null for an empty cell, "letters" for anything else
 */
export function numberOf(text: string): number | null | 'letters' {
  if (text === '' || /^(?:nan|null|none|-|—)$/i.test(text)) return null;
  if (text.length > 24 || !NUMBER.test(text)) return 'letters';
  return Number(text.replace(',', '.'));
}
