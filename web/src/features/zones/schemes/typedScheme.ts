import type { SchemeFields } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';
import type { OwnScheme } from '@uphill/core/zones';
import { z } from 'zod';

const typedBand = z.object({
  name: z.string(),
  from: z.string(),
  to: z.string(),
  trains: z.string(),
});
export type TypedBand = z.infer<typeof typedBand>;

/** A scheme exactly as typed. */
export const typedScheme = z.object({
  name: z.string(),
  anchor: z.enum(['ftp', 'thresholdHr', 'maximalHr']),
  overlaps: z.boolean(),
  bands: z.array(typedBand).max(12),
});
export type TypedScheme = z.infer<typeof typedScheme>;

export function toTyped({ name, anchor, overlaps, bands }: SchemeFields): TypedScheme {
  const text = (percent: number | null): string => (percent === null ? '' : String(percent));
  return {
    name,
    anchor,
    overlaps,
    bands: bands.map((band) => ({
      name: band.name,
      from: text(band.fromPercent),
      to: text(band.toPercent),
      trains: band.trains,
    })),
  };
}

/** What was typed, as a scheme; a limit of letters counts as missing, and is named on its own. */
export function fromTyped({ name, anchor, overlaps, bands }: TypedScheme): OwnScheme {
  const percent = (text: string): number | null => {
    const value = numberTyped(text);
    return typeof value === 'number' ? value : null;
  };
  return {
    name,
    anchor,
    overlaps,
    bands: bands.map((band) => ({
      name: band.name,
      fromPercent: percent(band.from),
      toPercent: percent(band.to),
      trains: band.trains,
    })),
  };
}
