import { z } from 'zod';

/** One question of the health screen, as data. Source: handbook section 11. */
export interface HealthQuestion {
  readonly id: string;
  readonly ask: string;
  /** What a yes rules out beyond maximal work, whether cleared or not. */
  readonly forbids?: readonly Forbidden[];
}

/** What a health screen can rule out for good. */
export const FORBIDDEN = ['heartRate', 'unfuelled', 'bloodSampling', 'maximalEver'] as const;
export type Forbidden = (typeof FORBIDDEN)[number];

export const HEALTH_QUESTIONS: readonly HealthQuestion[] = [
  { id: 'heart', ask: 'A heart condition' },
  { id: 'rhythm', ask: 'A pacemaker or an irregular heart rhythm', forbids: ['heartRate'] },
  { id: 'metabolic', ask: 'Diabetes or another metabolic condition', forbids: ['unfuelled'] },
  { id: 'chest', ask: 'Chest symptoms or breathlessness at rest or riding' },
  { id: 'fainting', ask: 'Fainting or dizziness' },
  { id: 'pregnancy', ask: 'Pregnancy', forbids: ['heartRate', 'unfuelled', 'maximalEver'] },
  { id: 'illness', ask: 'Illness in the last four weeks' },
  { id: 'crash', ask: 'A crash or concussion not yet cleared' },
  { id: 'betaBlocker', ask: 'Beta-blockers', forbids: ['heartRate'] },
  {
    id: 'anticoagulant',
    ask: 'Anticoagulants, or a bleeding disorder',
    forbids: ['bloodSampling'],
  },
  { id: 'medication', ask: 'Other medication' },
  {
    id: 'eating',
    ask: 'Disordered eating, lost periods, repeated bone injury, rapid weight loss or low mood',
    forbids: ['unfuelled'],
  },
  { id: 'newToTraining', ask: 'New to training' },
];

export const healthAnswersSchema = z.record(z.string().max(40), z.enum(['yes', 'no']));

/** A dated health screen with the coach's record of clearance. */
export interface HealthScreen {
  readonly date: string;
  readonly answers: Readonly<Record<string, 'yes' | 'no'>>;
  readonly clearedBy: string | null;
  readonly clearedOn: string | null;
}

/** What may and may not be done, with the reasons. */
export interface HealthVerdict {
  /** Maximal tests and steps above 105 % of FTP. */
  readonly maximal: boolean;
  /** Heart-rate targets and verdicts. */
  readonly heartRate: boolean;
  readonly unfuelled: boolean;
  readonly bloodSampling: boolean;
  /** Sentences for the coach: what is in the way and what would clear it. */
  readonly reasons: readonly string[];
}

const ADULT = 18;
const OLDER_THAN = 45;
/** Steps above this share of FTP wait for the screen. */
export const MAXIMAL_ABOVE_PERCENT = 105;

/**
 * What a rider's health screen allows. A yes, or no answer, stops maximal tests and steps above 105 % until the coach
 * records clearance; some answers rule things out for good.
 *
 * @param screen the latest screen; null where there is none
 * @param birthYear null where unknown
 * @param day `yyyy-mm-dd`, for the age
 * @returns what is allowed, with the reasons
 * Source: handbook section 11. It informs a coach's judgement and replaces no clinician.
 */
export function healthVerdict(
  screen: HealthScreen | null,
  birthYear: number | null,
  day: string,
): HealthVerdict {
  if (!screen) {
    return {
      maximal: false,
      heartRate: true,
      unfuelled: true,
      bloodSampling: true,
      reasons: ['There is no health screen yet. It comes before the first maximal test.'],
    };
  }
  const yes = HEALTH_QUESTIONS.filter(({ id }) => screen.answers[id] === 'yes');
  const open = HEALTH_QUESTIONS.filter(({ id }) => screen.answers[id] === undefined);
  const forbidden = new Set(yes.flatMap(({ forbids }) => forbids ?? []));
  const age = birthYear === null ? null : Number(day.slice(0, 4)) - birthYear;
  const stops = [
    ...yes.map(({ ask }) => `${ask}: yes.`),
    ...(open.length > 0
      ? [`${open.length === 1 ? 'One question has' : `${open.length} questions have`} no answer.`]
      : []),
    ...(age !== null && age < ADULT
      ? ['Under 18: a guardian and a qualified coach have to agree too.']
      : []),
    ...(age !== null && age > OLDER_THAN ? ['Over 45.'] : []),
  ];
  const cleared = screen.clearedBy !== null && screen.clearedOn !== null && screen.clearedOn <= day;
  const never = forbidden.has('maximalEver');
  const reasons =
    stops.length === 0
      ? []
      : cleared
        ? [...stops, `Cleared by ${screen.clearedBy ?? ''} on ${screen.clearedOn ?? ''}.`]
        : [...stops, 'Maximal work waits until you record who cleared it, and when.'];
  if (never) reasons.push('In pregnancy there is no maximal work, cleared or not.');
  return {
    maximal: !never && (stops.length === 0 || cleared),
    heartRate: !forbidden.has('heartRate'),
    unfuelled: !forbidden.has('unfuelled'),
    bloodSampling: !forbidden.has('bloodSampling') || cleared,
    reasons,
  };
}

/**
 * Whether body mass and W/kg are hidden: by the rider's setting, else hidden under 18.
 *
 * @param setting true or false where the coach chose; null for the default
 * @param birthYear null where unknown
 * @param day `yyyy-mm-dd`
 * @returns true where they are not to be shown
 * Source: handbook section 11.
 */
export function hidesMass(setting: boolean | null, birthYear: number | null, day: string): boolean {
  return setting ?? (birthYear !== null && Number(day.slice(0, 4)) - birthYear < ADULT);
}
