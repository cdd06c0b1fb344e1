/** Ridden sessions with their truth beside them: reps, verdicts, suggestion, as near as their README says. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { parseCsvRecording } from '@uphill/core/formats';
import { eating } from '@uphill/core/fuel';
import { stopsOf } from '@uphill/core/power';
import { joinRecordings, readRide, suggest, USUAL_LIMITS } from '@uphill/core/review';
import { numbersOnDay } from '@uphill/core/rider';
import { parseSentence, sessionNumbers, solveWatts } from '@uphill/core/sessions';

const NOBODY = { name: '', powerSource: 'crank', ftp: [], bodyMass: [], heartRates: [] };
const GUT = 60;

/**
 * Where a ridden session is read otherwise than its truth says.
 *
 * @param stated the case
 * @param folder where its recordings lie
 * @returns one line for each difference
 */
export function differencesOfRide(stated, folder) {
  const { truth } = stated;
  const rider = riderOf(stated);
  const plan = stated.planned === null ? null : planOf(stated);
  const reading = readRide(plan && { plan, climbing: { rider } }, {
    ...joinedOf(stated, folder),
    ...{ place: stated.place, rpe: stated.rpe ?? null, eatenG: stated.eatenG ?? null },
    planG: plan && gramsOf(plan, rider),
  });
  const solved = plan && solveWatts(plan, rider);
  const suggestion = suggest({
    ...{ reading, rpe: stated.rpe ?? null, before: [], tiredRunning: 0, caution: null },
    solvedW: solved?.ok ? solved.value.watts.value : null,
    ...{ aboveCurve: null, retestDue: false, found: null, limits: USUAL_LIMITS },
  });
  const told = (ids) => ids.filter((id) => !truth.either.includes(id)).join(' ');
  return [
    ...unless('verdicts', told(reading.verdicts.map(({ id }) => id)), told(truth.verdicts)),
    ...unless('headline', reading.headline?.id ?? null, truth.headline),
    ...unless('left out', `${reading.set?.leftOut ?? []}`, `${truth.leftOut}`),
    ...unless('not ridden', `${reading.set?.notRidden ?? []}`, `${truth.notRidden}`),
    ...unless('extra', reading.set?.extra ?? 0, truth.extra),
    ...unless('rule', suggestion?.rule ?? null, truth.suggestion.rule),
    ...unless('what next', suggestion?.does ?? 'nothing', truth.suggestion.do),
    ...unless('reps', reading.set?.rows.length ?? 0, truth.reps.length),
    ...truth.reps.flatMap((rep, at) => offRow(rep, reading.set?.rows[at], at + 1)),
  ];
}

function unless(what, found, stated) {
  return found === stated ? [] : [`${what}: ${stated} stated, ${found} found`];
}

function offRow(truth, row, place) {
  if (!row) return [`rep ${place} was not found`];
  const edge = truth.seconds < 20 ? 1.5 : 3;
  const mean = truth.seconds < 60 ? 0.04 : 0.015;
  const within = [
    ['start', row.startS, truth.start, truth.softStart ? 5 : edge],
    ['end', row.endS, truth.end, edge],
    ['mean', row.meanW, truth.meanW, mean * truth.meanW],
    ['low', row.band?.low, truth.lowW, 0.01],
    ['high', row.band?.high, truth.highW, 0.01],
    ['first 20 s', row.first20W, truth.first20W, 0.05 * truth.first20W],
    ['last 20 s', row.last20W, truth.last20W, 0.05 * truth.last20W],
    ['first minute', row.firstMinuteW, truth.firstMinuteW, 0.03 * truth.firstMinuteW],
    ['last minute', row.lastMinuteW, truth.lastMinuteW, 0.03 * truth.lastMinuteW],
    ['heart rate at the end', row.bpmAtEnd, truth.bpmAtEnd, 2],
    ['in band', row.inBandS, truth.inBandS, 4 + 0.03 * truth.seconds],
  ];
  return within.flatMap(([what, found, stated, by]) => {
    if (stated === undefined) return [];
    const equal = stated === null ? found == null : Math.abs(found - stated) <= by;
    return equal ? [] : [`rep ${place}, ${what}: ${stated} stated, ${found} found`];
  });
}

function riderOf({ rider: { ftpW, cpW, wPrimeJ, maxHr, thresholdHr, massKg } }) {
  return {
    ...numbersOnDay(NOBODY, '2000-01-01'),
    ...{ ftpW, massKg, maximalBpm: maxHr, thresholdBpm: thresholdHr, hasPower: ftpW !== null },
    ...{ bests: [], goalW: null, fit: cpW === null ? null : { cpW, wPrimeJ } },
  };
}

function planOf({ planned, rider: { ftpW } }) {
  let made = 0;
  const { items } = parseSentence(planned, { hills: [], ftpW, newId: () => `c${(made += 1)}` });
  return {
    ...{ name: '', nameFollows: true, purpose: '', system: 'threshold', place: 'any', note: '' },
    items,
  };
}

function joinedOf({ recordings }, folder) {
  const parts = recordings.map(({ file, laps = [], startedAt }) => {
    const read = parseCsvRecording(gunzipSync(readFileSync(path.join(folder, file))).toString());
    if (!read.ok) throw new Error(read.reason);
    const { watts, bpm, rpm, metresPerSecond } = read.value;
    return {
      ...{ startedAt, watts, bpm, rpm, stops: stopsOf(metresPerSecond, rpm) },
      laps: laps.map(([from, to]) => ({ startS: from, seconds: to - from })),
    };
  });
  const joined = joinRecordings(parts);
  if (!joined.ok) throw new Error(joined.reason);
  return joined.value;
}

function gramsOf(plan, rider) {
  const { energyKj, totalS, intensityRatio } = sessionNumbers(plan, rider);
  const hours = totalS.value / 3600;
  const kind = (intensityRatio?.value ?? 0) <= 0.75 ? 'easy' : 'hard';
  const burnKcalPerHour = (energyKj?.value ?? 0) / hours;
  return eating({ kind, hours, burnKcalPerHour, gutGPerHour: GUT }).value * hours;
}
