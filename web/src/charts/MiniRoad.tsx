import type { Segment } from '@uphill/core';
import { cornersOf, isByEffort } from './roadShape.ts';

const WIDTH = 96;
const HEIGHT = 34;

/** A session's road section in miniature, its height against this rider's FTP. */
export function MiniRoad({ segments, ftpW }: { segments: readonly Segment[]; ftpW: number | null }) {
  const byEffort = isByEffort(segments);
  const corners = cornersOf(segments, byEffort);
  const total = corners.at(-1)?.[0] ?? 0;
  if (total === 0) return <svg width={WIDTH} height={HEIGHT} aria-hidden className="mini-road" />;
  // FTP is always on the drawing, so that an easy road looks lower than a hard one.
  const top = Math.max(...corners.map(([, level]) => level), byEffort ? 9 : (ftpW ?? 0)) * 1.1;
  const line = corners.map(([second, level]) => `${((second / total) * WIDTH).toFixed(1)},${(HEIGHT - (level / top) * (HEIGHT - 2)).toFixed(1)}`).join(' ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden className="mini-road">
      <polygon points={`0,${HEIGHT} ${line} ${WIDTH},${HEIGHT}`} className="asked-wash" />
      <polyline points={line} className="asked-line" />
    </svg>
  );
}
