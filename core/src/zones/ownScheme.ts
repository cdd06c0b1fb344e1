import {
  type BandRule,
  FIVE_BY_MAXIMAL_HR,
  FIVE_BY_THRESHOLD_HR,
  type Scheme,
  SEVEN_STEPS,
} from './schemes.ts';

/** Anchors a coach's own scheme can hang on. */
export const OWN_ANCHORS = ['ftp', 'thresholdHr', 'maximalHr'] as const;

/** One band of the coach's own scheme as typed: percent of the anchor, or null for "open". */
export interface OwnBand {
  readonly name: string;
  readonly fromPercent: number | null;
  readonly toPercent: number | null;
  readonly trains: string;
}

/** The coach's own scheme as typed. */
export interface OwnScheme {
  readonly name: string;
  readonly anchor: (typeof OWN_ANCHORS)[number];
  readonly overlaps: boolean;
  readonly bands: readonly OwnBand[];
}

/** What is wrong with a scheme, and where: a field of the scheme or of one band. */
export interface SchemeProblem {
  readonly field: string;
  readonly reason: string;
}

const FEWEST_BANDS = 2;
const MOST_BANDS = 10;
const HIGHEST_PERCENT = 400;

/**
 * Checks the coach's own scheme: names present and different, limits rising, no gaps unless it overlaps, the last
 * band open above. Where bands abut, "56–75" after "0–55" and "55–75" after it mean the same.
 *
 * @param scheme as typed
 * @param takenNames names of the other schemes
 * @returns every problem, in the order of the fields; empty where it can be used
 * Source: handbook section 6.
 */
export function ownSchemeProblems(
  scheme: OwnScheme,
  takenNames: readonly string[],
): SchemeProblem[] {
  const problems: SchemeProblem[] = [];
  const name = scheme.name.trim();
  if (name === '') problems.push({ field: 'name', reason: 'The scheme needs a name.' });
  else if (takenNames.some((taken) => taken.trim().toLowerCase() === name.toLowerCase())) {
    problems.push({ field: 'name', reason: `There is a scheme called ${name} already.` });
  }
  const count = scheme.bands.length;
  if (count < FEWEST_BANDS || count > MOST_BANDS)
    problems.push({
      field: 'bands',
      reason: `A scheme has ${FEWEST_BANDS} to ${MOST_BANDS} bands; this one has ${count}.`,
    });
  scheme.bands.forEach((band, index) => {
    const wrong = nameProblem(scheme.bands, index) ?? null;
    if (wrong) problems.push({ field: `bands.${index}.name`, reason: wrong });
    problems.push(
      ...limitProblems(scheme, index).map(({ field, reason }) => ({
        field: `bands.${index}.${field}`,
        reason: `${bandName(band, index)}: ${reason}`,
      })),
    );
  });
  return problems;
}

function nameProblem(bands: readonly OwnBand[], index: number): string | null {
  const name = bands[index]?.name.trim() ?? '';
  if (name === '') return `Band ${index + 1} needs a name.`;
  const earlier = bands
    .slice(0, index)
    .findIndex((band) => band.name.trim().toLowerCase() === name.toLowerCase());
  return earlier < 0 ? null : `Bands ${earlier + 1} and ${index + 1} are both called ${name}.`;
}

function limitProblems({ bands, overlaps }: OwnScheme, index: number): SchemeProblem[] {
  const band = bands[index];
  if (!band) return [];
  const problems: SchemeProblem[] = [];
  const { fromPercent: from, toPercent: to } = band;
  const last = index === bands.length - 1;
  for (const [field, value] of [
    ['fromPercent', from],
    ['toPercent', to],
  ] as const) {
    if (value !== null && !(value >= 0 && value <= HIGHEST_PERCENT))
      problems.push({ field, reason: `${value} % lies outside 0 to ${HIGHEST_PERCENT} %.` });
  }
  if (to === null && !last)
    problems.push({ field: 'toPercent', reason: 'only the last band is open above.' });
  if (to !== null && last)
    problems.push({
      field: 'toPercent',
      reason: 'the last band has to be open above, or hard seconds would belong nowhere.',
    });
  if (to !== null && from !== null && to <= from)
    problems.push({
      field: 'toPercent',
      reason: `it runs from ${from} to ${to} %. Limits have to rise.`,
    });
  const start = startProblem(bands[index - 1], band, overlaps);
  if (start !== null) problems.push({ field: 'fromPercent', reason: start });
  return problems;
}

/** What is wrong with where a band starts, seen from the one below. */
function startProblem(
  below: OwnBand | undefined,
  { fromPercent: from, toPercent: to }: OwnBand,
  overlaps: boolean,
): string | null {
  if (!below) return from === 0 ? null : 'the first band starts at 0 %.';
  if (from === null) return 'it needs a lower limit.';
  if (below.toPercent === null) return null;
  if (to !== null && to <= below.toPercent)
    return `it ends at ${to} %, not above the band below, which ends at ${below.toPercent} %. Limits have to rise.`;
  if (from > below.toPercent + 1)
    return `there is a gap from ${below.toPercent} to ${from} %. No watt may belong nowhere.`;
  if (!overlaps)
    return from < below.toPercent
      ? `it starts at ${from} %, under ${below.toPercent} %, where the band below ends. Let the scheme overlap, or start it there.`
      : null;
  return below.fromPercent !== null && from <= below.fromPercent
    ? `it starts at ${from} %, not above the band below. Limits have to rise.`
    : null;
}

function bandName(band: OwnBand, index: number): string {
  return band.name.trim() === '' ? `Band ${index + 1}` : band.name.trim();
}

/**
 * Makes a usable scheme of the coach's own: RPE, talk test and how long a band can be held are those of the step of
 * the common scheme in which its middle lies.
 *
 * @param id its id
 * @param own a scheme without problems
 * @returns the scheme
 * Source: handbook section 6.
 */
export function schemeFromOwn(id: string, own: OwnScheme): Scheme {
  let common: Scheme;
  if (own.anchor === 'ftp') common = SEVEN_STEPS;
  else if (own.anchor === 'thresholdHr') common = FIVE_BY_THRESHOLD_HR;
  else common = FIVE_BY_MAXIMAL_HR;
  const bands = own.bands.map((band, index): BandRule => {
    const low = band.fromPercent ?? 0;
    const middle = band.toPercent === null ? low + 1 : (low + band.toPercent) / 2;
    const like = common.bands.find((step) => step.toPercent === null || middle <= step.toPercent);
    if (!like) throw new RangeError(`${common.name} has no open band.`);
    return {
      number: index + 1,
      name: band.name.trim(),
      toPercent: band.toPercent,
      ...(own.overlaps ? { fromPercent: low } : {}),
      rpe: like.rpe,
      talkTest: like.talkTest,
      held: like.held,
      heldSeconds: like.heldSeconds,
      // What it is for is the coach's to say; nothing is put into their mouth.
      trains: band.trains.trim(),
    };
  });
  return {
    id,
    name: own.name.trim(),
    anchor: own.anchor,
    school: 'your own',
    overlaps: own.overlaps,
    bands,
  };
}
