import FitParser from 'fit-file-parser';
import { z } from 'zod';
import {
  type Item,
  nameFromSets,
  type NewId,
  parseSentence,
  type Plan,
  planSchema,
  type SetBlock,
  type Step,
  systemOf,
} from '../sessions/index.ts';
import {
  type Effort,
  type KnownHill,
  type Refused,
  type Understood,
  refused,
  understood,
} from '../units/index.ts';
import {
  BEATS_FROM,
  BY_TIME,
  COOL_DOWN,
  REPEAT,
  REST,
  TO_HEART,
  TO_POWER,
  WARM_UP,
  WATTS_FROM,
} from './workoutFitCodes.ts';

const MOST_STEPS = 1000;

const optional = z.union([z.number(), z.string()]).nullish();
const decoded = z.object({
  workouts: z.array(z.object({ wkt_name: z.string().nullish() })).optional(),
  workout_step: z
    .array(
      z.object({
        duration_type: optional,
        duration_value: z.number().nullish(),
        target_type: optional,
        target_value: z.number().nullish(),
        custom_target_value_low: z.number().nullish(),
        custom_target_value_high: z.number().nullish(),
        intensity: optional,
        notes: z.string().nullish(),
      }),
    )
    .min(1)
    .max(MOST_STEPS),
});
type DecodedStep = z.infer<typeof decoded>['workout_step'][number];

/** A workout that was read, with what had to be guessed. */
export interface ReadWorkout {
  readonly plan: Plan;
  readonly notes: readonly string[];
}

/**
 * Reads a session from a FIT workout of any program. A step without a target is ridden easy where it is a rest, else
 * it needs an effort, and says so.
 *
 * @param bytes the file
 * @param hills hills by name, for steps of ours that go to a top
 * @param newId where ids come from
 * @returns the session and what was guessed, or the sentence that says why there is none
 */
export function readWorkoutFit(
  bytes: Uint8Array,
  hills: readonly KnownHill[],
  newId: NewId,
): Understood<ReadWorkout> | Refused {
  let content: unknown = null;
  try {
    new FitParser({ force: true, mode: 'list' }).parse(bytes.slice().buffer, (error, data) => {
      if (error == null) content = data;
    });
  } catch {
    content = null;
  }
  const raw = (content as { messages?: Record<string, unknown> } | null)?.messages;
  const read = decoded.safeParse({
    workout_step: raw?.['workout_step'],
    workouts: raw?.['workout'],
  });
  if (!read.success)
    return refused(
      'The file holds no workout that can be read. Import a recording under Recordings.',
    );
  const notes: string[] = [];
  const items = build(read.data.workout_step, hills, newId, notes);
  const name = read.data.workouts?.[0]?.wkt_name ?? '';
  const bare: Plan = {
    name,
    nameFollows: false,
    purpose: '',
    system: 'threshold',
    systemFollows: true,
    place: 'any',
    note: '',
    items,
  };
  const following = nameFromSets(bare);
  const plan: Plan = {
    ...bare,
    name: name || following,
    nameFollows: name === '' || name === following,
    system: systemOf(bare),
  };
  const sound = planSchema.safeParse(plan);
  return sound.success
    ? understood({ plan: sound.data, notes })
    : refused(
        'The workout nests deeper, or repeats more often, than a session can. Nothing was imported.',
      );
}

/** Puts repeats back into sets: "repeat from step n" closes over what was read since. */
function build(
  steps: readonly DecodedStep[],
  hills: readonly KnownHill[],
  newId: NewId,
  notes: string[],
): Item[] {
  /** Items read so far, each with the step of the file it began at. */
  const stack: { at: number; item: Item }[] = [];
  steps.forEach((step, at) => {
    if (isKind(step.duration_type, 'repeat_until_steps_cmplt', REPEAT)) {
      const from = step.duration_value ?? 0;
      const inside = stack.filter((entry) => entry.at >= from);
      stack.splice(stack.length - inside.length);
      const set = {
        kind: 'set',
        id: newId(),
        reps: Math.max(1, Math.min(999, step.target_value ?? 1)),
        parts: inside.map(({ item }) => item),
        rest: null,
      } as SetBlock;
      if (inside.length > 0) stack.push({ at: from, item: withRest(set) });
    } else stack.push({ at, item: readStep(step, at, hills, newId, notes) });
    // A merged set may be the last rep of the one around it.
    while (mergeLastRep(stack));
  });
  return stack.map(({ item }) => item);
}

