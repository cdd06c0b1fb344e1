import { judgedMean, type RepRow } from '@uphill/core/review';
import { scaleLinear } from 'd3-scale';

/** The scale reaches so far beyond either limit, shares of the band's middle. */
const BEYOND = 0.04;
const WIDTH = 52;

/** Where a rep's mean lies against its band: a bar for the band, a dot for the mean. The figures stand beside it. */
export function BandMark({ row }: { row: RepRow }) {
  const mean = judgedMean(row);
  const { band } = row;
  if (mean === null || !band || band.high === null) return null;
  const middle = (band.low + band.high) / 2;
  const x = scaleLinear(
    [band.low - BEYOND * middle, band.high + BEYOND * middle],
    [4, WIDTH - 4],
  ).clamp(true);
  const within = mean >= band.low && mean <= band.high;
  return (
    <svg
      width={WIDTH}
      height={16}
      role="img"
      aria-label={within ? 'in the band' : `${mean > band.high ? 'over' : 'under'} the band`}
    >
      <rect
        x={x(band.low)}
        y={2}
        width={x(band.high) - x(band.low)}
        height={12}
        className="mark-band"
      />
      <line x1={x(middle)} x2={x(middle)} y1={1} y2={15} className="mark-middle" />
      <circle cx={x(mean)} cy={8} r={4} className={within ? 'mark-mean' : 'mark-mean mark-out'} />
    </svg>
  );
}
