import type { CpFit, Pair } from './criticalPower.ts';

/** CP and W′ as W′ balance uses them, and where they come from. */
export interface BalanceModel {
  readonly cpW: number;
  readonly wPrimeJ: number;
  readonly from: 'fit' | 'pair' | 'cappedPair';
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
 * @returns the model, or null: "needs a 1:00 and a 5:00 effort"
 * Source: handbook section 5 (CP for W′ balance).
 */
export function balanceModel(
  fit: Pick<CpFit, 'cpW' | 'wPrimeJ'> | null,
  pair: Pair | null,
  ftpW: number | null,
): BalanceModel | null {
  if (fit) return { cpW: fit.cpW, wPrimeJ: fit.wPrimeJ, from: 'fit' };
  if (!pair) return null;
  if (ftpW === null || pair.cpW <= PAIR_CAP * ftpW)
    return { cpW: pair.cpW, wPrimeJ: pair.wPrimeJ, from: 'pair' };
  const cpW = PAIR_CAP * ftpW;
  const wPrimeJ = 300 * (pair.best300W - cpW);
  return wPrimeJ > 0 ? { cpW, wPrimeJ, from: 'cappedPair' } : null;
}

/**
 * W′ balance after some time at one power. Above CP it falls by (P − CP) a second; at or below it recovers
 * towards W′. It may go below zero: there the effort breaks.
 *
 * @param balanceJ balance before, J
 * @param watts power held, W
 * @param seconds how long, s
 * @param model CP in W, W′ in J, above 0
 * @returns balance after, J
 * Source: handbook section 5 (W′ balance).
 */
export function balanceAfter(
  balanceJ: number,
  watts: number,
  seconds: number,
  { cpW, wPrimeJ }: Pick<BalanceModel, 'cpW' | 'wPrimeJ'>,
): number {
  if (watts > cpW) return balanceJ - (watts - cpW) * seconds;
  return wPrimeJ - (wPrimeJ - balanceJ) * Math.exp((-(cpW - watts) * seconds) / wPrimeJ);
}
