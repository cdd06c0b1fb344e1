import { format, parseISO } from 'date-fns';
import { z } from 'zod';

/** What of a rider can answer a question before it is asked. */
export interface Known {
  readonly birthYear: number | null;
  readonly sex: 'female' | 'male' | null;
}

/** One question of the health screen, as data. Source: handbook section 11. */
export interface HealthQuestion {
  readonly id: string;
  readonly ask: string;
  /** What a yes rules out beyond maximal work, whether cleared or not. */
  readonly forbids?: readonly Forbidden[];
  /** Too grave for "no to the rest": it is answered by itself. */
  readonly alone?: true;
  /** What to know where the answer is yes, cleared or not. */
  readonly caution?: string;
  /** Not asked where this is known of the rider. */
  readonly knownFrom?: keyof Known | 'male';
}

/** What a health screen can rule out for good. */
export type Forbidden = 'heartRate' | 'unfuelled' | 'bloodSampling' | 'maximalEver';

export const HEALTH_QUESTIONS: readonly HealthQuestion[] = [
  { id: 'heart', ask: 'A heart condition', alone: true },
  {
    id: 'rhythm',
    ask: 'A pacemaker or an irregular heart rhythm',
    forbids: ['heartRate'],
    alone: true,
  },
  {
    id: 'chest',
    ask: 'Chest pain, or breathlessness at rest or riding',
    alone: true,
    caution: 'Chest symptoms: no training until a doctor has looked.',
  },
  { id: 'fainting', ask: 'Fainting or dizziness', alone: true },
  {
    id: 'pregnancy',
    ask: 'Pregnancy',
    forbids: ['heartRate', 'unfuelled', 'maximalEver'],
    alone: true,
    knownFrom: 'male',
  },
  { id: 'eating', ask: 'Disordered eating', forbids: ['unfuelled'], alone: true },
  { id: 'lostPeriods', ask: 'Lost periods', forbids: ['unfuelled'], knownFrom: 'male' },
  { id: 'boneInjury', ask: 'Repeated bone injury', forbids: ['unfuelled'] },
  { id: 'weightLoss', ask: 'Rapid weight loss', forbids: ['unfuelled'] },
  { id: 'lowMood', ask: 'Low mood', forbids: ['unfuelled'] },
  {
    id: 'metabolic',
    ask: 'Diabetes or another metabolic condition',
    forbids: ['unfuelled'],
    caution: 'Diabetes: fuel and insulin are agreed with the clinician.',
  },
  { id: 'illness', ask: 'Illness in the last four weeks', caution: 'Fever: no training.' },
  {
    id: 'crash',
    ask: 'A crash or concussion not yet cleared',
    caution: 'After concussion: clearance first, then back in steps of at least a day.',
  },
  { id: 'betaBlocker', ask: 'Beta-blockers', forbids: ['heartRate'] },
  {
    id: 'anticoagulant',
    ask: 'Anticoagulants, or a bleeding disorder',
    forbids: ['bloodSampling'],
  },
  { id: 'medication', ask: 'Other medication' },
  { id: 'newToTraining', ask: 'New to training' },
  { id: 'under18', ask: 'Under 18', forbids: ['unfuelled'], knownFrom: 'birthYear' },
  { id: 'over45', ask: 'Over 45', knownFrom: 'birthYear' },
];

/** Asked by earlier versions in one breath; a yes to it still counts, and the single questions are still to be asked. */
const NO_LONGER_ASKED: readonly HealthQuestion[] = [
  {
    id: 'eatingOrLike',
    ask: 'Disordered eating, lost periods, repeated bone injury, rapid weight loss or low mood',
    forbids: ['unfuelled'],
  },
];

/**
 * Whether an answer belongs to a question of the screen, or to one that earlier versions asked.
 *
 * @param id of the question
 * @returns true where it is known
 * Source: handbook section 11.
 */
export function isHealthQuestion(id: string): boolean {
  return [...HEALTH_QUESTIONS, ...NO_LONGER_ASKED].some((question) => question.id === id);
}

/**
 * The questions that have to be asked of a rider: what the known age or sex answers is left out.
 *
 * @param known birth year and sex, each null where unknown
 * @returns the questions in the order in which they are asked
 * Source: handbook section 11.
 */
