import { type MeasuredBy, noiseOfChange, realness } from '../noise.ts';
import { differenceInCalendarDays } from 'date-fns';
import { roundTo, plural } from '../../units/index.ts';
import { HEAT_APART_C, POSITION_NAMES, setupDifferences } from '../preparation.ts';
import { type Protocol, PROTOCOLS, RETEST_WEEKS } from '../protocols.ts';
import { check, type Checker, type EarlierTest, latest, type Moved, signed } from './check.ts';

/** Estimates older than this do not speak to a new one, days. Source: handbook section 4. */
const AGREEMENT_DAYS = 90;
const AGREEMENT_SHARE = 0.05;
const YEAR_DAYS = 365;
/** So far from the same day last year it is still the same season. */
const SEASON_DAYS = 49;
const EXTRAORDINARY = { share: 0.08, days: 42 } as const;

export const expected: Checker = ({ ftpW, expectedFtpW }) => {
  if (ftpW === null || expectedFtpW === null) return null;
  const off = (ftpW - expectedFtpW) / expectedFtpW;
  return check(
    'expected',
    'Against the result written down before',
    `${signed(off)}: ${ftpW} against ${expectedFtpW} W`,
    'within 5 %',
    Math.abs(off) <= AGREEMENT_SHARE ? 'held' : 'doubtful',
    Math.abs(off) <= AGREEMENT_SHARE
      ? 'About what was expected.'
      : 'Not what was expected. Ask the rider how it felt.',
  );
};

export const sameSource: Checker = ({ powerSource, earlier, protocol }) => {
  const last = latest(earlier.filter((test) => test.protocolId === protocol.id)) ?? latest(earlier);
  if (!last) return null;
  const same = last.powerSource === powerSource;
  return check(
    'sameSource',
    'Power source',
    same ? powerSource : `${powerSource}, before: ${last.powerSource}`,
    'the same as last time',
    same ? 'held' : 'doubtful',
    same ? 'Can be compared.' : 'Power meters disagree by 1–10 %, so compare with care.',
  );
};

export const samePosition: Checker = ({ setup, earlier, protocol }) => {
  const last = lastWithSetup(earlier, protocol);
  if (!setup || !last?.setup) return null;
  const same = last.setup.position === setup.position;
  return check(
    'samePosition',
    'Position',
    same
      ? POSITION_NAMES[setup.position]
      : `${POSITION_NAMES[setup.position]}, before: ${POSITION_NAMES[last.setup.position]}`,
    'the same as last time',
    same ? 'held' : 'doubtful',
    same
      ? 'Can be compared.'
      : 'Another position costs heartbeats at the same watts, or gives watts away.',
  );
};

export const sameChecklist: Checker = ({ setup, earlier, protocol }) => {
  const last = lastWithSetup(earlier, protocol);
  if (!setup || !last?.setup) return null;
  // Position and air are checks of their own.
  const { position, celsius } = last.setup;
  const differences = setupDifferences({ ...setup, position, celsius }, last.setup);
  const counted = differences.length === 1 ? '1 difference' : `${differences.length} differences`;
  return check(
    'sameChecklist',
    'Preparation',
    differences.length === 0 ? 'as last time' : counted,
    'as last time',
    differences.length === 0 ? 'held' : 'doubtful',
    differences.length === 0 ? 'Can be compared.' : `${differences.join('; ')}.`,
  );
};

export const firstTime: Checker = ({ earlier, protocol }) =>
  earlier.some((test) => test.protocolId === protocol.id)
    ? null
    : check(
        'firstTime',
        'This protocol before',
        'never by this rider',
        'ridden once before',
        'unknown',
        'The first of its kind: heart and pacing settle at the second.',
      );

