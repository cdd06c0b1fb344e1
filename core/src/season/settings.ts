import { z } from 'zod';

/** The rules of spacing, by their ids. Source: handbook section 8.6. */
export const RULE_IDS = [
  'hard-apart',
  'ceiling-fresh',
  'masters',
  'after-group',
  'rest-days',
  'hard-number',
  'long-ride',
  'easy-week',
  'rise',
  'test-fresh',
  'strength',
  'unfuelled',
  'before-reps',
  'hours',
  'key-session',
  'tired',
  'cleared',
] as const;
export type RuleId = (typeof RULE_IDS)[number];

const within = (name: string, low: number, high: number) =>
  z
    .number(`${name} is a number.`)
    .min(low, `${name} is at least ${low}.`)
    .max(high, `${name} is at most ${high}.`);
const whole = (name: string, low: number, high: number) =>
  within(name, low, high).int(`${name} is a whole number.`);

/** What a coach may set for a rider's season; the ranges are the handbook's. Null: switched off. */
export const seasonSettingsSchema = z.strictObject({
  /** Days over which base and recent are smoothed. */
  baseDays: whole('Days of the base', 30, 60),
  recentDays: whole('Days of recent', 5, 14),
  /** Whether other sports count with their load. */
  counts: z.enum(['all', 'riding']),
  /** Percent of the last load week's goal. */
  easyWeek: within('The easy week', 50, 70),
  /** Points within which a week is on its goal. */
  onGoal: within('On goal', 6, 30),
  sameness: within('Sameness', 1.5, 2.5).nullable(),
  /** Percent of riding time of 28 days. */
  easyShare: within('The easy share', 70, 95).nullable(),
  /** What is left of a week begun is at most this many times what was planned for it. */
  begun: within('The rest of a week', 1, 1.2),
  restDays: whole('Rest days', 1, 3),
  longRide: within('The long ride', 1.1, 1.3),
  /** Load weeks in a row before an easy one; the second with the masters rule. */
  loadWeeks: whole('Load weeks', 2, 4),
  mastersLoadWeeks: whole('Load weeks of masters', 2, 3),
  /** Endurance before ceiling reps, min; 0: none. */
  beforeReps: whole('Endurance before reps', 0, 90),
  /** What a fixed group ride or race counts as. */
  groupCounts: z.enum(['threshold', 'ceiling', 'onceAWeek', 'nothing']),
  /** Reserve that a taper aims at on the goal's morning, percent of base. */
  taperReserve: within('The reserve of a taper', 10, 30),
  /** From any day an illness with a chance of 1 in so many, where things go wrong; null: none. */
  illOneIn: whole('The chance of an illness', 60, 3650).nullable(),
  /** Pain over this is one rung back. */
  painLimit: whole('The limit of pain', 2, 5),
  /** Weekdays the coach fixed for hard days, Monday is 0; empty: they are chosen. */
  hardOn: z.array(z.number().int().min(0).max(6)).max(7),
  /** Rules that are switched off. */
  off: z.array(z.enum(RULE_IDS)).max(RULE_IDS.length),
});
export type SeasonSettings = z.infer<typeof seasonSettingsSchema>;

/** As long as nobody says otherwise. Source: handbook sections 8.1, 8.2, 8.5, 8.6, 8.9, 8.10 and 8.12. */
export const USUAL_SEASON: SeasonSettings = {
  ...{ baseDays: 42, recentDays: 7, counts: 'all', easyWeek: 60, onGoal: 15 },
  ...{ sameness: 2, easyShare: 80, begun: 1.15, restDays: 2, longRide: 1.2 },
  ...{ loadWeeks: 3, mastersLoadWeeks: 2, beforeReps: 60, groupCounts: 'threshold' },
  ...{ taperReserve: 20, illOneIn: 182, painLimit: 3, hardOn: [], off: [] },
};
