/**
 * Prints a range, or the one figure where both ends are the same: `98–102`, `90`.
 *
 * @param low lower end
 * @param high upper end
 * @returns the text, without unit
 */
export function printSpan(low: number, high: number): string {
  return low === high ? String(low) : `${low}–${high}`;
}
