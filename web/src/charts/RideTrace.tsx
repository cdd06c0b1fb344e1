import type { RiddenSecond } from '@uphill/core/simulation';
import { useWidth } from './useWidth.ts';

const HEIGHT = 120;
const SHOWN_S = 900;

/** The last quarter of an hour as it is ridden: watts in vermilion, pulse dashed in plum. Drawn for the eye; the figures beside it say the same. */
export function RideTrace({ trace }: { trace: readonly RiddenSecond[] }) {
  const [frame, width] = useWidth();
  const top = Math.max(300, ...trace.map(({ watts }) => watts));
  const x = (index: number): number => (index / SHOWN_S) * width;
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
        <path
          d={line(({ watts }) => HEIGHT - (watts / top) * (HEIGHT - 6))}
          className="trace-watts"
        />
        <path
          d={line(({ bpm }) => (bpm === null ? null : HEIGHT - ((bpm - 40) / 180) * HEIGHT))}
          className="trace-pulse"
        />
      </svg>
    </div>
  );
}
