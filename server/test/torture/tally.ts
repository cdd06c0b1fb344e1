/** What came of killing the program again and again. */
export interface Tally {
  kills: number;
  /** Things looked at after the kills. */
  checked: number;
  /** What was lost, in words; empty where all is well. */
  readonly lost: string[];
}

/** Kills of each kind: a few on every `npm test`, many with `npm run torture`. */
export const KILLS = Number(process.env['UPHILL_KILLS'] ?? 4);

export function tell(name: string, { kills, checked, lost }: Tally): void {
  console.log(`${name}: ${kills} kills, ${checked} looked at, ${lost.length} lost`);
}
