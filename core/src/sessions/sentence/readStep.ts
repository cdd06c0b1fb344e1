import {
  type Effort,
  FALLS,
  type KnownHill,
  LAP_EXPECTED_S,
  type Length,
  parseDuration,
  parseEffort,
  RISES_FROM,
  type Target,
  type ZoneReader,
} from '../../units/index.ts';
import type { Anchors } from '../../zones/index.ts';
import type { Finish, Role, Step } from '../plan.ts';
import { USUAL_ZONES, zonePatterns, zoneReader, type ZonesKnown } from '../zoneTargets.ts';
import { after, type Piece } from './split.ts';
import type { Findings } from './findings.ts';

/** A step as it is read: what was said of it, and nothing else. */
export interface SaidStep {
  readonly length: Length;
  readonly target: Target;
  readonly cadence: { readonly low: number; readonly high: number } | null;
  readonly cue: string;
  readonly posture?: Step['posture'];
  readonly capBpm?: number;
  readonly finish?: Finish;
  readonly everyNth?: Step['everyNth'];
  readonly exceptions?: NonNullable<Step['exceptions']>;
  readonly role?: Role;
  /** Words that nobody understood; they stay on their step. */
  readonly details?: NonNullable<Step['details']>;
  /** "once": an easy stretch behind a set that is not its rest. */
  readonly once?: true;
}

type Details = Partial<Omit<SaidStep, 'length' | 'target'>>;

const NUM = String.raw`\d+(?:[.,]\d+)?`;
const RANGE = String.raw`${NUM}(?:\s*(?:-|–|—|to)\s*${NUM})?`;
const UNIT = String.raw`(?:%|percent\b|per cent\b)`;
const WORD_EFFORT = String.raw`easy|hard|rest|off|roll(?:ing)? down|max|flat[- ]out|all[- ]out|sweet ?spot|ftp|goal(?: power)?|own numbers|own longer best|recovery|endurance|tempo|threshold|(?:aerobic )?ceiling|anaerobic|sprint`;
/** An effort at the start of a stretch, the longest form first. */
const EFFORT = new RegExp(
  String.raw`^(?:at\s+|@\s*)?(${RANGE}\s*${UNIT}\s*of\s+(?:the\s+)?(?:goal(?: power)?|curve|ftp)\b|${RANGE}\s*${UNIT}|${RANGE}\s*(?:w|watts?)\b|zone\s*\d+\b|z\d+\b|rpe\s*${RANGE}|(?:under|below)\s+\d+\s*(?:bpm|beats)\b|${RANGE}\s*(?:bpm|beats)\b|(?:${WORD_EFFORT})\b)`,
  'i',
);
const BARE_AT = new RegExp(String.raw`^(?:at\s+|@\s*)(${RANGE})(?!\s*(?:rpm|:|\d))(?=\s|$)`, 'i');
const BARE = new RegExp(String.raw`^(${RANGE})(?=\s|$)`, 'i');
const CLOCK = String.raw`\d{1,3}:\d{1,2}(?::\d{1,2})?`;
const TIME = new RegExp(
  String.raw`^(${CLOCK}|${NUM}\s*(?:h|hours?|hrs?)(?![a-z])(?:\s*\d+(?:\s*(?:min|minutes?|m)\b)?)?|${NUM}\s*(?:min|minutes?|mins?|m|'|′)(?:\b|(?<=['′]))(?:\s*\d+\s*(?:s|secs?|seconds?|"|″))?|${NUM}\s*(?:s|secs?|seconds?|″)(?:\b|(?<=″))|${NUM}(?![\d.,])(?!\s*(?:${UNIT}|w\b|watts?\b|bpm|rpm|beats|[x×*/]|:|-|–|—|km\b|metres\b)))`,
  'i',
);
const METRES = new RegExp(String.raw`^(\d+)\s*(?:m|metres?)\b`, 'i');
const ROLES: Readonly<Record<string, Role>> = {
  'warm-up': 'warmUp',
  work: 'work',
  easy: 'easy',
  'cool-down': 'coolDown',
};

/** What the reader knows beside the words. */
export interface Known {
  readonly hills: readonly KnownHill[];
  /** FTP of the rider looked at, for the reading of zones; null for none. */
  readonly ftpW: number | null;
  /** The rider's other figures that zones hang on. */
  readonly anchors?: Anchors | undefined;
  /** The rider's scheme, and all that are known; Seven steps where left out. */
  readonly zones?: ZonesKnown | undefined;
}

