import { judgedMean, type SetRead } from '../rows/setOf.ts';
import { isIn } from './inBand.ts';
import { setRule } from './judged.ts';
import { over } from './over.ts';

const ON_TIME_SHARE = 0.95;
const NEAR_TIME_SHARE = 2 / 3;
/** A mean this far beyond its band is near it. Source: handbook section 9.3. */
const NEAR_SHARE = 0.03;

/** Whether every rep asks something that its mean can be held against. */
function isJudged({ own }: SetRead): boolean {
  return own.length > 0 && own.every(({ band }) => band !== null);
}

/** Nearly all of the asked time, no rep missing, every mean in its band. */
export const onTarget = setRule('on-target', (set) => {
  const { own, leftOut, notRidden, riddenS, askedS, inBandS } = set;
  if (!isJudged(set) || leftOut.length + notRidden.length > 0) return null;
  if (riddenS < ON_TIME_SHARE * askedS) return null;
  if (!own.every((row) => isIn(judgedMean(row), row.band))) return null;
  const [first] = own;
  const alike = own.every(
    ({ band }) => band?.low === first?.band?.low && band?.high === first?.band?.high,
  );
  return {
    ...{ id: 'on-target', riddenS, askedS, inBandS, reps: own.length },
    low: alike ? (first?.band?.low ?? null) : null,
    high: alike ? (first?.band?.high ?? null) : null,
    unit: first?.unit === 'bpm' ? 'bpm' : 'watts',
  };
});

/** Two thirds of the asked time, and all means but one near their band. */
export const nearTarget = setRule('near-target', (set, judged) => {
  const { own, leftOut, notRidden, riddenS, askedS } = set;
  if (!isJudged(set) || riddenS < NEAR_TIME_SHARE * askedS) return null;
  const near = own.filter((row) => isIn(judgedMean(row), row.band, NEAR_SHARE)).length;
  if (own.length - near > 1) return null;
  if (onTarget.holds(judged) || over.holds(judged)) return null;
  const outside = own.filter((row) => !isIn(judgedMean(row), row.band));
  return {
    ...{ id: 'near-target', riddenS, askedS, near, of: own.length },
    outside: outside.map(({ rep }) => rep ?? 0),
    leftOut: [...leftOut],
    notRidden: [...notRidden],
  };
});
