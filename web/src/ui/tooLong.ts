/**
 * What to say of words that are longer than there is room for. They stay as they were pasted: nothing is cut.
 *
 * @param text what was typed or pasted
 * @param most the most characters there is room for
 */
export function tooLong(text: string, most: number): string | undefined {
  const over = text.length - most;
  if (over <= 0) return undefined;
  return `This is ${over.toLocaleString('en')} character${over === 1 ? '' : 's'} too long; there is room for ${most.toLocaleString('en')}. Nothing is cut: shorten it to save it.`;
}
