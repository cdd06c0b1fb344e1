import { fitCriticalPower, isBeat } from '../../power/index.ts';
import { printClock, printSigned, roundHalfUp, roundTo } from '../../units/index.ts';
import { fourEffortPoints } from '../details.ts';
import { readLactate, withinStages } from '../lactate.ts';
import { readOnOff } from '../onOff.ts';
import { check, type Checker, type TestEvidence } from './check.ts';

const SPRINT_PEAK_S = { low: 6, high: 10 } as const;
const UNEQUAL_S = 2;
/** Methods of one threshold further apart than this share are a reason to look again. */
const METHODS_APART = 0.05;
const USUAL_SAMPLES = 5;
const STEADY_BEATS = 0.06;

export const sprintPeak: Checker = ({ details }) => {
  if (details?.kind !== 'fourEfforts') return null;
  const name = 'Sprint peak, seated, no shift';
  const limit = `${SPRINT_PEAK_S.low}–${SPRINT_PEAK_S.high} s into it`;
  const { sprintPeakS: second, seated } = details;
  if (second === null)
    return check(
      'sprintPeak',
      name,
      'not recorded',
      limit,
      'unknown',
      'When the peak came is not known.',
    );
  const inside = second >= SPRINT_PEAK_S.low && second <= SPRINT_PEAK_S.high;
  let says: string;
  if (seated === false) says = 'Not seated throughout: the peak is another one.';
  else if (second < SPRINT_PEAK_S.low) says = 'It came too early: too light a gear.';
  else if (second > SPRINT_PEAK_S.high) says = 'It came too late: too big a gear, or not all-out.';
  else says = 'The gear was right.';
  const posture = seated ? ', seated' : ', standing';
  return check(
    'sprintPeak',
    name,
    `${roundTo(second, 0)} s${seated === null ? '' : posture}`,
    limit,
    inside && seated !== false ? 'held' : 'doubtful',
    says,
  );
};

export const onOffEqual: Checker = ({ recording, protocol }) => {
  if (!recording || protocol.reading.kind !== 'onOff') return null;
  const limit = 'equal and unchanged, within 2 s';
  const read = readOnOff(recording.watts, recording.effort);
  if (!read.ok)
    return check('onOffEqual', 'Lengths of on and off', 'not found', limit, 'unknown', read.reason);
  // The last off may be cut short by the end of the effort.
  const lengths = read.value.lengths.slice(0, -1);
  const [shortest, longest] = [Math.min(...lengths), Math.max(...lengths)];
  const equal = longest - shortest <= 2 * UNEQUAL_S;
  return check(
    'onOffEqual',
    'Lengths of on and off',
    `${shortest}–${longest} s`,
    limit,
    equal ? 'held' : 'doubtful',
    equal ? 'The same length throughout.' : 'They changed on the way, so both readings shift.',
  );
};

export const fitResiduals: Checker = (evidence) => {
  const fit = fitOf(evidence);
  if (!fit) return null;
  const worst = [...fit.residuals].sort(
    (a, b) => Math.abs(b.offW / b.modelW) - Math.abs(a.offW / a.modelW),
  )[0];
  if (!worst) return null;
  const doubtful = fit.residuals.some((residual) => residual.doubtful);
  const figure = fit.residuals
    .map(({ seconds, offW }) => `${printClock(seconds)} ${printSigned(offW, 1)} W`)
    .join(', ');
  return check(
    'fitResiduals',
    'Efforts against the model',
    figure,
    'each within 2 %',
    doubtful ? 'doubtful' : 'held',
    doubtful
      ? `The ${printClock(worst.seconds)} does not fit the others. Was it, or were they, maximal?`
      : 'The three lie on one line.',
  );
};

export const fitWPrime: Checker = (evidence) => {
  const fit = fitOf(evidence);
  if (!fit) return null;
  const inside = fit.wPrimeJ >= 5000 && fit.wPrimeJ <= 35_000;
  return check(
    'fitWPrime',
    'W′',
    `${roundTo(fit.wPrimeJ / 1000, 1)} kJ`,
    '5–35 kJ',
    inside ? 'held' : 'doubtful',
    inside ? 'Usual.' : 'Unusual: one of the efforts was probably not maximal.',
  );
};

function fitOf({ details }: TestEvidence) {
  if (details?.kind !== 'fourEfforts') return null;
  const fit = fitCriticalPower(fourEffortPoints(details), null);
  return fit.ok ? fit.value.value : null;
}

export const pairOrder: Checker = ({ details }) => {
  if (details?.kind !== 'oneAndFive') return null;
  const ratio = details.oneW / details.fiveW;
  const usual = ratio >= 1.2 && ratio <= 2.2;
  const unusual =
    ratio < 1.2
      ? 'The minute was hardly above the five: it was probably not all-out.'
      : 'The five minutes are low for this minute.';
  return check(
    'pairOrder',
    '1:00 ÷ 5:00',
    roundTo(ratio, 2).toFixed(2),
    'usually 1.2–2.2',
    usual ? 'held' : 'doubtful',
    usual ? 'Both look maximal.' : unusual,
  );
};

