import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expand, parseSentence } from '@uphill/core/sessions';
import {
  parseCsvRecording,
  parseFitRecording,
  writeCsvRecording,
  writeFitRecording,
} from '@uphill/core/formats';
import {
  rideSessionOn,
  type SessionEvent,
  type SessionRideSetting,
  startSessionRide,
} from '@uphill/core/simulation';
import { HILLS } from './arbitrary.ts';
import { INES, newId, plan, RIDER, roomRows } from './support.ts';

function setting(text: string, over: Partial<SessionRideSetting> = {}): SessionRideSetting {
  const { items, unread } = parseSentence(text, { hills: HILLS, ftpW: null, newId });
  expect(unread).toEqual([]);
  const segments = expand(plan(...items), { ...INES, ftpW: 250 });
  return {
    segments,
    rider: RIDER,
    trainer: 'held watts',
    slope: { gradient: 0.02, riderKg: 70 },
    seed: 5,
    dropsPerHour: 0,
    powerDropsPerHour: 0,
    ...over,
  };
}

const OF_250 = { ...INES, ftpW: 250 };

/** What the room kept of a session, as rows. */
function rowsOf(
  text: string,
  { seconds, state }: Pick<ReturnType<typeof ridden>, 'seconds' | 'state'>,
) {
  const { items } = parseSentence(text, { hills: HILLS, ftpW: null, newId });
  return roomRows(plan(...items), OF_250, state.steps, {
    watts: seconds.map(({ watts }) => watts),
    bpm: seconds.map(({ bpm }) => bpm),
  });
}

const FOURS = '5 building to 75 %, 4 × 4:00 at 95–100 %, 2:00 easy between, 5 down';

function ridden(which: SessionRideSetting, events: readonly SessionEvent[] = [], untilS?: number) {
  const ride = startSessionRide(which);
  const seconds = rideSessionOn(ride, events, untilS);
  return { ride, seconds, state: ride.state() };
}

