import { z } from 'zod';

/** Fields whose name in code says nothing to a coach. */
const NAMES: Readonly<Record<string, string>> = {
  kg: 'Body mass',
  bpm: 'Heart rate',
  rpe: 'RPE',
  usedW: 'FTP used',
  expectedW: 'Expected FTP',
  expectedBpm: 'Expected heart rate',
  readingW: 'Reading',
  meanBpm: 'Mean heart rate',
  startW: 'Start of the ramp',
  stepW: 'Step of the ramp',
  stageS: 'Stage of the ramp',
  startS: 'Start of the effort',
  endS: 'End of the effort',
  seconds: 'Time in seconds',
  retestWeeks: 'Weeks to a retest',
  countsFrom: 'Counts from',
  gradientPercent: 'Gradient',
  metres: 'Length',
  celsius: 'Temperature',
  tyreBar: 'Tyre pressure',
  riders: 'Riders',
};

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'yes or no',
  array: 'a list',
  object: 'a set of fields',
  record: 'a set of fields',
};

type Issue = z.core.$ZodRawIssue;

/** What a limit counts: characters of a text, entries of a list, or the number itself. */
function unitOf(origin: unknown, many: number | bigint): string {
  const plural = Number(many) === 1 ? '' : 's';
  if (origin === 'string') return ` character${plural}`;
  return origin === 'array' || origin === 'set' ? ` entr${Number(many) === 1 ? 'y' : 'ies'}` : '';
}

/**
 * The sentence for something a schema refuses and has no words of its own for: the field by its name, and what would
 * do. "Watts: the least is 40."
 *
 * @param issue as the schema found it
 * @returns one sentence that can stand beside the field or by itself
 */
function sentenceFor(issue: Issue): string {
  return `${nameOf(issue.path ?? [])}: ${reasonFor(issue)}`;
}

function nameOf(path: readonly PropertyKey[]): string {
  const last = path.findLast((part): part is string => typeof part === 'string');
  if (last === undefined) return 'The request';
  const words = last.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  // Names can come from a request, so only the table's own are looked up.
  return (
    (Object.hasOwn(NAMES, last) ? NAMES[last] : undefined) ??
    words.charAt(0).toUpperCase() + words.slice(1)
  );
}

function reasonFor(issue: Issue): string {
  const printed = (value: number | bigint): string => value.toLocaleString('en');
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined) return 'this is missing.';
      return `${KINDS[issue.expected] ?? issue.expected} is needed.`;
    case 'too_small':
      return `the least is ${printed(issue.minimum)}${unitOf(issue.origin, issue.minimum)}.`;
    case 'too_big':
      return `the most is ${printed(issue.maximum)}${unitOf(issue.origin, issue.maximum)}.`;
    case 'not_multiple_of':
      return `steps of ${printed(issue.divisor)} are needed.`;
    case 'invalid_value':
      return `one of ${issue.values.map(String).join(', ')} is needed.`;
    case 'unrecognized_keys':
      return `${issue.keys.map((key) => `"${key.slice(0, 40)}"`).join(', ')} is not known here.`;
    case 'invalid_key':
      return 'one of its names cannot be used.';
    default:
      return 'this cannot be used.';
  }
}

z.config({ customError: sentenceFor });
