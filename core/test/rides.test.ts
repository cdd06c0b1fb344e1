import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandsFor, SEVEN_STEPS, timeInZones, timeInZonesOf } from '@uphill/core/zones';
import {
  dayOfRide,
  type Reading,
  readRide,
  rideFigures,
  rideNumbers,
  moveEdits,
  NO_EDITS,
  type RideToRead,
  withEdit,
} from '@uphill/core/review';
import { expand, parseSentence, type Segment } from '@uphill/core/sessions';
import { goalOn } from '@uphill/core/rider';
import { parseCsvRecording, parseGpxRecording } from '@uphill/core/formats';
import { stopsOf } from '@uphill/core/power';
import { INES, newId, plan } from './support.ts';

const segmentsOf = (text: string): Segment[] =>
  expand(plan(...parseSentence(text, { hills: [], ftpW: 260, newId }).items), {
    ...INES,
    ftpW: 260,
  });
/** A session ridden as it was asked, with something before it. */
const riddenOf = (segments: readonly Segment[], beforeS = 0): number[] => [
  ...new Array<number>(beforeS).fill(120),
  ...segments.flatMap(({ seconds, from, to }) =>
    Array.from({ length: seconds }, (_, at) =>
      Math.round(((from?.countedW ?? 0) + (to?.countedW ?? 0)) / 2 + 6 * Math.sin(at)),
    ),
  ),
];

const WORK = '15 easy, 4 × 8:00 at 100 %, 4:00 easy between, 10 easy';
/** A ride read against a session. */
const read = (text: string, ride: Pick<RideToRead, 'watts'> & Partial<RideToRead>): Reading => {
  const { items } = parseSentence(text, { hills: [], ftpW: 260, newId });
  return readRide(
    { plan: plan(...items), climbing: { rider: { ...INES, ftpW: 260 } } },
    { bpm: null, rpm: null, stops: [], place: 'trainer', ...ride },
  );
};
const numbersOf = ({ set }: Reading) => set?.rows.map(({ rep }) => rep);

