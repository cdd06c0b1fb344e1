import { percentOf, printClock, roundHalfUp } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { FTP_BOUNDS, type Protocol, type RampShape, STAGE_S } from './protocols.ts';

/**
 * FTP from a test reading: the reading is rounded to whole watts, then the protocol's share of it is taken.
 *
 * @param protocol a protocol that yields FTP
 * @param readingW the reading, W
 * @returns FTP in whole W with its working
 * @throws RangeError where the protocol gives no FTP
 * Source: handbook sections 4 and 5 (Conventions).
 * @example
 * ftpFromReading(protocolOf('twenty-minute'), 274).value // 260
 */
export function ftpFromReading(protocol: Protocol, readingW: number): Worked {
  if (protocol.ftpPercent === null) throw new RangeError(`${protocol.name} gives no FTP.`);
  const whole = roundHalfUp(readingW);
  const ftpW = percentOf(protocol.ftpPercent, whole);
  return worked(
    ftpW,
    'W',
    protocol.name,
    [
      [capital(protocol.readingName), `${whole} W`],
      ['× share held for about an hour', (protocol.ftpPercent / 100).toFixed(2)],
      ['FTP, rounded half up', `${ftpW} W`],
    ],
    [['Share of the reading', `${protocol.ftpPercent} %`]],
  );
}

/**
 * Says why an FTP cannot be used, if it cannot.
 *
 * @param ftpW W
 * @returns a sentence that names the field and the reason, or null where it is sound
 */
export function ftpRefusal(ftpW: number): string | null {
  if (Number.isInteger(ftpW) && ftpW >= FTP_BOUNDS.low && ftpW <= FTP_BOUNDS.high) return null;
  return `FTP is ${Number.isFinite(ftpW) ? `${ftpW} W` : 'not a number'}. It has to be whole watts between ${FTP_BOUNDS.low} and ${FTP_BOUNDS.high} W.`;
}

/** Where a ramp should end for an expected FTP. */
export interface RampEnd {
  /** Best minute that the expected FTP implies, W. */
  readonly minuteW: number;
  readonly stageW: number;
  readonly secondsIntoStage: number;
  /** Whole length of the ramp, s. */
  readonly rampSeconds: number;
}

/**
 * Where a ramp should end: M = FTP ÷ 0.75; last stage S = start + step·⌈(M − start) ÷ step⌉, left
 * (M − S + step) ÷ step × 60 s into it.
 *
 * @param ftpW expected FTP, W
 * @param ramp start and step, W
 * @returns the expected end with its working; in the first stage where the start is already above M
 * Source: handbook section 4.
 */
export function expectedRampEnd(ftpW: number, ramp: RampShape): Worked<RampEnd> {
  const { startW, stepW } = ramp;
  const minuteW = ftpW / 0.75;
  // A ramp that starts above what the rider can hold ends in its first stage.
  const steps = Math.max(0, Math.ceil((minuteW - startW) / stepW - 1e-9));
  const stageW = startW + stepW * steps;
  const secondsIntoStage = Math.max(0, ((minuteW - stageW + stepW) / stepW) * STAGE_S);
  const rampSeconds = steps * STAGE_S + secondsIntoStage;
  const lines: [string, string][] = [
    [`Best minute expected: ${ftpW} W ÷ 0.75`, `${minuteW.toFixed(1)} W`],
    [`Last stage: ${startW} + ${stepW} × ${steps}`, `${stageW} W`],
    [
      `Into it: (${minuteW.toFixed(1)} − ${stageW} + ${stepW}) ÷ ${stepW} × ${STAGE_S} s`,
      `${roundHalfUp(secondsIntoStage)} s`,
    ],
    ['Ramp in all', printClock(rampSeconds)],
  ];
  return worked(
    { minuteW, stageW, secondsIntoStage, rampSeconds },
    '',
    'Expected end of a ramp',
    lines,
    [
      ['Start', `${startW} W`],
      ['Step', `${stepW} W`],
    ],
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