const patterns = new WeakMap<ZonesKnown, { all: RegExp[]; read: ZoneReader }>();

/** How zones are named here, made once for a set of schemes. */
function zoneWords({ zones = USUAL_ZONES }: Known): { all: RegExp[]; read: ZoneReader } {
  const known = patterns.get(zones) ?? { all: zonePatterns(zones), read: zoneReader(zones) };
  patterns.set(zones, known);
  return known;
}

/** How long a step lasts, read off the start of a stretch; null where it does not start with one. */
function readLength(
  piece: Piece,
  known: Known,
  findings: Findings,
): { length: Length; rest: Piece } | null {
  const lap = /^until\s+(?:the\s+)?lap\b(?:\s+(?:is\s+)?pressed)?(?:\s+about\b)?/i.exec(piece.text);
  if (lap) {
    const rest = after(piece, lap[0].length);
    const about = /about$/i.test(lap[0]) ? TIME.exec(rest.text) : null;
    const seconds = about ? parseDuration(about[1] ?? '') : null;
    if (seconds?.ok)
      return {
        length: { kind: 'lap', expectedS: seconds.value },
        rest: after(rest, about?.[0].length ?? 0),
      };
    return { length: { kind: 'lap', expectedS: LAP_EXPECTED_S }, rest };
  }
  const top = /^(?:to\s+)?the\s+top\s+of\s+/i.exec(piece.text);
  if (top) return readHill(after(piece, top[0].length), known, findings);
  const time = TIME.exec(piece.text);
  if (!time) return null;
  const seconds = parseDuration(time[1] ?? '');
  const rest = after(piece, time[0].length);
  if (seconds.ok) return { length: { kind: 'time', seconds: seconds.value }, rest };
  findings.unread({ text: time[0], from: piece.from }, seconds.reason);
  return { length: { kind: 'unread', text: time[0] }, rest };
}

function readHill(
  piece: Piece,
  { hills }: Known,
  findings: Findings,
): { length: Length; rest: Piece } {
  const lower = piece.text.toLowerCase();
  const hill = [...hills]
    .sort((a, b) => b.name.length - a.name.length)
    .find(({ name }) => lower.startsWith(name.toLowerCase()));
  if (hill) {
    const { name, metres, gradientPercent } = hill;
    return {
      length: { kind: 'hill', name, metres, gradientPercent },
      rest: after(piece, name.length),
    };
  }
  const words =
    /^.*?(?=\s+(?:at|@|easy|max|seated|standing|\d)|$)/i.exec(piece.text)?.[0] ?? piece.text;
  const stored =
    hills.length === 0
      ? 'There are no hills yet: add one under Hills.'
      : `Your hills: ${hills.map(({ name }) => name).join(', ')}.`;
  findings.unread(
    { text: words, from: piece.from },
    `There is no hill "${words.slice(0, 40)}". ${stored}`,
  );
  return {
    length: { kind: 'unread', text: `to the top of ${words}`.slice(0, 200) },
    rest: after(piece, words.length),
  };
}

/** One effort at the start of a stretch; null where there is none. */
function readEffort(
  piece: Piece,
  known: Known,
  findings: Findings,
): { effort: Effort; rest: Piece } | null {
  const zones = zoneWords(known);
  const ofScheme = zones.all.map((pattern) => pattern.exec(piece.text)).find((words) => words);
  const found = ofScheme ?? EFFORT.exec(piece.text);
  if (found) {
    const words = found[1] ?? '';
    const place = { text: words, from: piece.from + found[0].length - words.length };
    const read = parseEffort(words, zones.read);
    const rest = after(piece, found[0].length);
    if (read.ok) {
      if (read.value.kind === 'zone')
        findings.zone(place, read.value, { ...known.anchors, ftp: known.ftpW });
      if (/^hard$/i.test(words)) findings.reading(place, 'rpe 8', ['rpe 7']);
      return { effort: read.value, rest };
    }
    const swapped = new RegExp(String.raw`^(${NUM})\s*(?:-|–|—|to)\s*(${NUM})(.*)$`, 'i').exec(
      words,
    );
    findings.unread(
      place,
      read.reason,
      swapped && read.mend === 'swapEnds'
        ? [`${swapped[2] ?? ''}–${swapped[1] ?? ''}${swapped[3] ?? ''}`]
        : [],
    );
    return { effort: { kind: 'unread', text: words }, rest };
  }
  const bare = BARE_AT.exec(piece.text);
  if (!bare) return null;
  const words = bare[1] ?? '';
  const place = { text: words, from: piece.from + bare[0].length - words.length };
  const rest = after(piece, bare[0].length);
  const read = parseEffort(words);
  if (read.ok) {
    const other = read.value.kind === 'percent' ? 'W' : '%';
    findings.reading(place, `${words} ${read.value.kind === 'percent' ? '%' : 'W'}`, [
      `${words} ${other}`,
    ]);
    return { effort: read.value, rest };
  }
  findings.unread(place, read.reason, [`${words} W`, `${words} %`]);
  return { effort: { kind: 'unread', text: words }, rest };
}

