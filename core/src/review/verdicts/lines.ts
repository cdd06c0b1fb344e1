import { setRule } from './judged.ts';

const SPREAD = 0.05;
const ROUGH = { trainer: 0.08, road: 0.15 } as const;
const RPM_SHARE = 0.8;
const RESTS = { low: 0.8, high: 1.25 } as const;

/** Reps far apart, or rough inside. */
export const uneven = setRule('uneven', ({ spread, roughness, best, worst }, { place }) => {
  const roughLimit = ROUGH[place];
  if ((spread ?? 0) <= SPREAD && (roughness ?? 0) <= roughLimit) return null;
  return {
    ...{ id: 'uneven', spread, roughness, roughLimit },
    best: best?.rep ?? null,
    worst: worst?.rep ?? null,
  };
});

/** Too little of the time in the cadence that was asked. */
export const cadence = setRule('cadence', ({ rpmShare }, { located }) => {
  const range = located?.reps.flatMap(({ parts }) => parts).find(({ rpm }) => rpm !== null)?.rpm;
  if (rpmShare === null || !range || rpmShare >= RPM_SHARE) return null;
  return { id: 'cadence', share: rpmShare, low: range.low, high: range.high };
});

/** Rests far longer or shorter than asked. */
export const rests = setRule('rests', ({ rests: ridden }) => {
  if (!ridden) return null;
  const share = ridden.riddenS / ridden.askedS;
  return share > RESTS.high || share < RESTS.low ? { id: 'rests', ...ridden, share } : null;
});
