import type { CpFit, Pair } from './criticalPower.ts';

/** How W′ comes back below CP: by time constants that were measured, or quickly, by CP and W′ alone. */
export const RECOVERIES = ['measured', 'quick'] as const;
export type Recovery = (typeof RECOVERIES)[number];

/** CP and W′ as W′ balance uses them, where they come from, and how W′ comes back. */
export interface BalanceModel {
  readonly cpW: number;
  readonly wPrimeJ: number;
  readonly from: 'fit' | 'pair' | 'cappedPair';
  readonly recovery: Recovery;
}

/** The pair's CP may exceed FTP by this share before it is cut back. Source: handbook section 5. */
const PAIR_CAP = 1.02;

/**
 * CP and W′ for W′ balance: a fit of at most 90 days; else the pair, its CP cut back to 1.02 × FTP with
 * W′ = 300·(P5 − CP); else none.
 *
 * @param fit a fit with all points at most 90 days old; null without one
 * @param pair from the 1:00 and 5:00; null without one
 * @param ftpW FTP in use, W; null without one
 * @param recovery how W′ comes back; as measured where left out
 * @returns the model, or null: "needs a 1:00 and a 5:00 effort"
 * Source: handbook section 5 (CP for W′ balance).
 */
export function balanceModel(
  fit: Pick<CpFit, 'cpW' | 'wPrimeJ'> | null,
  pair: Pair | null,
  ftpW: number | null,
  recovery: Recovery = 'measured',
): BalanceModel | null {
  if (fit) return { cpW: fit.cpW, wPrimeJ: fit.wPrimeJ, from: 'fit', recovery };
  if (!pair) return null;
  if (ftpW === null || pair.cpW <= PAIR_CAP * ftpW)
    return { cpW: pair.cpW, wPrimeJ: pair.wPrimeJ, from: 'pair', recovery };
  const cpW = PAIR_CAP * ftpW;
  const wPrimeJ = 300 * (pair.best300W - cpW);
  return wPrimeJ > 0 ? { cpW, wPrimeJ, from: 'cappedPair', recovery } : null;
}

/** CP in W, W′ in J, above 0, and how W′ comes back. */
export type Recovering = Pick<BalanceModel, 'cpW' | 'wPrimeJ' | 'recovery'>;

/**
 * How fast W′ comes back at one power: 1 ÷ τ, so that what was missing shrinks by exp(−rate × seconds). τ is
 * 546·exp(−0.01·(CP − P)) + 316 s as measured, or W′ ÷ (CP − P) for "quick". At CP nothing comes back.
 *
 * @param watts power held, W, at or below CP
 * @param model CP and W′, and how W′ comes back
 * @returns share of what is missing that comes back, a second
 * Source: handbook section 5 (W′ balance); Skiba and others 2012.
 */
export function recoveryRate(watts: number, { cpW, wPrimeJ, recovery }: Recovering): number {
  const under = cpW - watts;
  if (under <= 0) return 0;
  return recovery === 'quick' ? under / wPrimeJ : 1 / (546 * Math.exp(-0.01 * under) + 316);
}

/**
 * W′ balance after some time at one power. Above CP it falls by (P − CP) a second; at CP it stays; below it recovers
 * towards W′. It may go below zero: there the effort breaks.
 *
 * @param balanceJ balance before, J
 * @param watts power held, W
 * @param seconds how long, s
 * @param model CP and W′, and how W′ comes back
 * @returns balance after, J
 * Source: handbook section 5 (W′ balance).
 */
export function balanceAfter(
  balanceJ: number,
  watts: number,
  seconds: number,
  model: Recovering,
): number {
  if (watts > model.cpW) return balanceJ - (watts - model.cpW) * seconds;
  return (
    model.wPrimeJ - (model.wPrimeJ - balanceJ) * Math.exp(-recoveryRate(watts, model) * seconds)
  );
}
