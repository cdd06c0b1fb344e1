import { FitBaseType, FitEncoder, type FitEncoderField } from 'fit-file-parser/encoder';
import { enumField, long, word } from './fitFields.ts';
import type { Effort } from '../units/index.ts';
import {
  effortsOf,
  type Item,
  type Plan,
  printSentence,
  roughPercent,
  type Step,
} from '../sessions/index.ts';
import type { Written } from './sessionCsv.ts';
import {
  ACTIVE,
  BEATS_FROM,
  BY_TIME,
  COOL_DOWN,
  OPEN,
  REPEAT,
  REST,
  TO_HEART,
  TO_NOTHING,
  TO_POWER,
  WARM_UP,
  WATTS_FROM,
} from './workoutFitCodes.ts';

const [FILE_ID, WORKOUT, STEP] = [0, 26, 27];
const [WORKOUT_FILE, NO_MAKER, CYCLING] = [5, 255, 2];
/** A text field holds at most this many bytes. */
const MOST_TEXT = 250;
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
 * @param now when it is written, ISO with Z
 * @returns the file, and what other programs will not see of it
 */
export function writeWorkoutFit(plan: Plan, now: string): Written<Uint8Array> {
  const lines: Line[] = [];
  const lost = new Set<string>();
  for (const item of plan.items) writeItem(item, lines, lost);
  const encoder = new FitEncoder();
  encoder.writeMessage(FILE_ID, [
    enumField(0, WORKOUT_FILE),
    word(1, NO_MAKER),
    long(4, FitEncoder.toFitTimestamp(new Date(now))),
  ]);
  encoder.writeMessage(
    WORKOUT,
    [enumField(4, CYCLING), word(6, lines.length), text(8, plan.name || 'Session')],
    1,
  );
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
  if (item.rest && (item.rest.when === 'afterEach' || reps > 1))
    lines.push(lineOf(item.rest.step, lost));
  // A rest between has one less than the reps: the last rep stands by itself.
  const between = item.rest?.when === 'between';
  const repeats = between ? reps - 1 : reps;
  if (repeats >= 1) lines.push(repeat(from, repeats));
  if (between && reps > 1) once();
}

function repeat(from: number, times: number): Line {
  return {
    duration: REPEAT,
    durationValue: from,
    target: TO_NOTHING,
    targetValue: times,
    low: UNSET,
    high: UNSET,
    intensity: ACTIVE,
    notes: '',
  };
}

function lineOf(step: Step, lost: Set<string>): Line {
  const { length, target, role } = step;
  if (target.kind === 'changing')
    lost.add('Rising and falling targets: other programs see a band from lowest to highest.');
  if (step.cadence) lost.add('Cadence: other programs see it in the note only.');
  if (step.posture ?? step.capBpm ?? step.finish ?? step.everyNth ?? step.exceptions)
    lost.add(
      'Posture, caps, finishes and single reps that differ: other programs see them in the note only.',
    );
  const timed = length.kind === 'time';
  if (!timed) lost.add('Open lengths: other programs wait for the lap key.');
  const notes = printSentence({ items: [step] });
  if (new TextEncoder().encode(notes).length > MOST_TEXT)
    lost.add('A cue too long for the note of a step is cut off.');
  let intensity: number;
  if (role === 'warmUp') intensity = WARM_UP;
  else if (role === 'coolDown') intensity = COOL_DOWN;
  else if (role === 'easy') intensity = REST;
  else intensity = ACTIVE;
  return {
    duration: timed ? BY_TIME : OPEN,
    durationValue: timed ? length.seconds * 1000 : 0,
    intensity,
    notes,
    ...targetOf(effortsOf(target), lost),
  };
}

function targetOf(
  efforts: readonly Effort[],
  lost: Set<string>,
): Pick<Line, 'target' | 'targetValue' | 'low' | 'high'> {
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
  if (efforts.length === 1 && first?.kind === 'heartRate')
    return band(TO_HEART, [(first.low ?? 40) + BEATS_FROM], [first.high + BEATS_FROM]);
  if (efforts.length === 1 && (first?.kind === 'zone' || first?.kind === 'easy')) {
    const percent = roughPercent(first) ?? 50;
    if (first.kind === 'easy') return open;
    lost.add('Zones: other programs see the middle of the zone.');
    return band(TO_POWER, [percent], [percent]);
  }
  lost.add(
    'RPE, flat out, own numbers, shares of goal and curve: other programs see an open target.',
  );
  return open;
}

function text(number: number, value: string): FitEncoderField {
  const bytes = new Uint8Array(MOST_TEXT + 1);
  let cut = value;
  while (new TextEncoder().encode(cut).length > MOST_TEXT) cut = cut.slice(0, -1);
  bytes.set(new TextEncoder().encode(cut));
  return { number, size: bytes.length, baseType: FitBaseType.String, value: bytes };
}
