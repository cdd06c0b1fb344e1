import { writeCsv } from '../units/index.ts';
import { printSpan, roundTo } from '../units/index.ts';
import { type Anchors, bandsFor, layOver } from './bands.ts';
import { heartBeside } from './heartBeside.ts';
import { isByHeart, type Scheme } from './schemes.ts';

/** Whose zones, on which day, from which figures. */
export interface ZoneCardFor {
  readonly rider: string;
  /** `yyyy-mm-dd` */
  readonly day: string;
  readonly anchors: Anchors;
  /** kg; null where it is unknown or hidden. */
  readonly massKg: number | null;
  /** False where heart rate may not be used for this rider. */
  readonly heartRate: boolean;
}

/** One line of a zone card. */
export interface ZoneLine {
  readonly zone: number;
  readonly name: string;
  /** Limits in the unit of the scheme, both inclusive; null is open. */
  readonly low: number;
  readonly high: number | null;
  readonly unit: 'W' | 'bpm';
  /** Upper limit, W/kg. */
  readonly highWPerKg: number | null;
  /** Heart rate beside watts, as text; null where there is none. */
  readonly bpm: string | null;
  readonly rpe: string;
  readonly talkTest: string;
  readonly held: string;
  readonly trains: string;
}

/** Format name and version of the JSON that `writeZoneJson` writes. */
const ZONE_CARD_FORMAT = { format: 'uphill-count-zones', version: 1 } as const;

/**
 * The lines of a rider's zone card.
 *
 * @param scheme the scheme
 * @param card the rider's figures
 * @returns one line a band, lowest first; null where the scheme lacks a figure of the rider
 * Source: handbook section 6.
 */
export function zoneLines(
  scheme: Scheme,
  { anchors, massKg, heartRate }: ZoneCardFor,
): ZoneLine[] | null {
  const over = layOver(scheme, anchors);
  if ('missing' in over) return null;
  const unit = isByHeart(scheme) ? 'bpm' : 'W';
  return bandsFor(scheme, over.anchors).map((band) => ({
    zone: band.rule.number,
    name: band.rule.name,
    low: band.low,
    high: band.high,
    unit,
    highWPerKg:
      unit === 'W' && massKg !== null && band.high !== null ? roundTo(band.high / massKg, 2) : null,
    bpm:
      unit === 'W' && heartRate && anchors.ftp != null && anchors.thresholdHr != null
        ? (heartBeside(scheme, band, anchors.ftp, anchors.thresholdHr)?.value ?? null)
        : null,
    rpe: printSpan(...band.rule.rpe),
    talkTest: band.rule.talkTest,
    held: band.rule.held,
    trains: band.rule.trains,
  }));
}

/**
 * Writes zones as CSV, one row a band.
 *
 * @param scheme the scheme
 * @param lines as `zoneLines` returns them
 * @returns the file as text
 */
export function writeZoneCsv(scheme: Scheme, lines: readonly ZoneLine[]): string {
  const fields = [
    'scheme',
    'zone',
    'name',
    'low',
    'high',
    'unit',
    'high_w_per_kg',
    'bpm',
    'rpe',
    'talk_test',
    'held',
    'trains',
  ];
  const data = lines.map((line) => [
    scheme.name,
    line.zone,
    line.name,
    line.low,
    line.high,
    line.unit,
    line.highWPerKg,
    line.bpm,
    line.rpe,
    line.talkTest,
    line.held,
    line.trains,
  ]);
  // A name that starts like a formula must stay a name when a spreadsheet opens the file.
  return writeCsv({ fields, data });
}

/**
 * Writes zones as JSON with its format and version; see docs/formats.md.
 *
 * @param scheme the scheme
 * @param lines as `zoneLines` returns them
 * @param card whose they are and from which figures
 * @returns the file as text
 */
export function writeZoneJson(
  scheme: Scheme,
  lines: readonly ZoneLine[],
  { rider, day, anchors }: ZoneCardFor,
): string {
  const { name, anchor, overlaps } = scheme;
  return `${JSON.stringify({ ...ZONE_CARD_FORMAT, rider, day, anchors, scheme: { name, anchor, overlaps }, zones: lines }, null, 2)}\n`;
}
