import { lowerFirst } from '../units/index.ts';
import { type Protocol, type ProtocolId, protocolOf, type Tells } from './protocols.ts';

/** The four things the chooser asks. */
export interface Wishes {
  readonly hasPower: boolean;
  readonly pacesWell: boolean;
  readonly tells: Tells;
  /** How the goal is ridden; left out where nobody said. */
  readonly goal?: GoalRiding | undefined;
}

/** Evenly, as a climb is, or in surges, as a bunch is. */
export const GOAL_RIDINGS = ['even', 'surges'] as const;
export type GoalRiding = (typeof GOAL_RIDINGS)[number];

/** What a test can tell, in the words of the question. */
export const TELLS_NAMES: Record<Tells, string> = {
  ftp: 'FTP and zones',
  aboveFtp: 'targets above FTP',
  thresholds: 'both lactate thresholds',
  maximum: 'the maximum: peak watts and heart rate',
};

/** The chooser's pick with its reasons, and the others that would do. */
export interface Pick {
  readonly protocol: Protocol;
  /** One sentence for each answer. */
  readonly because: readonly string[];
  readonly others: readonly Protocol[];
}

/** What is picked for each wish; the rider who paces well in the second place. */
const PICKS: Record<Tells, readonly [plain: ProtocolId, paced: ProtocolId]> = {
  ftp: ['ramp', 'twenty-minute'],
  aboveFtp: ['one-and-five', 'four-efforts'],
  thresholds: ['lactate-steps', 'lactate-steps'],
  maximum: ['fast-ramp', 'fast-ramp'],
};

/** Which of two schools the coach follows. */
export interface Schools {
  /** What the ramp is read by: 75 % of the best minute, or 85 % of the last full stage. */
  readonly ramp: 'bestMinute' | 'lastStage';
  /** The paced test: twenty minutes behind an opener, or thirty straight. */
  readonly paced: 'opener' | 'straight';
}

/** The schools that are usual. Source: handbook section 4. */
export const USUAL_SCHOOLS: Schools = { ramp: 'bestMinute', paced: 'opener' };

/** What the other school rides instead, and why. */
const OTHER_SCHOOL: Partial<Record<ProtocolId, readonly [ProtocolId, string]>> = {
  ramp: ['full-stage-ramp', 'By your school it is read by the last full stage.'],
  'twenty-minute': ['thirty-minute', 'By your school there is no opener before it.'],
};

const OTHERS: Record<Tells, readonly ProtocolId[]> = {
  ftp: [
    'ramp',
    'full-stage-ramp',
    'twenty-minute',
    'thirty-minute',
    'five-minute',
    'on-off-twenty',
    'on-off-thirty',
    'sixty-minute',
    'lactate-steps',
  ],
  aboveFtp: ['one-and-five', 'four-efforts', 'five-minute'],
  thresholds: ['lactate-steps'],
  maximum: ['fast-ramp', 'ramp'],
};

/**
 * Picks a protocol and says why: by default the ramp, which needs no pacing skill; the twenty minutes once paced
 * efforts are familiar, or on/off where the goal surges; without a power meter the twenty minutes by heart rate.
 *
 * @param wishes the answers
 * @param schools which of two schools the coach follows
 * @returns the pick with a sentence for each answer
 * Source: handbook section 4.
 * @example
 * pickProtocol({ hasPower: true, pacesWell: false, tells: 'ftp' }).protocol.id // 'ramp'
 */
export function pickProtocol(
  { hasPower, pacesWell, tells, goal }: Wishes,
  schools: Schools = USUAL_SCHOOLS,
): Pick {
  if (!hasPower) {
    const because = [
      'Without a power meter there are no watts to read; the mean heart rate gives zones.',
    ];
    if (!pacesWell)
      because.push(
        'It needs pacing: start easier than feels right, and take the second try more seriously than the first.',
      );
    if (tells !== 'ftp') because.push(`It cannot tell ${TELLS_NAMES[tells]}: that takes watts.`);
    return { protocol: protocolOf('heart-rate-twenty'), because, others: [] };
  }
  const asRidden = tells === 'ftp' && pacesWell && goal === 'surges';
  const usual = asRidden ? 'on-off-twenty' : PICKS[tells][pacesWell ? 1 : 0];
  const [id, bySchool] = schoolsPick(usual, tells, schools);
  const protocol = protocolOf(id);
  const needsPacing = protocol.suits.pacing;
  const noPacing = pacesWell
    ? 'It needs no pacing; here that skill would not add anything.'
    : 'It needs no pacing skill, so a first attempt can be believed.';
  return {
    protocol,
    because: [
      `It tells ${TELLS_NAMES[tells]}.`,
      ...(bySchool === null ? [] : [bySchool]),
      ...(tells === 'ftp' && goal ? [goalSentence(goal, protocol)] : []),
      needsPacing ? 'It needs even pacing, which is familiar.' : noPacing,
      `Cost: ${lowerFirst(protocol.costs)}`,
    ],
    others: OTHERS[tells].filter((id) => id !== protocol.id).map(protocolOf),
  };
}

/** The usual pick, or what the coach's school rides in its place, with the reason. Only FTP is read by schools. */
function schoolsPick(
  usual: ProtocolId,
  tells: Tells,
  schools: Schools,
): readonly [ProtocolId, string | null] {
  const differs =
    (usual === 'ramp' && schools.ramp === 'lastStage') ||
    (usual === 'twenty-minute' && schools.paced === 'straight');
  return (tells === 'ftp' && differs && OTHER_SCHOOL[usual]) || [usual, null];
}

/** What the way the goal is ridden has to do with the test. */
function goalSentence(goal: GoalRiding, { id, reading, suits }: Protocol): string {
  if (reading.kind === 'onOff') return 'The goal surges, and on/off reads a rider as it is raced.';
  if (goal === 'surges')
    return 'The goal surges: once a test or two are ridden, on/off reads a rider as it is raced.';
  return suits.pacing && id !== 'five-minute'
    ? 'The goal is ridden evenly, and so is this.'
    : 'The goal is ridden evenly: once pacing is familiar, a steady test reads it as it is ridden.';
}