/** A rising or falling target at the start of a stretch; null where there is none. */
function readShape(
  piece: Piece,
  known: Known,
  findings: Findings,
): { target: Target; role?: Role; rest: Piece } | null {
  const word = /^(warm[- ]?up|cool[- ]?down)\b/i.exec(piece.text);
  if (word) {
    const warm = /^w/i.test(word[0]);
    const target: Target = warm
      ? { kind: 'changing', from: RISES_FROM, to: { kind: 'percent', low: 75, high: 75 } }
      : { kind: 'changing', ...FALLS };
    return { target, role: warm ? 'warmUp' : 'coolDown', rest: after(piece, word[0].length) };
  }
  const shape = /^(building|rising|falling|up|down)\b/i.exec(piece.text);
  if (!shape) return null;
  const falls = /^(?:falling|down)$/i.test(shape[0]);
  let rest = after(piece, shape[0].length);
  let from: Effort = falls ? FALLS.from : RISES_FROM;
  let bareFrom: string | null = null;
  const begin = /^from\s+/i.exec(rest.text);
  if (begin) {
    rest = after(rest, begin[0].length);
    const plain = new RegExp(String.raw`^(${NUM}(?:\s*[-–—]\s*${NUM})?)(?=\s+to\b)`, 'i').exec(
      rest.text,
    );
    // "from 98–102 % to 50 %": the first effort ends before its "to".
    const first = plain
      ? null
      : readEffort({ text: rest.text.replace(/\sto\s.*$/i, ''), from: rest.from }, known, findings);
    if (plain) {
      bareFrom = plain[1] ?? '';
      rest = after(rest, plain[0].length);
    } else if (first) {
      ({ effort: from } = first);
      rest = after(rest, first.rest.from - rest.from);
    }
  }
  const to = /^(?:to|→)\s+/i.exec(rest.text);
  if (!to) return falls ? { target: { kind: 'changing', ...FALLS, from }, rest } : null;
  const end = readEffort(asEffort(after(rest, to[0].length)), known, findings);
  if (!end) return null;
  if (bareFrom !== null) {
    let unit: '' | ' W' | ' %';
    if (end.effort.kind === 'watts') unit = ' W';
    else if (end.effort.kind === 'rpe') unit = '';
    else unit = ' %';
    const read = parseEffort(end.effort.kind === 'rpe' ? `rpe ${bareFrom}` : `${bareFrom}${unit}`);
    from = read.ok ? read.value : { kind: 'unread', text: bareFrom };
  }
  return { target: { kind: 'changing', from, to: end.effort }, rest: end.rest };
}

/** "up to 90" means an effort though no "at" stands before it. */
function asEffort(piece: Piece): Piece {
  return EFFORT.test(piece.text) || !/^\d/.test(piece.text)
    ? piece
    : { text: `@${piece.text}`, from: piece.from - 1 };
}

/** Details that stand behind an effort, as many as there are; what is left over is not understood. */
export function readDetails(
  start: Piece,
  known: Known,
  findings: Findings,
): { details: Details; rest: Piece } {
  let details: Details = {};
  let rest = start;
  for (;;) {
    const next = readDetail(rest, known, findings, details);
    if (!next) return { details, rest };
    details = { ...details, ...next.details };
    rest = next.rest;
  }
}

