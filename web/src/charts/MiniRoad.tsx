import type { Segment } from '@uphill/core/sessions';
import { scaleLinear } from 'd3-scale';
import { cornersOf, isByEffort } from './roadShape.ts';

const WIDTH = 96;
const HEIGHT = 34;

/** A session's road section in miniature, its height against this rider's FTP; with a mark where a ride is. */
export function MiniRoad({
  segments,
  ftpW,
  at = null,
  wide = false,
}: {
  segments: readonly Segment[];
  ftpW: number | null;
  at?: number | null;
  wide?: boolean;
}) {
  const byEffort = isByEffort(segments);
  const corners = cornersOf(segments, byEffort);
  const total = corners.at(-1)?.[0] ?? 0;
  if (total === 0) return <svg width={WIDTH} height={HEIGHT} aria-hidden className="mini-road" />;
  // FTP is always on the drawing, so that an easy road looks lower than a hard one.
  const top = Math.max(...corners.map(([, level]) => level), byEffort ? 9 : (ftpW ?? 0)) * 1.1;
  const x = scaleLinear([0, total], [0, WIDTH]);
  const y = scaleLinear([0, top], [HEIGHT, 2]);
  const line = corners
    .map(([second, level]) => `${x(second).toFixed(1)},${y(level).toFixed(1)}`)
    .join(' ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={wide ? '100%' : WIDTH}
      height={wide ? '100%' : HEIGHT}
      {...(wide ? { preserveAspectRatio: 'none' } : {})}
      aria-hidden
      className="mini-road"
    >
      <polygon points={`0,${HEIGHT} ${line} ${WIDTH},${HEIGHT}`} className="asked-wash" />
      <polyline points={line} className="asked-line" vectorEffect="non-scaling-stroke" />
      {at !== null && (
        <line
          x1={x(at)}
          x2={x(at)}
          y1="0"
          y2={HEIGHT}
          className="mini-road-here"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