describe('a session laid on its ride', () => {
  it('is found wherever it was begun', () => {
    const segments = segmentsOf(WORK);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1500 }), (beforeS) => {
        const reading = read(WORK, { watts: riddenOf(segments, beforeS) });
        expect(reading.located?.from).toBe('found');
        expect(numbersOf(reading)).toEqual([1, 2, 3, 4]);
        for (const { rep, startS } of reading.set?.rows ?? [])
          expect(Math.abs(startS - (beforeS + 900 + ((rep ?? 0) - 1) * 720))).toBeLessThanOrEqual(
            3,
          );
      }),
      { numRuns: 40 },
    );
  });

  it('begun late or broken off, what was ridden of it is found; laps of every rep come first; what is another ride is not', () => {
    const watts = riddenOf(segmentsOf(WORK));
    expect(read(WORK, { watts: watts.slice(600) }).set?.rows[0]?.startS).toBe(300);
    const broken = read(WORK, { watts: watts.slice(0, 2400) });
    expect([numbersOf(broken), broken.set?.notRidden]).toEqual([[1, 2, 3], [4]]);
    const laps = [900, 1620, 2340, 3060].map((startS) => ({ startS: startS + 3, seconds: 481 }));
    const byLaps = read(WORK, { watts, laps });
    expect(byLaps.located?.from).toBe('laps');
    // Pressed three seconds late, one of them not at all: the watts say where the reps began.
    expect(byLaps.set?.rows[0]).toMatchObject({ rep: 1, startS: 900, endS: 1380 });
    const oneMissed = read(WORK, { watts, laps: laps.slice(1) });
    expect([oneMissed.located?.from, numbersOf(oneMissed)]).toEqual(['laps', [1, 2, 3, 4]]);
    expect(read(WORK, { watts, laps: laps.slice(3) }).located?.from).toBe('found');
    expect(read(WORK, { watts: watts.map((_, second) => 150 + (second % 40)) }).set).toBeNull();
    // Without watts only laps tell, and a ride without reps has none to find.
    expect(read(WORK, { watts: watts.map(() => null) }).set).toBeNull();
    expect(read('90 at 56–75 %', { watts }).set).toBeNull();
  });

  it('where rests are as long as reps, laps are taken for reps where the watts are', () => {
    const text = '15 easy, 4 × 4:00 at 100 %, 4:00 easy after each, 10 easy';
    const segments = segmentsOf(text);
    const laps = segments.map(({ startS, seconds }) => ({ startS, seconds }));
    const { set } = read(text, { watts: riddenOf(segments), laps });
    expect(set?.rows.map(({ startS }) => startS)).toEqual([900, 1380, 1860, 2340]);
  });

  it('what the coach said of an edge is applied to whatever is found, and can be taken back', () => {
    const watts = riddenOf(segmentsOf(WORK));
    const found = read(WORK, { watts }).set?.rows ?? [];
    const was = { startS: found[1]?.startS ?? 0, endS: found[1]?.endS ?? 0 };
    const is = { startS: was.startS + 20, endS: was.endS - 7 };
    const edits = withEdit(NO_EDITS, was, is);
    const edited = read(WORK, { watts, edits });
    expect(edited.located?.from).toBe('coach');
    expect(edited.set?.rows[1]).toMatchObject({ rep: 2, ...is });
    expect(edited.set?.rows[2]).toMatchObject({ startS: found[2]?.startS });
    // Found a little elsewhere, by laps, it still lies where the coach put it.
    const laps = found.map(({ startS, seconds }) => ({ startS: startS + 4, seconds }));
    expect(read(WORK, { watts, laps, edits }).set?.rows[1]).toMatchObject(is);
    // A recording of ten minutes joined before it: the same seconds of the same ride.
    const early = [...new Array<number>(600).fill(110), ...watts];
    expect(read(WORK, { watts: early, edits: moveEdits(edits, 600) }).set?.rows[1]).toMatchObject({
      startS: is.startS + 600,
      endS: is.endS + 600,
    });
    expect(withEdit(edits, is, was)).toEqual(NO_EDITS);
    // One taken out, one put in; none found and the first one marked.
    const without = read(WORK, { watts, edits: withEdit(NO_EDITS, was, null) });
    expect([numbersOf(without), without.set?.leftOut]).toEqual([[1, 3, 4], [2]]);
    const soft = watts.map((each) => (each > 200 ? 150 : 130));
    expect(read(WORK, { watts: soft }).set).toBeNull();
    const first = read(WORK, { watts: soft, edits: { firstS: 905, changes: [] } });
    expect(first.set?.rows[0]?.startS).toBe(905);
  });

  it('belongs to the nearest in length of its date, of equals to the earlier on the day', () => {
    const days = [
      { id: 'b', seconds: 3600, position: 1 },
      { id: 'a', seconds: 5400, position: 0 },
      { id: 'c', seconds: 3600, position: 2 },
    ];
    expect([
      dayOfRide(days, 3500),
      dayOfRide(days, 4500),
      dayOfRide(days, 9000),
      dayOfRide([], 3600),
    ]).toEqual(['b', 'a', 'a', null]);
  });
});