/** The easy step that ends each rep is its rest. */
function withRest(set: SetBlock): SetBlock {
  const last = set.parts.at(-1);
  if (set.parts.length < 2 || last?.kind !== 'step' || last.role !== 'easy') return set;
  return { ...set, parts: set.parts.slice(0, -1), rest: { when: 'afterEach', step: last } };
}

/** "n − 1 times work and rest, then work" is n reps with rests between. */
function mergeLastRep(stack: { at: number; item: Item }[]): boolean {
  for (let count = 1; count < stack.length; count += 1) {
    const set = stack[stack.length - 1 - count];
    if (
      set?.item.kind !== 'set' ||
      set.item.rest?.when !== 'afterEach' ||
      typeof set.item.reps !== 'number' ||
      set.item.parts.length !== count
    )
      continue;
    if (bare(stack.slice(-count).map(({ item }) => item)) !== bare(set.item.parts)) continue;
    const merged = {
      ...set.item,
      reps: set.item.reps + 1,
      rest: { ...set.item.rest, when: 'between' },
    } as SetBlock;
    stack.splice(stack.length - 1 - count, count + 1, { at: set.at, item: merged });
    return true;
  }
  return false;
}

function bare(items: readonly Item[]): string {
  return JSON.stringify(items, (key: string, value: unknown) =>
    key === 'id' || key === 'role' ? undefined : value,
  );
}

function readStep(
  step: DecodedStep,
  at: number,
  hills: readonly KnownHill[],
  newId: NewId,
  notes: string[],
): Step {
  const ours = step.notes ? parseSentence(step.notes, { hills, ftpW: null, newId }) : null;
  const [only] = ours?.items ?? [];
  const role = roleOf(step);
  const timed = isKind(step.duration_type, 'time', BY_TIME);
  const seconds = Math.max(
    1,
    Math.min(86_400, Math.round((step.duration_value ?? 300_000) / 1000)),
  );
  if (ours?.unread.length === 0 && ours.items.length === 1 && only?.kind === 'step') {
    const agrees =
      !timed || (only.length.kind === 'time' && Math.abs(only.length.seconds - seconds) <= 1);
    if (agrees) return { ...only, role };
  }
  const effort = effortOf(step, role);
  if (effort === null) notes.push(`Step ${at + 1} has no target. It needs an effort.`);
  if (!timed) notes.push(`Step ${at + 1} is open: it lasts until the lap key, and counts 5:00.`);
  return {
    kind: 'step',
    id: newId(),
    role,
    length: timed ? { kind: 'time', seconds } : { kind: 'lap', expectedS: 300 },
    target: { kind: 'steady', effort: effort ?? { kind: 'unread', text: '' } },
    cadence: null,
    cue: (step.notes ?? '').slice(0, 200),
  };
}

function effortOf(step: DecodedStep, role: Step['role']): Effort | null {
  const [low, high] = [step.custom_target_value_low ?? 0, step.custom_target_value_high ?? 0];
  const sound = low > 0 && high >= low;
  if (sound && isKind(step.target_type, 'power', TO_POWER)) {
    if (low >= WATTS_FROM)
      return {
        kind: 'watts',
        low: clamp(low - WATTS_FROM, 1, 2500),
        high: clamp(high - WATTS_FROM, 1, 2500),
      };
    return { kind: 'percent', low: clamp(low, 1, 400), high: clamp(high, 1, 400) };
  }
  if (sound && isKind(step.target_type, 'heart_rate', TO_HEART) && low >= BEATS_FROM)
    return {
      kind: 'heartRate',
      low: clamp(low - BEATS_FROM, 40, 230),
      high: clamp(high - BEATS_FROM, 40, 230),
    };
  if (
    isKind(step.target_type, 'power', TO_POWER) &&
    (step.target_value ?? 0) >= 1 &&
    (step.target_value ?? 0) <= 7
  )
    return { kind: 'zone', zone: step.target_value ?? 1 };
  return role === 'work' ? null : { kind: 'easy' };
}

function roleOf({ intensity }: DecodedStep): Step['role'] {
  if (isKind(intensity, 'rest', REST) || isKind(intensity, 'recovery', 4)) return 'easy';
  if (isKind(intensity, 'warmup', WARM_UP)) return 'warmUp';
  return isKind(intensity, 'cooldown', COOL_DOWN) ? 'coolDown' : 'work';
}

function isKind(value: string | number | null | undefined, name: string, number: number): boolean {
  return value === name || value === number;
}

function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, Math.round(value)));
}
