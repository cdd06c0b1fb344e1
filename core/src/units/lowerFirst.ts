/**
 * A sentence or a label as it goes on inside another sentence.
 *
 * @param text what begins with a capital
 * @returns the same with a small first letter
 */
export function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