describe('what is stored of a ride', () => {
  it('adds up: the histogram holds every moving second, and the zones of it are those of the stream', () => {
    const stream = fc.array(fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 900 })), {
      minLength: 60,
      maxLength: 400,
    });
    const bands = bandsFor(SEVEN_STEPS, { ftp: 260 });
    fc.assert(
      fc.property(stream, (watts) => {
        const { numbers, pack } = rideNumbers({ watts, bpm: null, stops: [] });
        expect(pack.watts.reduce((sum, seconds) => sum + seconds, 0)).toBe(
          pack.watts.length === 0 ? 0 : numbers.movingS,
        );
        const moving = pack.watts.flatMap((seconds, value) =>
          new Array<number>(seconds).fill(value),
        );
        expect(timeInZonesOf(bands, pack.watts, moving.length)).toEqual(timeInZones(bands, moving));
        expect(timeInZonesOf(bands, pack.watts, moving.length + 7).missing).toBe(7);
      }),
    );
  });

  it('cuts a stop out of hours, mean and heart; without watts the moving hours are those without stops', () => {
    const at = (second: number, standing: number, riding: number) =>
      second >= 100 && second < 200 ? standing : riding;
    const of = (standing: number, riding: number) =>
      Array.from({ length: 1000 }, (_, second) => at(second, standing, riding));
    const stops = stopsOf(of(0, 8), of(0, 90));
    const { numbers, pack } = rideNumbers({ watts: of(40, 200), bpm: of(90, 140), stops });
    expect(numbers).toEqual({
      movingS: 900,
      meanW: 200,
      surgeW: 200,
      energyKj: 180,
      meanBpm: 140,
      highestBpm: 140,
      missingShare: 0,
    });
    expect([pack.watts[40], pack.watts[200], pack.bpm[140]]).toEqual([0, 900, 900]);
    expect(
      rideNumbers({ watts: of(0, 0).map(() => null), bpm: of(90, 140), stops }).numbers,
    ).toEqual({
      ...{ movingS: 900, meanW: null, surgeW: null, energyKj: null, meanBpm: 140, highestBpm: 140 },
      missingShare: 0,
    });
  });

  it('knows which share of the watts was lost, stops apart', () => {
    const watts = Array.from({ length: 1000 }, (_, second) => {
      if (second >= 500 && second < 600) return 0;
      return second < 180 ? null : 200;
    });
    const stops = [{ startS: 500, seconds: 100 }];
    expect(rideNumbers({ watts, bpm: null, stops }).numbers.missingShare).toBe(0.2);
  });

  it('gives load from watts with the FTP of the day, else from minutes and RPE, else none', () => {
    const { numbers } = rideNumbers({
      watts: new Array<number>(3600).fill(260),
      bpm: null,
      stops: [],
    });
    expect(rideFigures(numbers, { ftpW: 260, minutes: null, rpe: 4 })).toMatchObject({
      load: { value: 100 },
      intensityRatio: { value: 1 },
      loadFrom: 'power',
    });
    expect(rideFigures(numbers, { ftpW: 130, minutes: null, rpe: null }).load?.value).toBeCloseTo(
      400,
      9,
    );
    // An hour at RPE 6 is 65 points: by the handbook's table.
    expect(rideFigures(numbers, { ftpW: null, minutes: null, rpe: 6 })).toMatchObject({
      load: { value: 65 },
      intensityRatio: null,
      loadFrom: 'effort',
    });
    expect(rideFigures(null, { ftpW: 260, minutes: 90, rpe: 6 }).load?.value).toBeCloseTo(97.5, 9);
    expect(rideFigures(null, { ftpW: 260, minutes: 90, rpe: null })).toEqual({
      load: null,
      loadFrom: null,
      intensityRatio: null,
      energyKj: null,
    });
  });

  it('brings speed, height, place and temperature from CSV and GPX, and leaves out what cannot be', () => {
    const rows = Array.from(
      { length: 60 },
      (_, second) =>
        `${second},200,${second === 5 ? 99_999 : 1353},47.5,${second === 6 ? 181 : 11.25},21`,
    );
    const csv = parseCsvRecording(`s,power,Altitude (ft),lat,lon,temp\n${rows.join('\n')}`);
    if (!csv.ok) throw new Error(csv.reason);
    expect([
      csv.value.heightM?.[0],
      csv.value.heightM?.[5],
      csv.value.latitude?.[0],
      csv.value.longitude?.[6],
      csv.value.celsius?.[1],
    ]).toEqual([412.4, null, 47.5, null, 21]);
    expect(
      parseCsvRecording(
        `s,power,Temp (F)\n${rows.map((row) => row.split(',').slice(0, 3).join()).join('\n')}`,
      ),
    ).toMatchObject({
      value: {
        celsius: null,
        notes: ['One column is not used: "Temp (F)".', 'Heart rate is missing.'],
      },
    });
    const points = Array.from(
      { length: 60 },
      (_, second) =>
        `<trkpt lat="${second === 3 ? 'north' : 47.123456}" lon="11.5"><ele>512.25</ele><time>2026-10-01T10:00:${String(second).padStart(2, '0')}Z</time><extensions><power>200</power><atemp>17</atemp></extensions></trkpt>`,
    );
    const gpx = parseGpxRecording(`<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`);
    if (!gpx.ok) throw new Error(gpx.reason);
    const { latitude, longitude, heightM, celsius } = gpx.value;
    expect([latitude?.[0], latitude?.[3], longitude?.[0], heightM?.[0], celsius?.[0]]).toEqual([
      47.123456,
      null,
      11.5,
      512.3,
      17,
    ]);
  });
});

describe('the goal a rider rides for', () => {
  it('is the next main one, else the next at all, else the last of before', () => {
    const goals = [
      { date: '2026-10-01', rank: 'main' as const },
      { date: '2026-12-01', rank: 'training' as const },
      { date: '2027-03-01', rank: 'main' as const },
    ];
    const on = (day: string, of = goals) => goalOn(of, day)?.date ?? null;
    expect([on('2026-09-01'), on('2026-11-01'), on('2027-03-01'), on('2027-04-01')]).toEqual([
      '2026-10-01',
      '2027-03-01',
      '2027-03-01',
      '2027-03-01',
    ]);
    expect([on('2026-11-01', goals.slice(0, 2)), on('2026-11-01', [])]).toEqual([
      '2026-12-01',
      null,
    ]);
  });
});
