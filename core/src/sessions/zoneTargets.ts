import {
  type Effort,
  plainName,
  type Refused,
  refused,
  type Understood,
  understood,
  USUAL_SCHEME,
  type ZoneReader,
  type ZoneScheme,
} from '../units/index.ts';
import {
  type Anchors,
  type Band,
  bandsFor,
  isByHeart,
  layOver,
  OWN_ANCHORS,
  type Scheme,
  schemeFromOwn,
  SCHEMES,
  SEVEN_STEPS,
  THREE_DOMAINS,
} from '../zones/index.ts';

type ZoneEffort = Extract<Effort, { kind: 'zone' }>;

/** The schemes that words can mean: the one of the rider it is written for, and all that are known. */
export interface ZonesKnown {
  readonly own: Scheme;
  readonly all: readonly Scheme[];
}

/** Where nothing else is known, zones are those of Seven steps, and of every scheme that ships by its name. */
export const USUAL_ZONES: ZonesKnown = { own: SEVEN_STEPS, all: SCHEMES };

/**
 * The scheme of a zone: one that ships, or the coach's own by the limits that travel with the session.
 *
 * @param effort the zone
 * @returns the scheme, or null where it neither ships nor brings its limits
 * Source: handbook section 7 (Targets: "zone, stored with its scheme").
 */
export function schemeOfZone({ scheme }: ZoneEffort): Scheme | null {
  if (!scheme) return SEVEN_STEPS;
  if (scheme.own) return schemeFromOwn(scheme.id, { ...scheme.own, name: scheme.name });
  return SCHEMES.find(({ id }) => id === scheme.id) ?? null;
}

/**
 * A zone of a scheme as a session keeps it.
 *
 * @param scheme the scheme
 * @param zone number of the zone, from 1
 * @returns the effort
 */
function zoneOf(scheme: Scheme, zone: number): ZoneEffort {
  return scheme.id === USUAL_SCHEME
    ? { kind: 'zone', zone }
    : { kind: 'zone', zone, scheme: travelling(scheme) };
}

function travelling({ id, name, anchor, overlaps, bands }: Scheme): ZoneScheme {
  const own = OWN_ANCHORS.find((each) => each === anchor);
  if (own === undefined || SCHEMES.some((each) => each.id === id)) return { id, name };
  return {
    id,
    name,
    own: {
      anchor: own,
      overlaps,
      bands: bands.map(({ name: band, fromPercent, toPercent, trains }, index) => ({
        name: band,
        fromPercent: fromPercent ?? bands[index - 1]?.toPercent ?? 0,
        toPercent,
        trains: trains.slice(0, 200),
      })),
    },
  };
}

/** A zone laid on a rider's own anchors. */
interface LaidZone {
  readonly scheme: Scheme;
  readonly band: Band;
  /** What it counts as in the sums, in the unit of the scheme. */
  readonly middle: number;
}

/** Without an upper limit a band counts up to here, percent of FTP; above that as Sprint does. */
const OPEN_TO = [120, 150] as const;
const SPRINT_PERCENT = 170;
/** The lowest band counts as easy where it ends here or below, percent of FTP; else from here on. */
const EASY_TO = 60;
const EASY_PERCENT = 50;
const ENDURANCE_FROM = 56;

/**
 * Lays a zone on a rider's anchors.
 *
 * @param effort the zone
 * @param anchors the rider's figures, W and bpm
 * @returns the band with the middle that it counts as, or what is missing: "no lactate test"
 * Source: handbook sections 5 (A planned session's numbers) and 7 ("the same scheme laid on their own anchors").
 */
export function laidZone(
  effort: ZoneEffort,
  anchors: Anchors,
): LaidZone | { readonly missing: string } {
  const scheme = schemeOfZone(effort);
  if (!scheme) return { missing: `the scheme ${effort.scheme?.name ?? ''} is not known` };
  const over = layOver(scheme, anchors);
  if ('missing' in over) return over;
  const { lt1, lt2 } = over.anchors;
  if (scheme.anchor === 'lactate' && (lt1 ?? 0) > 0.95 * (lt2 ?? 0))
    return { missing: 'LT1 and LT2 lie too close' };
  const band = bandsFor(scheme, over.anchors)[effort.zone - 1];
  if (!band) return { missing: `${scheme.name} has no zone ${effort.zone}` };
  return { scheme, band, middle: middleOf(scheme, band, effort.zone, anchors) };
}

function middleOf(scheme: Scheme, band: Band, zone: number, { ftp }: Anchors): number {
  const { low, high } = band;
  if (isByHeart(scheme)) return high === null ? low : (low + high) / 2;
  const share = (percent: number): number => (percent * (ftp ?? low)) / 100;
  if (high === null) {
    const top = OPEN_TO.find((percent) => low < share(percent) - 1);
    return top === undefined ? share(SPRINT_PERCENT) : (low + share(top)) / 2;
  }
  if (low === 0)
    return high <= share(EASY_TO) ? share(EASY_PERCENT) : (share(ENDURANCE_FROM) + high) / 2;
  const { fromPercent, toPercent } = band.rule;
  // Percent of one anchor are not rounded: Endurance is 56–75 %, so 65.5 %.
  if (scheme.anchor !== 'ftp' || toPercent === null) return (low + high) / 2;
  const below = scheme.bands[zone - 2]?.toPercent ?? 0;
  return share(((scheme.overlaps ? (fromPercent ?? below + 1) : below + 1) + toPercent) / 2);
}

