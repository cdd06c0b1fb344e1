import { percentOf, roundHalfUp } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { Protocol, TestStep } from './protocols.ts';

/** After a minute, and from half-way on, the effort is held against what was written down. */
const MINUTE_S = 60;
/** So long it is shown, s. */
const SHOWN_S = 30;

/**
 * How a steady effort goes while it is ridden: its mean so far against the watts that the written-down FTP implies,
 * shown at 1:00 and at half.
 *
 * @param protocol the test
 * @param step the step under way
 * @param inStepS seconds ridden of it
 * @param meanW its mean so far, W
 * @param expectedFtpW FTP that was written down before, W; null without one
 * @returns watts ahead (above 0) or behind with their working; null at any other moment, and where nothing steady is read
 * Source: handbook section 4 ("write the expected result down before the test") and 9.3 (While riding).
 */
export function aheadInTest(
  { reading, ftpPercent }: Pick<Protocol, 'reading' | 'ftpPercent'>,
  { effort, seconds, ask }: TestStep,
  inStepS: number,
  meanW: number,
  expectedFtpW: number | null,
): Worked | null {
  if (reading.kind !== 'steady' || ftpPercent === null || expectedFtpW === null) return null;
  if (effort !== 'main' || ask.kind !== 'maximal' || seconds === null) return null;
  const looks = [MINUTE_S, Math.floor(seconds / 2)];
  if (!looks.some((look) => inStepS >= look && inStepS < look + SHOWN_S)) return null;
  const wantedW = (expectedFtpW * 100) / ftpPercent;
  const ahead = roundHalfUp(meanW - wantedW);
  return worked(ahead, 'W', 'Mean so far against what was written down', [
    ['FTP written down', `${expectedFtpW} W`],
    [`÷ ${ftpPercent / 100}: this effort`, `${roundHalfUp(wantedW)} W`],
    ['Mean so far', `${roundHalfUp(meanW)} W`],
    [`${ftpPercent} % of it would be`, `${percentOf(ftpPercent, roundHalfUp(meanW))} W`],
  ]);
}
