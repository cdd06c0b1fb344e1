/**
 * A number with its noun: `1 week`, `2 weeks`, `0 weeks`.
 *
 * @param many how many there are, a whole number from 0
 * @param one the noun for one of them
 * @param more the noun for none or several, where it does not end in s
 * @returns the number and the noun that goes with it
 * @example plural(1, 'day') // '1 day'
 */
export function plural(many: number, one: string, more = `${one}s`): string {
  return `${many} ${many === 1 ? one : more}`;
}
