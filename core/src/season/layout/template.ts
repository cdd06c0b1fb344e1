import { z } from 'zod';
import { SYSTEMS } from '../../sessions/index.ts';
import { PERIODS, WEEK_KINDS } from '../week.ts';

/** Words that stand for a family which the goal decides: climbs, rides without let-up, kicks. */
export const GOAL_FAMILY = 'goal-specific';

/** The family that rides at the power of a goal with watts. */
export const GOAL_CLIMBS = 'goal-climbs';

/** How the rung of a slot goes on from one load week to the next. Source: handbook section 8.7. */
const RUNG_RULES = ['family', 'time', 'watts', 'held'] as const;

/** What a hard day of a block asks, as data: a family of the book and how its rung goes on. */
export const slotSchema = z.strictObject({
  /** Id of a family of the book, or `goal-specific`. */
  family: z.string().min(1).max(60),
  rung: z.enum(RUNG_RULES),
  /** Minutes at target, load week by load week, in place of the rung. */
  minutes: z.array(z.number().min(1).max(180)).max(20).optional(),
  /** Share of the reps of the session it comes from. */
  reps: z.number().gt(0).max(1).optional(),
  /** Rest in shares of the rep: 1 is 1:1. */
  rest: z.number().min(0.25).max(6).optional(),
  /** Of goal-power climbs: those at goal power, as is usual, or those above it. */
  power: z.enum(['at', 'above']).optional(),
  /** A group ride or race that is there anyway stands for it. */
  orGroup: z.boolean().optional(),
});
export type Slot = z.infer<typeof slotSchema>;

/** A block of a template: load weeks and what ends them. */
export const templateBlockSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1, 'A block needs a name.').max(60),
  system: z.enum(SYSTEMS).nullable(),
  period: z.enum(PERIODS),
  /** Kind of its weeks before the easy one. */
  kind: z.enum(WEEK_KINDS),
  /** Weeks of that kind: usually, at the least, and at the most. */
  weeks: z.number().int().min(1, 'A block has at least a week.').max(12),
  least: z.number().int().min(1).max(12),
  most: z.number().int().min(1).max(12),
  /** An easy week ends it. */
  easy: z.boolean(),
  /** Only where at least so many weeks are dealt. */
  from: z.number().int().min(0).max(60).optional(),
  key: slotSchema.nullable(),
  second: slotSchema.nullable(),
  /** The session with its own number that opens the block and closes it. */
  benchmark: slotSchema.nullable(),
  /** A ceiling on everything it asks, percent of FTP; left out: none. */
  under: z.number().min(50).max(150).optional(),
  /** Points a week that base rises at most; left out: as proposed. */
  rise: z.enum(['back', 'hold']).optional(),
});
export type TemplateBlock = z.infer<typeof templateBlockSchema>;

/** Whether its last week is the goal's, or its first the one that is laid out first. */
const ANCHORS = ['goal', 'start'] as const;

/** A template: blocks in order, with what is needed to deal the weeks. */
export const templateSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1, 'A template needs a name.').max(80),
  /** One sentence: what it is for. */
  says: z.string().max(300),
  anchor: z.enum(ANCHORS),
  /** Weeks for which it is meant. */
  weeks: z.tuple([z.number().int().min(1).max(60), z.number().int().min(1).max(60)]),
  blocks: z.array(templateBlockSchema).min(1, 'A template has at least a block.').max(20),
});
export type Template = z.infer<typeof templateSchema>;
