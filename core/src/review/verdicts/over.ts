import { judgedMean } from '../rows/setOf.ts';
import { setRule } from './judged.ts';

const LEAST_REP_S = 60;

/** A rep far under its band after which none came back into it. */
export const over = setRule('over', ({ own, planned }, { limits }) => {
  const rows = own.filter(({ askedS, band }) => askedS >= LEAST_REP_S && band !== null);
  for (const [place, row] of rows.entries()) {
    const before = rows[place - 1];
    const mean = judgedMean(row);
    const low = row.band?.low ?? 0;
    if (!before || mean === null || row.unit === 'none') continue;
    if (mean >= limits.brokenShare * low) continue;
    const back = rows
      .slice(place + 1)
      .some((later) => (judgedMean(later) ?? 0) >= (later.band?.low ?? Infinity));
    if (back) continue;
    return {
      ...{ id: 'over', after: before.rep ?? 0, of: planned, mean, low },
      ...{ limitShare: limits.brokenShare, unit: row.unit },
    };
  }
  return null;
});
