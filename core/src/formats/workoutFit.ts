import FitParser from 'fit-file-parser';
import { FitBaseType, FitEncoder, type FitEncoderField } from 'fit-file-parser/encoder';
import { z } from 'zod';
import type { NewId } from '../sessions/edits.ts';
import { nameFromSets } from '../sessions/naming.ts';
import { type Effort, type Item, planSchema, type Plan, type SetBlock, type Step } from '../sessions/plan.ts';
import { parseSentence } from '../sessions/sentence/parse.ts';
import { printSentence } from '../sessions/sentence/print.ts';
import { roughPercent } from '../sessions/sentence/roles.ts';
import { systemOf } from '../sessions/defaults.ts';
import type { KnownHill } from '../units/length.ts';
import { type Reading, refused, understood } from '../units/reading.ts';
import type { Written } from './sessionCsv.ts';

const [FILE_ID, WORKOUT, STEP] = [0, 26, 27];
const [WORKOUT_FILE, NO_MAKER, CYCLING] = [5, 255, 2];
/** Duration types, target types and intensities of the format. */
const [BY_TIME, OPEN, REPEAT] = [0, 5, 6];
const [TO_HEART, TO_NOTHING, TO_POWER] = [1, 2, 4];
const [ACTIVE, REST, WARM_UP, COOL_DOWN] = [0, 1, 2, 3];
/** Watts are written with this added, shares of FTP without; beats with 100 added. */
const WATTS_FROM = 1000;
const BEATS_FROM = 100;
/** A text field holds at most this many bytes. */
const MOST_TEXT = 250;
const MOST_STEPS = 1000;
const UNSET = 0xffffffff;

interface Line {
  readonly duration: number;
  readonly durationValue: number;
  readonly target: number;
  readonly targetValue: number;
  readonly low: number;
  readonly high: number;
  readonly intensity: number;
  readonly notes: string;
}

/**
 * Writes a session as a FIT workout. Steps carry their time and their target as far as the format has one; their own
 * sentence goes along as a note, so that reading the file back loses nothing.
 *
 * @param plan the session
 * @returns the file, and what other programs will not see of it
 */
export function writeWorkoutFit(plan: Plan): Written<Uint8Array> {
  const lines: Line[] = [];
  const lost = new Set<string>();
  for (const item of plan.items) writeItem(item, lines, lost);
  const encoder = new FitEncoder();
  encoder.writeMessage(FILE_ID, [enumField(0, WORKOUT_FILE), word(1, NO_MAKER), long(4, 1_000_000_000)]);
  encoder.writeMessage(WORKOUT, [enumField(4, CYCLING), word(6, lines.length), text(8, plan.name || 'Session')], 1);
  lines.forEach((line, index) => {
    encoder.writeMessage(
      STEP,
      [
        word(254, index),
        enumField(1, line.duration),
        long(2, line.durationValue),
        enumField(3, line.target),
        long(4, line.targetValue),
        long(5, line.low),
        long(6, line.high),
        enumField(7, line.intensity),
        text(8, line.notes),
      ],
      2,
    );
  });
  return { file: encoder.close(), lost: [...lost] };
}

function writeItem(item: Item, lines: Line[], lost: Set<string>): void {
  if (item.kind === 'step') {
    lines.push(lineOf(item, lost));
    return;
  }
  const reps = typeof item.reps === 'number' ? item.reps : 1;
  const once = (): void => item.parts.forEach((part) => writeItem(part, lines, lost));
  const from = lines.length;
  once();
  if (item.rest && (item.rest.when === 'afterEach' || reps > 1)) lines.push(lineOf(item.rest.step, lost));
  // A rest between has one less than the reps: the last rep stands by itself.
  const between = item.rest?.when === 'between';
  const repeats = between ? reps - 1 : reps;
  if (repeats >= 1) lines.push(repeat(from, repeats));
  if (between && reps > 1) once();
}

function repeat(from: number, times: number): Line {
  return { duration: REPEAT, durationValue: from, target: TO_NOTHING, targetValue: times, low: UNSET, high: UNSET, intensity: ACTIVE, notes: '' };
}

function lineOf(step: Step, lost: Set<string>): Line {
  const { length, target, role } = step;
  if (target.kind === 'changing') lost.add('Rising and falling targets: other programs see a band from lowest to highest.');
  if (step.cadence) lost.add('Cadence: other programs see it in the note only.');
  if (step.posture ?? step.capBpm ?? step.finish ?? step.everyNth ?? step.exceptions)
    lost.add('Posture, caps, finishes and single reps that differ: other programs see them in the note only.');
  const timed = length.kind === 'time';
  if (!timed) lost.add('Open lengths: other programs wait for the lap key.');
  const notes = printSentence({ items: [{ ...step, role: step.role }] });
  if (new TextEncoder().encode(notes).length > MOST_TEXT) lost.add('A cue too long for the note of a step is cut off.');
  const intensity = role === 'warmUp' ? WARM_UP : role === 'coolDown' ? COOL_DOWN : role === 'easy' ? REST : ACTIVE;
  const efforts = target.kind === 'steady' ? [target.effort] : [target.from, target.to];
  return { duration: timed ? BY_TIME : OPEN, durationValue: timed ? length.seconds * 1000 : 0, intensity, notes, ...targetOf(efforts, lost) };
}

