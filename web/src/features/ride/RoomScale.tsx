import { scaleLinear } from 'd3-scale';
import { Stone } from '../../ui/Stone.tsx';

/** Up to here each rep left has its stone. */
const MOST_STONES = 8;

/** The band asked beside an upright scale, a pointer where the watts are. */
export function Scale({
  asked,
  watts,
  words,
}: {
  asked: { lowW: number; highW: number } | null;
  watts: number | null;
  words: string;
}) {
  if (!asked) return <p className="ride-asked">{words}</p>;
  const middle = (asked.lowW + asked.highW) / 2;
  const span = Math.max(asked.highW - asked.lowW, 0.06 * middle) * 2.5;
  const place = scaleLinear([middle - 0.48 * span, middle + 0.48 * span], [98, 2]).clamp(true);
  return (
    <div className="ride-scale">
      <svg viewBox="0 0 20 100" preserveAspectRatio="none" aria-hidden>
        <rect
          x="2"
          y={place(asked.highW)}
          width="12"
          height={Math.max(3, place(asked.lowW) - place(asked.highW))}
          className="ride-band"
        />
        <line x1="8" x2="8" y1="0" y2="100" className="ride-axis" />
        {watts !== null && (
          <path
            d={`M20 ${place(watts) - 4} L10 ${place(watts)} L20 ${place(watts) + 4} z`}
            className="ride-pointer"
          />
        )}
      </svg>
      <p className="ride-asked" aria-label="Goal watts">
        {asked.highW}
        {asked.lowW !== asked.highW && (
          <>
            <br />
            {asked.lowW}
          </>
        )}
      </p>
    </div>
  );
}

/** The reps left as stones; many as one. */
export function Stones({ left }: { left: number }) {
  if (left > MOST_STONES) return <Stone>{`${left} left`}</Stone>;
  return (
    <span className="ride-stones" aria-label={`${left} reps left`}>
      {Array.from({ length: left }, (_, index) => (
        <Stone key={index} small>
          {String(left - index)}
        </Stone>
      ))}
    </span>
  );
}
