/** Measures of the road section, px; what lies under it shares them. */
export const ROAD = {
  // As low as words in a rep allow, so that sentence, road, verdict and table are seen at once.
  height: 200,
  top: 56,
  foot: 26,
  left: 14,
  right: 92,
  rightSmall: 54,
  smallBelow: 600,
} as const;

/** Room at the right for the names of the rules. */
export function roadRight(width: number): number {
  return width < ROAD.smallBelow ? ROAD.rightSmall : ROAD.right;
}

/** px to seconds, for a road of this length drawn this wide. */
export function secondsPerPx(totalS: number, width: number): number {
  return totalS / Math.max(1, width - ROAD.left - roadRight(width));
}

/** From seconds or watts to px. */
export type Scale = (value: number) => number;

/** Height of the hatching over steps whose target is unread, as a share of the drawing. */
const HATCHED = 0.5;

/** Steps whose target is unread are hatched up to here. */
export function hatchedTop(y: Scale): number {
  return y(0) - (y(0) - ROAD.top) * HATCHED;
}