function readDetail(
  piece: Piece,
  known: Known,
  findings: Findings,
  so: Details,
): { details: Details; rest: Piece } | null {
  const { text } = piece;
  const done = (details: Details, length: number) => ({ details, rest: after(piece, length) });
  const cue = /^"((?:[^"\\]|\\.)*)"/s.exec(text);
  if (cue)
    return done({ cue: (cue[1] ?? '').replace(/\\(.)/gs, '$1').slice(0, 200) }, cue[0].length);
  const posture = /^(seated|standing)\b/i.exec(text);
  if (posture)
    return done({ posture: posture[0].toLowerCase() as 'seated' | 'standing' }, posture[0].length);
  const cadence = new RegExp(
    String.raw`^(\d{2,3})(?:\s*(?:-|–|—|to)\s*(\d{2,3}))?\s*rpm\b`,
    'i',
  ).exec(text);
  if (cadence) {
    const [low, high] = [Number(cadence[1]), Number(cadence[2] ?? cadence[1])];
    if (low >= 20 && high <= 220 && low <= high)
      return done({ cadence: { low, high } }, cadence[0].length);
    findings.unread(
      { text: cadence[0], from: piece.from },
      low > high
        ? `The range runs ${low} to ${high} rpm. Swap them?`
        : 'Cadence lies between 20 and 220 rpm.',
    );
    return done({ details: kept(cadence[0]) }, cadence[0].length);
  }
  const cap = /^under\s+(\d{2,3})\s*(?:bpm|beats)\b/i.exec(text);
  if (cap && Number(cap[1]) >= 40 && Number(cap[1]) <= 230)
    return done({ capBpm: Number(cap[1]) }, cap[0].length);
  const role = /^as\s+(warm-up|work|easy|cool-down)\b/i.exec(text);
  if (role) return done({ role: ROLES[(role[1] ?? '').toLowerCase()] as Role }, role[0].length);
  const once = /^once\b(?:,?\s*after\b)?/i.exec(text);
  if (once) return done({ once: true }, once[0].length);
  const last = /^last\s+/i.exec(text);
  if (last) {
    const finish = readFinish(after(piece, last[0].length), known, findings);
    return finish && { details: { finish: finish.finish }, rest: finish.rest };
  }
  return readDifferences(piece, known, findings, so);
}

/** "every 3rd standing", "rep 3 7:30 at 95 %". */
function readDifferences(
  piece: Piece,
  known: Known,
  findings: Findings,
  so: Details,
): { details: Details; rest: Piece } | null {
  const nth =
    /^every\s+(\d{1,2})(?:st|nd|rd|th)?\b|^every\s+(second|third|fourth|fifth|other)\b/i.exec(
      piece.text,
    );
  if (nth) {
    const words: Readonly<Record<string, number>> = {
      second: 2,
      other: 2,
      third: 3,
      fourth: 4,
      fifth: 5,
    };
    const every =
      nth[1] === undefined ? (words[(nth[2] ?? '').toLowerCase()] ?? 0) : Number(nth[1]);
    const { different, rest } = readDifferent(after(piece, nth[0].length), known, findings);
    return every >= 2 && every <= 20 && Object.keys(different).length > 0
      ? { details: { everyNth: { every, ...different } }, rest }
      : null;
  }
  const one = /^rep\s+(\d{1,3})\b/i.exec(piece.text);
  if (!one) return null;
  const rep = Number(one[1]);
  const length = TIME.exec(after(piece, one[0].length).text);
  const seconds = length ? parseDuration(length[1] ?? '') : null;
  const { different, rest } = readDifferent(
    after(after(piece, one[0].length), length?.[0].length ?? 0),
    known,
    findings,
  );
  if (rep < 1 || (!seconds?.ok && Object.keys(different).length === 0)) return null;
  return {
    details: {
      exceptions: [
        ...(so.exceptions ?? []),
        { rep, ...(seconds?.ok ? { seconds: seconds.value } : {}), ...different },
      ],
    },
    rest,
  };
}