export const temperature: Checker = ({ setup, earlier, protocol, date, ftpW }) => {
  const ofKind = earlier.filter((test) => test.protocolId === protocol.id);
  const last = latest(ofKind.filter((test) => test.setup?.celsius != null));
  if (setup?.celsius == null || last?.setup?.celsius == null) return null;
  const now = setup.celsius;
  const apart = Math.abs(now - last.setup.celsius) > HEAT_APART_C;
  const lastYear = apart ? sameSeason(ofKind, date) : undefined;
  const beside =
    lastYear?.ftpW != null && ftpW !== null
      ? ` The same season last year: ${lastYear.ftpW} W, ${signed((ftpW - lastYear.ftpW) / lastYear.ftpW)}.`
      : '';
  return check(
    'temperature',
    'Temperature',
    `${now} °C, before: ${last.setup.celsius}`,
    `within ${HEAT_APART_C} °C`,
    apart ? 'doubtful' : 'held',
    apart ? `Another air, so compare with care.${beside}` : 'Can be compared.',
  );
};

/** The test nearest to the same day a year earlier, within seven weeks of it. */
function sameSeason(tests: readonly EarlierTest[], date: string): EarlierTest | undefined {
  const off = (test: EarlierTest): number => Math.abs(daysBetween(test.date, date) - YEAR_DAYS);
  return tests
    .filter((test) => off(test) <= SEASON_DAYS && test.ftpW !== null)
    .sort((a, b) => off(a) - off(b))[0];
}

export const restedBefore: Checker = ({ setup, hardBefore }) => {
  const answered = setup?.answers['easyDayBefore'];
  if (hardBefore === undefined && answered === undefined) return null;
  const hard = hardBefore ?? [];
  const name = 'Hard rides within 48 h';
  if (hard.length > 0)
    return check(
      'restedBefore',
      name,
      hard.join('; '),
      'none, the rider fresh',
      'doubtful',
      'Not fresh, so it may read low.',
    );
  if (answered === false)
    return check(
      'restedBefore',
      name,
      'none on record; the checklist says not easy',
      'none, the rider fresh',
      'doubtful',
      'Not fresh by the rider’s own word, so it may read low.',
    );
  return check(
    'restedBefore',
    name,
    'none on record',
    'none, the rider fresh',
    'held',
    'Fresh, as far as the rides show.',
  );
};

export const longEnoughAgo: Checker = ({ date, earlier, protocol, retestWeeks = RETEST_WEEKS }) => {
  const last = latest(earlier.filter((test) => test.protocolId === protocol.id));
  if (!last) return null;
  const days = daysBetween(last.date, date);
  const enough = days >= retestWeeks * 7;
  return check(
    'longEnoughAgo',
    'Since the last test of this kind',
    `${days} days`,
    `at least ${plural(retestWeeks, 'week')}`,
    enough ? 'held' : 'doubtful',
    enough
      ? 'Long enough for a change to show.'
      : 'Soon after the last one: little can have changed.',
  );
};

export const agreement: Checker = ({ ftpW, date, earlier, protocol, powerSource }) => {
  if (ftpW === null) return null;
  const others = latestOfEachKind(
    earlier.filter(
      (test) =>
        test.ftpW !== null &&
        !isOtherSchool(test, protocol) &&
        daysBetween(test.date, date) <= AGREEMENT_DAYS,
    ),
  );
  if (others.length === 0) return null;
  const offs = others.flatMap((test) =>
    test.ftpW === null ? [] : [{ test, off: (ftpW - test.ftpW) / test.ftpW }],
  );
  const worst = offs.reduce((a, b) => (Math.abs(b.off) > Math.abs(a.off) ? b : a));
  const agrees = Math.abs(worst.off) <= AGREEMENT_SHARE;
  return check(
    'agreement',
    offs.length === 1 ? 'Beside the other estimate' : `Beside ${offs.length} other estimates`,
    offs
      .map(({ test, off }) => `${nameOf(test.protocolId)} ${test.ftpW ?? ''} W: ${signed(off)}`)
      .join('; '),
    'within 5 %, last 90 days',
    agrees ? 'held' : 'doubtful',
    agrees ? 'They agree.' : likelyReason(worst.off, worst.test, protocol, powerSource),
  );
};