describe('a session on the stand-ins', () => {
  it('lasts as long as it says, and every step is kept where it lay', () => {
    const { seconds, state } = ridden(setting(FOURS));
    expect(seconds).toHaveLength(32 * 60);
    expect(state.ended).toBe(true);
    expect(state.steps.map(({ startS, endS }) => endS - startS)).toEqual(
      setting(FOURS).segments.map((segment) => segment.seconds),
    );
    state.steps.forEach(({ startS }, index) =>
      expect(startS).toBe(index === 0 ? 0 : state.steps[index - 1]?.endS),
    );
  });

  it.each(['held watts', 'slope', 'free'] as const)(
    '%s: the reps are ridden near what is asked, the rests are easy',
    (trainer) => {
      const which = setting(FOURS, { trainer });
      const { seconds, state } = ridden(which);
      const lines = rowsOf(FOURS, { seconds, state });
      expect(lines).toHaveLength(4);
      for (const line of lines) {
        expect(line.band).toEqual({ low: 238, high: 250 });
        expect(Math.abs((line.meanW ?? 0) - 244)).toBeLessThan(8);
        expect(line.bpmAtEnd).toBeGreaterThan(140);
        expect(line.inBandS ?? 0).toBeGreaterThan(60);
      }
      expect(seconds.some(({ metresPerSecond }) => metresPerSecond !== undefined)).toBe(
        trainer === 'slope',
      );
    },
  );

  it('a ride that was left goes on as if it had not been, from its seed and what was pressed', () => {
    const did = fc.constantFrom<SessionEvent['did']>(
      'lap',
      'skip',
      'back',
      'minute',
      'lastOne',
      'harder',
      'easier',
    );
    const anyEvents = fc
      .array(fc.record({ second: fc.integer({ min: 0, max: 900 }), did }), { maxLength: 6 })
      .map((events) => events.sort((a, b) => a.second - b.second));
    const fours = setting(FOURS);
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 0, max: 1000 }), (events, untilS) => {
        const whole = ridden(fours, events);
        const first = ridden(fours, events, untilS);
        const pressed = first.ride.events();
        const again = startSessionRide(fours);
        const seconds = rideSessionOn(again, pressed, untilS);
        expect(seconds).toEqual(whole.seconds.slice(0, seconds.length));
        expect(again.state()).toEqual(first.state);
      }),
      { numRuns: 40 },
    );
  });

  it('skip goes on, back repeats, a minute more lengthens a rest and no rep, the last one leaves the set', () => {
    const at = (events: readonly SessionEvent[]) =>
      ridden(setting(FOURS), events).state.steps.map(({ rep, startS, endS }) => [
        rep,
        endS - startS,
      ]);
    expect(at([{ second: 60, did: 'skip' }])[0]).toEqual([null, 60]);
    expect(at([{ second: 360, did: 'back' }]).slice(1, 3)).toEqual([
      [null, 60],
      [1, 240],
    ]);
    expect(at([{ second: 560, did: 'minute' }])[2]).toEqual([null, 180]);
    expect(at([{ second: 400, did: 'minute' }])[1]).toEqual([1, 240]);
    // In the second rep: it ends here, and the cool-down follows.
    expect(at([{ second: 700, did: 'lastOne' }]).slice(-2)).toEqual([
      [2, 40],
      [null, 300],
    ]);
    expect(at([{ second: 100, did: 'stop' }])).toEqual([[null, 100]]);
  });

  it('an open step goes on until lap is pressed; within a timed one lap marks the recording', () => {
    const open = setting('until lap about 5:00 at 60 %, 3 × 2:00 at 100 %, 1:00 easy between');
    const { state, ride } = ridden(open, [
      { second: 720, did: 'lap' },
      { second: 750, did: 'lap' },
    ]);
    expect(state.steps.map(({ startS, endS }) => endS - startS)).toEqual([
      720, 120, 60, 120, 60, 120,
    ]);
    expect(state.laps).toEqual([750]);
    const before = startSessionRide(open);
    rideSessionOn(before, [], 600);
    expect(before.state()).toMatchObject({ leftS: null, leftM: null, at: 0, ended: false });
    expect(ride.state().ended).toBe(true);
  });

  it('a step left open for ever ends with the day', () => {
    expect(ridden(setting('until lap at 50 %')).state).toMatchObject({
      ended: true,
      second: 86_400,
    });
  });

  it('a hill ends at its top where the trainer is a slope, else by its reckoned time', () => {
    const hill = 'to the top of Quarry Lane at 100 %, 5:00 easy';
    const slope = setting(hill, { trainer: 'slope', slope: { gradient: 0.01, riderKg: 61 } });
    const { seconds, state } = ridden(slope);
    const [climb] = state.steps;
    const metres = seconds
      .slice(0, climb?.endS)
      .reduce((sum, { metresPerSecond = 0 }) => sum + metresPerSecond, 0);
    expect(metres).toBeGreaterThanOrEqual(2400);
    expect(metres).toBeLessThan(2410);
    // Within a few per cent of what the power balance reckons for these watts.
    expect(Math.abs((climb?.endS ?? 0) / (slope.segments[0]?.seconds ?? 1) - 1)).toBeLessThan(0.06);
    expect(ridden(setting(hill)).state.steps[0]?.endS).toBe(slope.segments[0]?.seconds);
    const half = startSessionRide(slope);
    const so = rideSessionOn(half, [], 300).reduce(
      (sum, { metresPerSecond = 0 }) => sum + metresPerSecond,
      0,
    );
    expect(Math.abs((half.state().leftM ?? 0) - (2400 - so))).toBeLessThan(2);
  });

  it('in a rising step the band rises with the clock, and a rider on it is in it', () => {
    const ride = startSessionRide(
      setting('10:00 building from 50 % to 90 %, 5:00 at 80–84 %', { trainer: 'free' }),
    );
    const asked = (): [number, number] => [
      ride.state().asked?.lowW ?? 0,
      ride.state().asked?.highW ?? 0,
    ];
    expect(asked()).toEqual([125, 125]);
    rideSessionOn(ride, [], 300);
    expect(asked()).toEqual([175, 175]);
    rideSessionOn(ride, [], 299);
    expect(asked()).toEqual([225, 225]);
    rideSessionOn(ride, [], 20);
    expect(asked()).toEqual([200, 210]);
    // What the step asked as a whole is what is kept with the ride.
    expect(ride.state().steps[0]).toMatchObject({ lowW: 125, highW: 225 });
  });

  it('lost watts are missing in the recording, the ride goes on, and no mean counts them', () => {
    const steady = ridden(setting(FOURS)).seconds;
    const { seconds, state } = ridden(setting(FOURS, { powerDropsPerHour: 12 }));
    const lost = seconds.filter(({ watts }) => watts === null).length;
    expect(lost).toBeGreaterThan(10);
    seconds.forEach(({ watts }, second) =>
      expect(watts ?? steady[second]?.watts).toBe(steady[second]?.watts),
    );
    const lines = rowsOf(FOURS, { seconds, state });
    expect(lines).toHaveLength(4);
    for (const { meanW } of lines) expect(Math.abs((meanW ?? 0) - 244)).toBeLessThan(8);
    const read = parseFitRecording(writeFitRecording(seconds, '2026-11-24T18:00:00'));
    expect(read.ok && read.value.watts.filter((watts) => watts === null)).toHaveLength(lost);
    expect(parseCsvRecording(writeCsvRecording(seconds, '2026-11-24T18:00:00'))).toMatchObject({
      ok: true,
      value: { watts: seconds.map(({ watts }) => watts) },
    });
  });

  it('turned up, it asks and rides two per cent more', () => {
    const { state, seconds } = ridden(setting(FOURS), [{ second: 0, did: 'harder' }]);
    const [first] = rowsOf(FOURS, { seconds, state });
    expect(first?.band).toEqual({ low: Math.round(238 * 1.02), high: Math.round(250 * 1.02) });
  });

  it('a set too hard is not held: the last rep falls under its band', () => {
    const text = '5 building to 75 %, 8 × 3:00 at 130 %, 30 s easy between, 5 down';
    const reps = rowsOf(text, ridden(setting(text, { trainer: 'free' })));
    expect(reps[0]?.meanW).toBeGreaterThan(310);
    expect(reps.at(-1)?.meanW).toBeLessThan(300);
    expect(reps.at(-1)?.inBandS).toBeLessThan(60);
  });
});

