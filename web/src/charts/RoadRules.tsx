import type { Band } from '@uphill/core/zones';
import { ROAD, type Scale } from './roadScale.ts';

const { left: LEFT, right: RIGHT } = ROAD;
/** Height of a line of small text, px. */
const TEXT_LINE = 14;

interface Props {
  readonly bands: readonly Band[] | null;
  readonly byEffort: boolean;
  readonly highest: number;
  readonly y: Scale;
  readonly width: number;
  readonly right: number;
}

/** The limits of the zones across the road; of RPE where there are no watts. */
export function RoadRules({ bands, byEffort, highest, y, width, right }: Props) {
  if (byEffort) {
    return [2, 4, 6, 8, 10].map((rpe) => (
      <g key={rpe}>
        <line x1={LEFT} x2={width - right} y1={y(rpe)} y2={y(rpe)} className="rule-line" />
        <text x={width - right + 6} y={y(rpe) + 4} className="rule-text">
          RPE {rpe}
        </text>
      </g>
    ));
  }
  if (!bands) return null;
  const named = namedRules(bands, highest, y);
  return bands.map((band) => {
    const top = band.high !== null && band.high <= highest ? band.high : null;
    const middle = ((band.low || 0) + Math.min(band.high ?? highest, highest)) / 2;
    const wide = right === RIGHT;
    return (
      <g key={band.rule.number}>
        {top !== null && (
          <>
            <line x1={LEFT} x2={width - right} y1={y(top)} y2={y(top)} className="rule-line" />
            {named.has(top) && (
              <text x={width - right + 6} y={y(top) + 4} className="rule-text">
                {top}
                {wide ? ' W' : ''}
              </text>
            )}
          </>
        )}
        {wide &&
          band.low < highest &&
          y(band.low) - y(Math.min(band.high ?? highest, highest)) > 10 && (
            <text x={width - 4} y={y(middle) + 5} textAnchor="end" className="rule-zone">
              Z{band.rule.number}
            </text>
          )}
      </g>
    );
  });
}

/** Limits whose names have room: from below, each at least a line of text above the one before. */
function namedRules(bands: readonly Band[], highest: number, y: Scale): ReadonlySet<number> {
  const named = new Set<number>();
  let last = Infinity;
  for (const { high } of bands) {
    if (high === null || high > highest || last - y(high) < TEXT_LINE) continue;
    named.add(high);
    last = y(high);
  }
  return named;
}
