import type { RiddenSecond } from '@uphill/core/simulation';
import { scaleLinear } from 'd3-scale';
import { useWidth } from './useWidth.ts';

const HEIGHT = 120;
const SHOWN_S = 900;
const BPM = [40, 220] as const;

/** The last quarter of an hour as it is ridden: watts in vermilion, pulse dashed in plum. Drawn for the eye; the figures beside it say the same. */
export function RideTrace({ trace }: { trace: readonly RiddenSecond[] }) {
  const [frame, width] = useWidth();
  const top = Math.max(300, ...trace.map(({ watts }) => watts));
  const x = scaleLinear([0, SHOWN_S], [0, width]);
  const yWatts = scaleLinear([0, top], [HEIGHT, 6]);
  const yBpm = scaleLinear(BPM, [HEIGHT, 0]);
  const every = Math.max(1, Math.floor(trace.length / Math.max(1, width)));
  const shown = trace
    .map((second, index) => ({ ...second, index }))
    .filter(({ index }) => index % every === 0);
  const line = (value: (second: RiddenSecond) => number | null): string =>
    shown.reduce((path, second) => {
      const y = value(second);
      if (y === null) return path;
      return `${path}${path === '' ? 'M' : 'L'}${x(second.index).toFixed(1)} ${y.toFixed(1)}`;
    }, '');
  return (
    <div ref={frame} className="ride-trace">
      <svg width={width} height={HEIGHT} aria-hidden focusable="false">
        <path d={line(({ watts }) => yWatts(watts))} className="trace-watts" />
        <path d={line(({ bpm }) => (bpm === null ? null : yBpm(bpm)))} className="trace-pulse" />
      </svg>
    </div>
  );
}