export const lactateMethods: Checker = ({ details }) => {
  if (details?.kind !== 'lactate') return null;
  const reading = readLactate(details.samples, details.stepW, details);
  const name = 'Methods for LT2';
  const { crossing, dmax } = reading.lt2;
  if (!crossing.ok || !dmax.ok || reading.lt2ApartW === null) {
    const missing = [crossing, dmax].find(({ ok }) => !ok);
    return check(
      'lactateMethods',
      name,
      crossing.ok || dmax.ok ? 'one of two' : 'none',
      'within 5 %',
      'unknown',
      missing && !missing.ok ? missing.reason : '',
    );
  }
  const share = reading.lt2ApartW / Math.min(crossing.value.value, dmax.value.value);
  const figure = `${roundHalfUp(crossing.value.value)} W at ${details.lt2Mmol.toFixed(1)} mmol/L, ${roundHalfUp(dmax.value.value)} W by D-max`;
  const agrees = share <= METHODS_APART;
  return check(
    'lactateMethods',
    name,
    `${figure}: ${roundHalfUp(reading.lt2ApartW)} W apart`,
    'within 5 %',
    agrees ? 'held' : 'doubtful',
    agrees ? 'They agree.' : 'They disagree; look at the curve and pick the one that suits it.',
  );
};

export const lactateSamples: Checker = ({ details }) => {
  if (details?.kind !== 'lactate') return null;
  const ends = details.samples.filter(({ at }) => at === 'end');
  const struck = ends.filter((sample) => sample.struck !== null).length;
  const counted = ends.length - struck;
  const enough = counted >= USUAL_SAMPLES;
  const reasons = details.samples.flatMap(({ struck: reason, stageW }) =>
    reason === null ? [] : [`${stageW} W: ${reason}`],
  );
  const number = enough ? 'Enough for a curve.' : 'Too few for a curve that can be trusted.';
  return check(
    'lactateSamples',
    'Stage-end samples that count',
    `${counted}${struck > 0 ? `, ${struck} struck out` : ''}`,
    `at least ${USUAL_SAMPLES}`,
    enough ? 'held' : 'doubtful',
    reasons.length > 0 ? `Struck out: ${reasons.join('; ')}.` : number,
  );
};

export const pastLt2: Checker = ({ details }) => {
  if (details?.kind !== 'lactate') return null;
  const within = withinStages(details.samples);
  const lt2 = readLactate(details.samples, details.stepW, details).lt2[details.lt2By];
  const first = within.find((stage) => stage.pastLt2);
  if (within.length === 0)
    return check(
      'pastLt2',
      'Mid-stage against end',
      'no mid-stage samples',
      'a rise of 0.5 is past LT2',
      'unknown',
      'Mid-stage samples from LT1 on would show where lactate stops being cleared.',
    );
  if (!first)
    return check(
      'pastLt2',
      'Mid-stage against end',
      'no rise of 0.5',
      'a rise of 0.5 is past LT2',
      'doubtful',
      'No stage was clearly past LT2: did the test stop early?',
    );
  // A rise speaks for being past LT2; that there was none below says nothing.
  const agrees = !lt2.ok || lt2.value.value <= first.stageW;
  return check(
    'pastLt2',
    'Mid-stage against end',
    `${first.mid} → ${first.end} mmol/L at ${first.stageW} W`,
    'a rise of 0.5 is past LT2',
    agrees ? 'held' : 'doubtful',
    agrees
      ? 'It speaks for the LT2 that was picked.'
      : 'Inside the stages lactate already rose below the LT2 that was picked.',
  );
};

export const heartCoverage: Checker = ({ recording, heartRateUsable }) => {
  if (!recording) return null;
  if (heartRateUsable === false)
    return check(
      'heartCoverage',
      'Heart rate recorded',
      'not looked at',
      '90 % of the seconds',
      'unknown',
      'The health screen rules heart rate out for this rider; RPE governs.',
    );
  const beats = recording.bpm?.slice(recording.effort.startS, recording.effort.endS) ?? [];
  const share = beats.length === 0 ? 0 : beats.filter(isBeat).length / beats.length;
  return check(
    'heartCoverage',
    'Heart rate recorded',
    `${roundTo(share * 100, 1)} %`,
    '90 % of the seconds',
    share >= 0.9 ? 'held' : 'failed',
    share >= 0.9 ? 'The strap held.' : 'The strap dropped out for too long.',
  );
};

export const heartSteady: Checker = ({ recording, heartRateUsable }) => {
  if (!recording?.bpm || heartRateUsable === false) return null;
  const beats = recording.bpm.slice(recording.effort.startS, recording.effort.endS);
  const mean = (from: number, to: number): number => {
    const part = beats.slice(from, to).filter((beat): beat is number => beat !== null);
    return part.reduce((sum, beat) => sum + beat, 0) / Math.max(1, part.length);
  };
  const quarter = Math.floor(beats.length / 4);
  // The first quarter is the rise of the heart itself; from then on an even effort drifts little.
  const drift = mean(3 * quarter, beats.length) / mean(quarter, 2 * quarter) - 1;
  const even = Math.abs(drift) <= STEADY_BEATS;
  const uneven =
    drift < 0 ? 'Started too hard, so it reads low.' : 'Held back at first, or very warm.';
  return check(
    'heartSteady',
    'Last quarter against the second',
    `${roundTo(drift * 100, 1)} %`,
    'within 6 %',
    even ? 'held' : 'doubtful',
    even ? 'Evenly ridden, as far as the heart tells.' : uneven,
  );
};