export function healthQuestionsFor(known: Known): HealthQuestion[] {
  return HEALTH_QUESTIONS.filter(({ knownFrom }) => {
    if (knownFrom === undefined) return true;
    return knownFrom === 'male' ? known.sex !== 'male' : known[knownFrom] === null;
  });
}

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
  /** Under 18, as far as it is known. */
  readonly minor: boolean;
  /** What to know beside, in sentences. */
  readonly cautions: readonly string[];
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
 * @param known birth year and sex, each null where unknown
 * @param day `yyyy-mm-dd`, for the age
 * @returns what is allowed, with the reasons
 * Source: handbook section 11. It informs a coach's judgement and replaces no clinician.
 */
export function healthVerdict(
  screen: HealthScreen | null,
  known: Known,
  day: string,
): HealthVerdict {
  const minor = isMinor(screen, known.birthYear, day);
  if (!screen) {
    return {
      maximal: false,
      heartRate: true,
      unfuelled: !minor,
      bloodSampling: true,
      minor,
      cautions: [],
      reasons: ['There is no health screen yet. It comes before the first maximal test.'],
    };
  }
  const asked = healthQuestionsFor(known);
  const yes = [...asked, ...NO_LONGER_ASKED].filter(({ id }) => screen.answers[id] === 'yes');
  const open = asked.filter(({ id }) => screen.answers[id] === undefined);
  const forbidden = new Set(yes.flatMap(({ forbids }) => forbids ?? []));
  const age = ageOn(known.birthYear, day);
  const stops = [
    ...yes.filter(({ id }) => id !== 'under18').map(({ ask }) => `${ask}: yes.`),
    ...(open.length > 0
      ? [`${open.length === 1 ? 'One question has' : `${open.length} questions have`} no answer.`]
      : []),
    ...(minor ? ['Under 18: a guardian and a qualified coach have to agree too.'] : []),
    ...(age !== null && age > OLDER_THAN ? ['Over 45.'] : []),
  ];
  const cleared = screen.clearedBy !== null && screen.clearedOn !== null && screen.clearedOn <= day;
  const never = forbidden.has('maximalEver');
  let reasons: string[];
  if (stops.length === 0) reasons = [];
  else if (cleared)
    reasons = [
      ...stops,
      `Cleared by ${screen.clearedBy ?? ''}, ${format(parseISO(screen.clearedOn ?? day), 'EEE d MMM yyyy')}.`,
    ];
  else reasons = [...stops, 'Maximal work waits until you record who cleared it, and when.'];
  if (never) reasons.push('In pregnancy there is no maximal work, cleared or not.');
  return {
    maximal: !never && (stops.length === 0 || cleared),
    heartRate: !forbidden.has('heartRate'),
    unfuelled: !forbidden.has('unfuelled') && !minor,
    bloodSampling: !forbidden.has('bloodSampling') || cleared,
    minor,
    cautions: yes.flatMap(({ caution }) => caution ?? []),
    reasons,
  };
}

/**
 * Whether a rider is under 18, by the birth year, or by their own answer where that is unknown.
 *
 * @param screen the latest health screen; null where there is none
 * @param birthYear null where unknown
 * @param day `yyyy-mm-dd`
 * @returns true where they are, as far as it is known
 * Source: handbook section 11.
 */
export function isMinor(
  screen: Pick<HealthScreen, 'answers'> | null,
  birthYear: number | null,
  day: string,
): boolean {
  const age = ageOn(birthYear, day);
  return age === null ? screen?.answers['under18'] === 'yes' : age < ADULT;
}

function ageOn(birthYear: number | null, day: string): number | null {
  return birthYear === null ? null : Number(day.slice(0, 4)) - birthYear;
}

/**
 * Whether body mass and W/kg are hidden: by the rider's setting, else hidden under 18.
 *
 * @param setting true or false where the coach chose; null for the default
 * @param minor whether the rider is under 18; see `isMinor`
 * @returns true where they are not to be shown
 * Source: handbook section 11.
 */
export function hidesMass(setting: boolean | null, minor: boolean): boolean {
  return setting ?? minor;
}
