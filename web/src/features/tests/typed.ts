import {
  detailsKind,
  type Measured,
  type Protocol,
  READING_BOUNDS,
  type TestDetails,
  testDetailsSchema,
} from '@uphill/core/testing';
import {
  numberTyped,
  type Refused,
  type Understood,
  refused,
  understood,
} from '@uphill/core/units';

/** One reading that is typed in. */
export interface TypedField {
  readonly id: string;
  readonly label: string;
  readonly unit: 'W' | 'bpm' | 's' | 'km';
  readonly optional?: true;
}

/** How a sprint was ridden: the only reading that is no number. */
export type Seated = boolean | null;
const SEATED: Readonly<Record<string, Seated>> = { seated: true, standing: false };

/** Whether the sprint was seated, as chosen; null where nobody noted it. */
export function seatedTyped(typed: Readonly<Record<string, string>>): Seated {
  return SEATED[typed['seated'] ?? ''] ?? null;
}

/** What is chosen for it, as the word stands in a form. */
export function postureWords(seated: Seated): string {
  if (seated === null) return '';
  return seated ? 'seated' : 'standing';
}

const MEAN_BPM: TypedField = {
  id: 'meanBpm',
  label: 'Mean heart rate',
  unit: 'bpm',
  optional: true,
};

const FIELDS: Record<Exclude<TestDetails['kind'], 'lactate'>, readonly TypedField[]> = {
  onOff: [
    { id: 'meanW', label: 'Mean up to the end of the last on', unit: 'W' },
    { id: 'surgeW', label: 'Surge-weighted power in the last off', unit: 'W' },
    { id: 'onS', label: 'Length of an on', unit: 's', optional: true },
  ],
  fourEfforts: [
    { id: 'threeW', label: 'Mean of the 3:00', unit: 'W' },
    { id: 'sixW', label: 'Mean of the 6:00', unit: 'W' },
    { id: 'tenW', label: 'Mean of the 10:00', unit: 'W' },
    { id: 'sprintPeakW', label: 'Sprint peak', unit: 'W', optional: true },
    { id: 'sprintPeakS', label: 'Peak came after', unit: 's', optional: true },
  ],
  oneAndFive: [
    { id: 'oneW', label: 'Mean of the 1:00', unit: 'W' },
    { id: 'fiveW', label: 'Mean of the 5:00', unit: 'W' },
  ],
  fastRamp: [
    { id: 'peakW', label: 'Peak 60 s', unit: 'W' },
    { id: 'peakBpm', label: 'Peak heart rate', unit: 'bpm', optional: true },
  ],
  heartRate: [
    { id: 'meanBpm', label: 'Mean heart rate of the 20:00', unit: 'bpm' },
    { id: 'distanceKm', label: 'Distance', unit: 'km', optional: true },
  ],
};

/** The readings of a protocol that can be typed in; none for lactate, which has its table. */
export function typedFields(protocol: Protocol): readonly TypedField[] {
  const kind = detailsKind(protocol);
  if (kind === 'lactate') return [];
  return kind === null
    ? [{ id: 'reading', label: `Reading: ${protocol.readingName}`, unit: 'W' }, MEAN_BPM]
    : FIELDS[kind];
}

/** What was typed, as readings; or the field that is missing or cannot be. */
export function measuredFromTyped(
  protocol: Protocol,
  typed: Readonly<Record<string, string>>,
): Understood<Measured> | (Refused & { readonly field?: string }) {
  const values: Record<string, number | null> = {};
  for (const { id, label, optional } of typedFields(protocol)) {
    const value = numberTyped(typed[id] ?? '');
    if (value === 'letters')
      return {
        ...refused(`${label}: "${(typed[id] ?? '').slice(0, 20)}" is not a number.`),
        field: id,
      };
    if (value === null && !optional) return { ...refused(`${label} is missing.`), field: id };
    values[id] = value;
  }
  const kind = detailsKind(protocol);
  if (kind === null) return simple(values);
  const details = testDetailsSchema.safeParse({
    kind,
    ...values,
    ...(kind === 'fourEfforts' ? { seated: seatedTyped(typed) } : {}),
  });
  if (!details.success) {
    const issue = details.error.issues[0];
    return {
      ...refused(issue?.message ?? 'This cannot be used.'),
      ...(issue ? { field: String(issue.path.at(-1) ?? '') } : {}),
    };
  }
  return understood({ readingW: null, meanBpm: null, details: details.data });
}

function simple({
  reading,
  meanBpm,
}: Record<string, number | null>): Understood<Measured> | (Refused & { readonly field?: string }) {
  const { watts, bpm } = READING_BOUNDS;
  if (reading == null || reading < watts.low || reading > watts.high)
    return {
      ...refused(`${reading ?? 'Nothing'} W lies outside ${watts.low} to ${watts.high} W.`),
      field: 'reading',
    };
  if (meanBpm != null && (meanBpm < bpm.low || meanBpm > bpm.high))
    return {
      ...refused(`${meanBpm} bpm lies outside ${bpm.low} to ${bpm.high} bpm.`),
      field: 'meanBpm',
    };
  return understood({ readingW: reading, meanBpm: meanBpm ?? null, details: null });
}