function readDifferent(
  start: Piece,
  known: Known,
  findings: Findings,
): {
  different: { posture?: 'seated' | 'standing'; effort?: Effort; finish?: Finish };
  rest: Piece;
} {
  let rest = start;
  const posture = /^(seated|standing)\b/i.exec(rest.text);
  if (posture) rest = after(rest, posture[0].length);
  const effort = readEffort(rest, known, findings);
  if (effort) ({ rest } = effort);
  const last = /^last\s+/i.exec(rest.text);
  const finish = last ? readFinish(after(rest, last[0].length), known, findings) : null;
  if (finish) ({ rest } = finish);
  return {
    different: {
      ...(posture ? { posture: posture[0].toLowerCase() as 'seated' | 'standing' } : {}),
      ...(effort ? { effort: effort.effort } : {}),
      ...(finish ? { finish: finish.finish } : {}),
    },
    rest,
  };
}

function readFinish(
  piece: Piece,
  known: Known,
  findings: Findings,
): { finish: Finish; rest: Piece } | null {
  const metres = METRES.exec(piece.text);
  const time = metres && Number(metres[1]) >= 10 ? null : TIME.exec(piece.text);
  const taken = time ?? metres;
  if (!taken) return null;
  const effort = readEffort(after(piece, taken[0].length), known, findings);
  if (!effort) return null;
  if (!time)
    return {
      finish: {
        length: { kind: 'metres', metres: Math.min(5000, Number(metres?.[1])) },
        effort: effort.effort,
      },
      rest: effort.rest,
    };
  const seconds = parseDuration(time[1] ?? '');
  if (!seconds.ok || seconds.value > 3600) return null;
  return {
    finish: { length: { kind: 'time', seconds: seconds.value }, effort: effort.effort },
    rest: effort.rest,
  };
}

/**
 * Reads one step: its length, its effort or shape, its details. What is left over is named and stays.
 *
 * @param piece the words of the step
 * @param known hills and the rider's FTP
 * @param findings where readings and what was not understood are noted
 * @returns the step as far as it was understood
 */
export function readStep(piece: Piece, known: Known, findings: Findings): SaidStep {
  const begun = readLength(piece, known, findings);
  const rest = begun?.rest ?? piece;
  // What is said before the effort ("6:00 seated at 90 %") counts too.
  const early = /^(?:under|below)\b/i.test(rest.text)
    ? { details: {}, rest }
    : readDetails(rest, known, findings);
  const shape = readShape(early.rest, known, findings);
  const effort = shape ? null : readEffort(early.rest, known, findings);
  const behind = readDetails((shape ?? effort)?.rest ?? early.rest, known, findings);
  const target: Target = shape?.target ?? {
    kind: 'steady',
    effort: effort?.effort ?? { kind: 'unread', text: behind.rest.text.slice(0, 200) },
  };
  sayMissing(
    piece,
    { time: begun !== null, effort: shape !== null || effort !== null },
    behind.rest,
    findings,
  );
  return {
    length: begun?.length ?? { kind: 'unread', text: piece.text.slice(0, 200) },
    target,
    cadence: null,
    cue: '',
    ...(shape?.role ? { role: shape.role } : {}),
    ...early.details,
    ...behind.details,
    ...keptBehind(begun !== null && (shape ?? effort) !== null, behind.rest),
  };
}

/**
 * Words as a step keeps them.
 *
 * @param text what nobody understood; its first 1,000 signs are kept
 * @returns the detail of a step
 */
export function kept(text: string): NonNullable<Step['details']> {
  return { kind: 'unread', text: text.slice(0, 1000) };
}

/** What is left over behind a step that was understood. */
function keptBehind(understood: boolean, { text }: Piece): Pick<SaidStep, 'details'> {
  return understood && text !== '' ? { details: kept(text) } : {};
}

/** What a step lacks, the first of it that a coach would mend. */
function sayMissing(
  piece: Piece,
  has: { time: boolean; effort: boolean },
  leftOver: Piece,
  findings: Findings,
): void {
  if (!has.time)
    findings.unread(
      piece,
      `A time is missing here: "${piece.text.slice(0, 30)}". Try 8:00, 8, 90 s or 1 h 30.`,
    );
  else if (leftOver.text !== '') sayLeftOver(leftOver, has.effort, findings);
  else if (!has.effort) findings.missing(piece);
}

function sayLeftOver(rest: Piece, hasEffort: boolean, findings: Findings): void {
  const bare = hasEffort ? BARE.exec(rest.text) : null;
  if (bare && bare[0] === rest.text)
    findings.unread(rest, `Is "${rest.text}" a cadence or an effort?`, [
      `${rest.text} rpm`,
      `${rest.text} %`,
    ]);
  else findings.leftOver(rest);
}
