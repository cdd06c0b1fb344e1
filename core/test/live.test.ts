import { rideOn, startTestRide, usualSetting, PLAIN_RIDER } from '@uphill/core/simulation';
import { aheadInTest, protocolOf } from '@uphill/core/testing';
import { describe, expect, it } from 'vitest';

const TWENTY = protocolOf('twenty-minute');
const MAIN = TWENTY.steps.find(({ effort }) => effort === 'main');

describe('a test while it is ridden', () => {
  it('is held against what was written down, at 1:00 and at half and at no other moment', () => {
    if (!MAIN) throw new Error('no effort');
    // 260 W of FTP are 273.7 W for twenty minutes.
    const ahead = (second: number, meanW: number) =>
      aheadInTest(TWENTY, MAIN, second, meanW, 260)?.value ?? null;
    expect([ahead(59, 280), ahead(60, 280), ahead(89, 270), ahead(90, 270)]).toEqual([
      null,
      6,
      -4,
      null,
    ]);
    expect([ahead(599, 274), ahead(600, 274), ahead(1200, 274)]).toEqual([null, 0, null]);
    expect(aheadInTest(TWENTY, MAIN, 60, 280, null)).toBeNull();
    const ramp = protocolOf('ramp');
    for (const step of ramp.steps) expect(aheadInTest(ramp, step, 60, 280, 260)).toBeNull();
    for (const step of TWENTY.steps.filter(({ effort }) => effort !== 'main'))
      expect(aheadInTest(TWENTY, step, 60, 280, 260)).toBeNull();
  });

  it('knows the mean of its step on the stand-ins', () => {
    const ride = startTestRide(usualSetting('twenty-minute', PLAIN_RIDER, 250, 3));
    const { seconds } = rideOn(ride, [], 400);
    const { inStepS, stepMeanW } = ride.state();
    const step = seconds.slice(seconds.length - inStepS);
    expect(inStepS).toBeGreaterThan(0);
    expect(stepMeanW).toBeCloseTo(step.reduce((sum, { watts }) => sum + watts, 0) / step.length);
  });
});
