/** Zones: schemes, bands, comparisons, time in zones, the card. Handbook section 6. */
export {
  type Anchors,
  type Band,
  bandsFor,
  bandsOf,
  bandWorking,
  type LaidOver,
  layOver,
  printBand,
} from './bands.ts';
export { sameWatts, whatMoved } from './compare.ts';
export { heartZones } from './heartZones.ts';
export { heartBeside, TOO_SHORT_FOR_HEART_S } from './heartBeside.ts';
export {
  OWN_ANCHORS,
  type OwnScheme,
  ownSchemeProblems,
  schemeFromOwn,
  type SchemeProblem,
} from './ownScheme.ts';
export {
  ANCHOR_NAMES,
  type AnchorKind,
  type BandRule,
  FIVE_BY_MAXIMAL_HR,
  FIVE_BY_THRESHOLD_HR,
  isByHeart,
  type Scheme,
  SCHEMES,
  SEVEN_OVERLAPPING,
  SEVEN_STEPS,
  THREE_DOMAINS,
} from './schemes.ts';
export { timeInZones, timeInZonesOf } from './timeInZones.ts';
export {
  writeZoneCsv,
  writeZoneJson,
  type ZoneCardFor,
  type ZoneLine,
  zoneLines,
} from './zoneCard.ts';
