import { percentOf, printSpan, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { ANCHOR_NAMES, type AnchorKind, type BandRule, isByHeart, type Scheme } from './schemes.ts';

/** A band with this rider's own limits, both inclusive, in W or bpm. */
export interface Band {
  readonly rule: BandRule;
  readonly low: number;
  /** null where the band is open above. */
  readonly high: number | null;
}

/** The rider's figures that schemes hang on, whole W or bpm; null or left out where unknown. */
export type Anchors = Partial<Record<AnchorKind, number | null>>;

/** What a scheme is laid over for one rider. */
export interface LaidOver {
  readonly anchors: Anchors;
  /** True where LT1 and LT2 stand in as shares of FTP, because no lactate test says them. */
  readonly assumed: boolean;
}

/** Shares of FTP that stand in for LT1 and LT2 in Three domains. Source: handbook section 6. */
const ASSUMED_LT1_PERCENT = 75;
const ASSUMED_LT2_PERCENT = 100;

/**
 * Finds what a scheme needs among the rider's figures. Three domains does without a lactate test: there 75 % and
 * 100 % of FTP stand in, marked as assumed.
 *
 * @param scheme the scheme
 * @param anchors the rider's figures
 * @returns what to lay it over, or the sentence fragment that names what is missing ("no FTP")
 * Source: handbook section 6.
 */
export function layOver(scheme: Scheme, anchors: Anchors): LaidOver | { readonly missing: string } {
  if (scheme.anchor !== 'lactate') {
    return anchors[scheme.anchor] == null
      ? {
          missing: `no ${ANCHOR_NAMES[scheme.anchor].name.replace(/^[TM](?=[a-z])/, (letter) => letter.toLowerCase())}`,
        }
      : { anchors, assumed: false };
  }
  if (anchors.lt1 != null && anchors.lt2 != null) return { anchors, assumed: false };
  if (scheme.id !== 'three-domains') return { missing: 'no lactate test' };
  if (anchors.ftp == null) return { missing: 'no FTP' };
  return {
    anchors: {
      ...anchors,
      lt1: percentOf(ASSUMED_LT1_PERCENT, anchors.ftp),
      lt2: percentOf(ASSUMED_LT2_PERCENT, anchors.ftp),
    },
    assumed: true,
  };
}

/**
 * Lays a scheme over a rider's figures. Limits belong to the band below; where bands abut the next one starts one
 * above, so every whole watt (or beat) lies in exactly one band; overlapping ones start where they say.
 *
 * @param scheme bands with rising limits in percent of their anchors
 * @param anchors the rider's figures, for example `{ ftp: 262 }`; FTP in whole W (40–600), heart rates in bpm
 * @returns one band per rule, lowest first
 * @throws RangeError where a figure the scheme needs is missing
 * Source: handbook section 6.
 * @example
 * printBand(bandsFor(SEVEN_STEPS, { ftp: 260 })[3]) // '235–273'
 */
export function bandsFor(scheme: Scheme, anchors: Anchors): Band[] {
  let next = 0;
  return scheme.bands.map((rule) => {
    const high =
      rule.toPercent === null ? null : percentOf(rule.toPercent, anchorOf(scheme, rule, anchors));
    const low =
      scheme.overlaps && rule.fromPercent !== undefined
        ? percentOf(rule.fromPercent, anchorOf(scheme, rule, anchors))
        : next;
    // Rounding may leave a narrow band of a low anchor without a whole watt of its own; it never runs backwards.
    const band = { rule, low, high: high === null ? null : Math.max(high, low - 1) };
    next = (band.high ?? low) + 1;
    return band;
  });
}

function anchorOf(scheme: Scheme, rule: BandRule, anchors: Anchors): number {
  const kind = anchorKindOf(scheme, rule);
  const value = anchors[kind];
  if (value == null) throw new RangeError(`${scheme.name} needs ${ANCHOR_NAMES[kind].name}.`);
  return value;
}

function anchorKindOf(scheme: Scheme, rule: BandRule): AnchorKind {
  return rule.toOf ?? (scheme.anchor === 'lactate' ? 'lt2' : scheme.anchor);
}

/**
 * Finds the band or bands that a second of riding belongs to: one, or two neighbours where they overlap.
 *
 * @param bands as `bandsFor` returns them
 * @param value watts or beats; rounded half up before it is classified
 * @returns one band or two; a negative value counts as the lowest
 * Source: handbook section 6 ("Seconds are classified by watts rounded half up").
 */
export function bandsOf(bands: readonly Band[], value: number): Band[] {
  const whole = Math.max(0, roundHalfUp(value));
  return bands.filter((band) => band.low <= whole && (band.high === null || whole <= band.high));
}

/**
 * The working of one band's limits for a rider.
 *
 * @param scheme the scheme the band is from
 * @param band the band
 * @param over what the scheme was laid over
 * @returns the limits as text ("236–275"), with the arithmetic
 * Source: handbook section 6.
 */
export function bandWorking(scheme: Scheme, band: Band, over: LaidOver): Worked<string> {
  const unit = isByHeart(scheme) ? 'bpm' : 'W';
  const lines: [string, string][] = [];
  const seen = new Set<AnchorKind>();
  const share = (percent: number, rule: BandRule): [string, string] => {
    const kind = anchorKindOf(scheme, rule);
    const anchor = anchorOf(scheme, rule, over.anchors);
    if (!seen.has(kind)) {
      seen.add(kind);
      lines.push([
        `${ANCHOR_NAMES[kind].name}${over.assumed ? ', assumed from FTP' : ''}`,
        `${anchor} ${unit}`,
      ]);
    }
    return [
      `${percent} % of ${anchor}`,
      `${roundTo((percent * anchor) / 100, 2)} → ${percentOf(percent, anchor)} ${unit}`,
    ];
  };
  const below = scheme.bands[band.rule.number - 2];
  if (scheme.overlaps) {
    if (band.rule.fromPercent)
      lines.push(labelled(share(band.rule.fromPercent, band.rule), 'starts at '));
  } else if (below?.toPercent != null) {
    lines.push(labelled(share(below.toPercent, below), '', `, top of ${below.name}`));
    lines.push(['Starts one above', `${band.low} ${unit}`]);
  }
  if (band.rule.toPercent !== null) lines.push(share(band.rule.toPercent, band.rule));
  return worked(printBand(band), unit, `${scheme.name}: ${band.rule.name}`, lines, [
    ['Scheme', scheme.name],
    ['Rounding', 'half up'],
  ]);
}

function labelled([label, figure]: [string, string], before: string, after = ''): [string, string] {
  return [`${before}${label}${after}`, figure];
}

/**
 * Prints a band's limits: `≤ 144`, `145–197`, `over 393`.
 *
 * @param band the band
 * @returns the text, without unit
 */
export function printBand(band: Pick<Band, 'low' | 'high'>): string {
  if (band.high === null) return `over ${band.low - 1}`;
  return band.low === 0 ? `≤ ${band.high}` : printSpan(band.low, band.high);
}