export const change: Checker = ({ ftpW, date, earlier, protocol, powerSource }) => {
  const last = latest(
    earlier.filter((test) => test.ftpW !== null && !isOtherSchool(test, protocol)),
  );
  if (ftpW === null || !last || last.ftpW === null) return null;
  const off = (ftpW - last.ftpW) / last.ftpW;
  const noise = noiseOfChange(measuredBy(last, protocol, powerSource));
  const extraordinary =
    off > EXTRAORDINARY.share && daysBetween(last.date, date) <= EXTRAORDINARY.days;
  const moved = movedBy(off, noise);
  return {
    ...check(
      'change',
      'Is the change real',
      signed(off),
      `noise ${roundTo(noise * 100, 1)} %`,
      extraordinary ? 'doubtful' : 'held',
      extraordinary ? 'Extraordinary: test again before using it.' : changeWords(moved, off, noise),
    ),
    moved: extraordinary ? 'unknown' : moved,
  };
};

/** What the change is worth, with its figure and the noise it lies in. */
function changeWords(moved: Moved, off: number, noise: number): string {
  if (moved === 'up' || moved === 'down') return 'The change is real.';
  const within = `within the noise (${roundTo(Math.abs(off) * 100, 1)} of ${roundTo(noise * 100, 1)} %)`;
  return moved === 'perhaps'
    ? `Probably ${off < 0 ? 'down' : 'up'}, ${within}.`
    : `No change that can be told: ${within}.`;
}

function movedBy(off: number, noise: number): Moved {
  const worth = realness(off, noise);
  if (worth === 'cannot tell yet') return 'unknown';
  if (worth === 'likely') return 'perhaps';
  return off < 0 ? 'down' : 'up';
}

function measuredBy(last: EarlierTest, protocol: Protocol, powerSource: string): MeasuredBy {
  if (last.powerSource !== powerSource) return 'other source';
  return last.protocolId === protocol.id ? 'same' : 'other protocol';
}

function likelyReason(
  off: number,
  other: EarlierTest,
  protocol: Protocol,
  powerSource: string,
): string {
  if (other.powerSource !== powerSource)
    return `Likely the power source: ${powerSource} here, ${other.powerSource} there.`;
  const [here, there] = [isRamp(protocol.id), isRamp(other.protocolId)];
  if (here !== there) {
    const rampHigher = here ? off > 0 : off < 0;
    return rampHigher
      ? 'Likely the protocol: a ramp reads high for a rider with much work above threshold.'
      : 'Likely the protocol: a ramp reads low for a steady rider.';
  }
  if (other.protocolId !== protocol.id)
    return 'Likely the protocol: each has its own factor, the same for everyone.';
  return off > 0
    ? 'Fitter or fresher; look at the checks above.'
    : 'Tired, warm or badly paced; look at the checks above.';
}

/**
 * The two readings of a ramp are two schools: the second runs 1–13 % higher, which is never counted as disagreement.
 * Source: handbook section 4.
 */
function isOtherSchool(test: EarlierTest, protocol: Protocol): boolean {
  return test.protocolId !== protocol.id && isRamp(test.protocolId) && isRamp(protocol.id);
}

function isRamp(id: string): boolean {
  return id === 'ramp' || id === 'full-stage-ramp';
}

function nameOf(protocolId: string): string {
  return PROTOCOLS.find(({ id }) => id === protocolId)?.name ?? protocolId;
}

function latestOfEachKind(tests: readonly EarlierTest[]): EarlierTest[] {
  const byKind = new Map<string, EarlierTest>();
  for (const test of [...tests].sort((a, b) => a.date.localeCompare(b.date)))
    byKind.set(test.protocolId, test);
  return [...byKind.values()];
}

function lastWithSetup(
  earlier: readonly EarlierTest[],
  protocol: Protocol,
): EarlierTest | undefined {
  const prepared = earlier.filter(({ setup }) => setup != null);
  return latest(prepared.filter((test) => test.protocolId === protocol.id)) ?? latest(prepared);
}

function daysBetween(earlier: string, later: string): number {
  return differenceInCalendarDays(later, earlier);
}