describe('the table of reps', () => {
  it('joins the steps of a rep, takes its first and last minute, and counts the seconds in its band', () => {
    const step = (
      rep: number,
      startS: number,
      endS: number,
      lowW: number | null,
      highW: number | null,
    ) => ({ ...{ rep, role: 'work' as const, startS, endS, lowW, highW } });
    const watts = [
      ...new Array<number>(120).fill(200),
      ...new Array<number>(120).fill(300),
      ...new Array<number>(60).fill(60),
      ...new Array<number>(60).fill(100),
    ];
    const text = '2 × (2:00 at 80 % and 2:00 at 114 %), 1:00 easy between';
    const { items } = parseSentence(text, { hills: HILLS, ftpW: null, newId });
    const rows = (...steps: ReturnType<typeof step>[]) =>
      roomRows(plan(...items), OF_250, steps, { watts });
    expect(
      rows(step(1, 0, 120, 195, 205), step(1, 120, 240, 280, 290), step(2, 300, 360, 100, 100)),
    ).toMatchObject([
      { rep: 1, seconds: 240, meanW: 250, firstMinuteW: 200, lastMinuteW: 300, inBandS: 120 },
      { rep: 2, seconds: 60, meanW: 100, inBandS: 60 },
    ]);
    expect(rows(step(1, 0, 120, 195, 205), step(1, 120, 240, 280, 290))[0]?.band).toEqual({
      low: 237.5,
      high: 247.5,
    });
  });
});