const NUMBERED = /^(?:zone|z)\s*(\d+)(?:\s+(?:of|in)\s+(?:the\s+)?(.+))?$/i;
/** What coaches call the three domains. */
const DOMAINS: readonly (readonly [RegExp, number])[] = [
  [
    /^(?:(?:under|below)\s+lt\s?1|(?:(?:low|lower|lowest|first|easy)\s+domain|domain\s+(?:1|one)))$/i,
    1,
  ],
  [
    /^(?:between\s+(?:lt\s?1\s+and\s+lt\s?2|the\s+thresholds)|(?:middle|mid|second)\s+domain|domain\s+(?:2|two))$/i,
    2,
  ],
  [
    /^(?:(?:above|over)\s+lt\s?2|(?:high|upper|highest|top|third|hard)\s+domain|domain\s+(?:3|three))$/i,
    3,
  ],
];

/**
 * Reads words that name a zone, as the rider's own scheme means them: "zone 3", "zone 3 of Three domains",
 * "under LT1", "middle domain", and bands of the rider's own scheme by their names.
 *
 * @param zones the rider's scheme, and all that are known
 * @returns the reader
 * Source: handbook sections 6 and 7.
 */
export function zoneReader({ own, all }: ZonesKnown): ZoneReader {
  return (typed) => {
    const numbered = NUMBERED.exec(typed);
    if (numbered) return byNumber(Number(numbered[1]), numbered[2], own, all);
    const domain = DOMAINS.find(([pattern]) => pattern.test(typed));
    if (domain) return understood(zoneOf(THREE_DOMAINS, domain[1]));
    // Heart-rate bands share their names with those in watts; a word alone means watts.
    if (own.id === USUAL_SCHEME || isByHeart(own)) return null;
    const named = own.bands.find(({ name }) => same(name, typed));
    return named ? understood(zoneOf(own, named.number)) : null;
  };
}

function byNumber(
  zone: number,
  name: string | undefined,
  own: Scheme,
  all: readonly Scheme[],
): Understood<ZoneEffort> | Refused {
  const scheme = name === undefined ? own : all.find((each) => same(each.name, name));
  if (!scheme)
    return refused(
      `There is no scheme "${(name ?? '').slice(0, 40)}". Known: ${all.map((each) => plainName(each.name)).join(', ')}.`,
    );
  return zone >= 1 && zone <= scheme.bands.length
    ? understood(zoneOf(scheme, zone))
    : refused(
        `There is no zone ${zone}. ${plainName(scheme.name)} has zones 1 to ${scheme.bands.length}.`,
      );
}

function same(one: string, other: string): boolean {
  return plainName(one).toLowerCase() === plainName(other).toLowerCase();
}

/**
 * The words that can stand for a zone at the start of a stretch: a number with the name of a scheme, a domain, or a
 * band of the rider's own scheme. The longest is tried first.
 *
 * @param zones the rider's scheme, and all that are known
 * @returns patterns of the words
 */
export function zonePatterns({ own, all }: ZonesKnown): RegExp[] {
  const words = (name: string): string =>
    plainName(name)
      .split(' ')
      .map((word) => word.replace(/[^\p{L}\p{N}]/gu, ''))
      .join('[^\\p{L}\\p{N},;()]+');
  const schemes = all
    .map(({ name }) => words(name))
    .filter((pattern) => pattern !== '')
    .sort((a, b) => b.length - a.length);
  const bands =
    own.id === USUAL_SCHEME || isByHeart(own)
      ? []
      : own.bands.map(({ name }) => words(name)).filter((pattern) => pattern !== '');
  const bounded = (pattern: string): RegExp =>
    new RegExp(String.raw`^(?:at\s+|@\s*|in\s+)?(?:the\s+)?(${pattern})(?![\p{L}\p{N}])`, 'iu');
  return [
    bounded(String.raw`(?:zone|z)\s*\d+\s+(?:of|in)\s+(?:the\s+)?(?:${schemes.join('|')})`),
    bounded(
      String.raw`(?:under|below)\s+lt\s?1|between\s+(?:lt\s?1\s+and\s+lt\s?2|the\s+thresholds)`,
    ),
    bounded(
      String.raw`(?:above|over)\s+lt\s?2|(?:low|lower|lowest|first|easy|middle|mid|second|high|upper|highest|top|third|hard)\s+domain|domain\s+(?:\d|one|two|three)`,
    ),
    ...bands.sort((a, b) => b.length - a.length).map(bounded),
  ];
}