function targetOf(efforts: readonly Effort[], lost: Set<string>): Pick<Line, 'target' | 'targetValue' | 'low' | 'high'> {
  const open = { target: TO_NOTHING, targetValue: 0, low: UNSET, high: UNSET };
  const band = (target: number, lows: readonly number[], highs: readonly number[]) => ({
    target,
    targetValue: 0,
    low: Math.round(Math.min(...lows)),
    high: Math.round(Math.max(...highs)),
  });
  const percents = efforts.flatMap((effort) => (effort.kind === 'percent' ? [effort] : []));
  if (percents.length === efforts.length)
    return band(
      TO_POWER,
      percents.map(({ low }) => low),
      percents.map(({ high }) => high),
    );
  const watts = efforts.flatMap((effort) => (effort.kind === 'watts' ? [effort] : []));
  if (watts.length === efforts.length)
    return band(
      TO_POWER,
      watts.map(({ low }) => low + WATTS_FROM),
      watts.map(({ high }) => high + WATTS_FROM),
    );
  const [first] = efforts;
  if (efforts.length === 1 && first?.kind === 'heartRate') return band(TO_HEART, [(first.low ?? 40) + BEATS_FROM], [first.high + BEATS_FROM]);
  if (efforts.length === 1 && (first?.kind === 'zone' || first?.kind === 'easy')) {
    const percent = roughPercent(first) ?? 50;
    if (first.kind === 'easy') return open;
    lost.add('Zones: other programs see the middle of the zone.');
    return band(TO_POWER, [percent], [percent]);
  }
  lost.add('RPE, flat out, shares of goal and curve: other programs see an open target.');
  return open;
}

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
export function readWorkoutFit(bytes: Uint8Array, hills: readonly KnownHill[], newId: NewId): Reading<ReadWorkout> {
  let content: unknown = null;
  try {
    new FitParser({ force: true, mode: 'list' }).parse(bytes.slice().buffer, (error, data) => {
      if (error == null) content = data;
    });
  } catch {
    content = null;
  }
  const raw = (content as { messages?: Record<string, unknown> } | null)?.messages;
  const read = decoded.safeParse({ workout_step: raw?.['workout_step'], workouts: raw?.['workout'] });
  if (!read.success) return refused('The file holds no workout that can be read. A recording is brought in under Recordings.');
  const notes: string[] = [];
  const items = build(read.data.workout_step, hills, newId, notes);
  const name = read.data.workouts?.[0]?.wkt_name ?? '';
  const bare: Plan = { name, nameFollows: false, purpose: '', system: 'threshold', systemFollows: true, place: 'any', note: '', items };
  const following = nameFromSets(bare);
  const plan: Plan = { ...bare, name: name || following, nameFollows: name === '' || name === following, system: systemOf(bare) };
  const sound = planSchema.safeParse(plan);
  return sound.success
    ? understood({ plan: sound.data, notes })
    : refused('The workout nests deeper, or repeats more often, than a session can. Nothing was taken in.');
}

/** Puts repeats back into sets: "repeat from step n" closes over what was read since. */
function build(steps: readonly DecodedStep[], hills: readonly KnownHill[], newId: NewId, notes: string[]): Item[] {
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
    if (set?.item.kind !== 'set' || set.item.rest?.when !== 'afterEach' || typeof set.item.reps !== 'number' || set.item.parts.length !== count) continue;
    if (bare(stack.slice(-count).map(({ item }) => item)) !== bare(set.item.parts)) continue;
    const merged = { ...set.item, reps: set.item.reps + 1, rest: { ...set.item.rest, when: 'between' } } as SetBlock;
    stack.splice(stack.length - 1 - count, count + 1, { at: set.at, item: merged });
    return true;
  }
  return false;
}

function bare(items: readonly Item[]): string {
  return JSON.stringify(items, (key: string, value: unknown) => (key === 'id' || key === 'role' ? undefined : value));
}

function readStep(step: DecodedStep, at: number, hills: readonly KnownHill[], newId: NewId, notes: string[]): Step {
  const ours = step.notes ? parseSentence(step.notes, { hills, ftpW: null, newId }) : null;
  const [only] = ours?.items ?? [];
  const role = roleOf(step);
  const timed = isKind(step.duration_type, 'time', BY_TIME);
  const seconds = Math.max(1, Math.min(86_400, Math.round((step.duration_value ?? 300_000) / 1000)));
  if (ours?.unread.length === 0 && ours.items.length === 1 && only?.kind === 'step') {
    const agrees = !timed || (only.length.kind === 'time' && Math.abs(only.length.seconds - seconds) <= 1);
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
    if (low >= WATTS_FROM) return { kind: 'watts', low: clamp(low - WATTS_FROM, 1, 2500), high: clamp(high - WATTS_FROM, 1, 2500) };
    return { kind: 'percent', low: clamp(low, 1, 400), high: clamp(high, 1, 400) };
  }
  if (sound && isKind(step.target_type, 'heart_rate', TO_HEART) && low >= BEATS_FROM)
    return { kind: 'heartRate', low: clamp(low - BEATS_FROM, 40, 230), high: clamp(high - BEATS_FROM, 40, 230) };
  if (isKind(step.target_type, 'power', TO_POWER) && (step.target_value ?? 0) >= 1 && (step.target_value ?? 0) <= 7)
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

function text(number: number, value: string): FitEncoderField {
  const bytes = new Uint8Array(MOST_TEXT + 1);
  let cut = value;
  while (new TextEncoder().encode(cut).length > MOST_TEXT) cut = cut.slice(0, -1);
  bytes.set(new TextEncoder().encode(cut));
  return { number, size: bytes.length, baseType: FitBaseType.String, value: bytes };
}

function long(number: number, value: number): FitEncoderField {
  return { number, size: 4, baseType: FitBaseType.Uint32, value };
}

function word(number: number, value: number): FitEncoderField {
  return { number, size: 2, baseType: FitBaseType.Uint16, value };
}

function enumField(number: number, value: number): FitEncoderField {
  return { number, size: 1, baseType: FitBaseType.Enum, value };
}
