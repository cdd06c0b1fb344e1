import { balanceLine, type Segment, type SessionVerdict } from '@uphill/core/sessions';
import { printClock, printLeft, roundHalfUp } from '@uphill/core/units';
import { scaleLinear } from 'd3-scale';
import { roadRight, ROAD } from './roadScale.ts';
import { useWidth } from './useWidth.ts';

const HEIGHT = 54;
const [TOP, FOOT] = [9, 9];

/** W′ balance under the road, second by second in step with it. */
export function BalanceStrip({
  segments,
  totalS,
  verdict,
}: {
  segments: readonly Segment[];
  totalS: number;
  verdict: SessionVerdict;
}) {
  const [frame, width] = useWidth();
  const { model, balance } = verdict;
  // The frame stands before there is anything to draw, so that its width is known.
  if (!model || !balance || totalS === 0) return <div ref={frame} />;
  const line = balanceLine(segments, model, Math.max(200, width / 2));
  const floor = Math.min(0, balance.lowestJ / model.wPrimeJ);
  const x = scaleLinear([0, totalS], [ROAD.left, width - roadRight(width)]);
  const y = scaleLinear([floor, 1], [HEIGHT - FOOT, TOP]);
  const points = line
    .map(
      ({ second, balanceJ }) => `${x(second).toFixed(1)},${y(balanceJ / model.wPrimeJ).toFixed(1)}`,
    )
    .join(' ');
  const lowest = balance.lowestJ / model.wPrimeJ;
  const right = width - roadRight(width);
  return (
    <div ref={frame} className="balance-strip">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`W′ balance: ${printLeft(lowest * 100)}${lowest < 0 ? '' : ' left'} at the lowest, at ${printClock(balance.lowestAtS)}`}
      >
        {[1, 0].map((share) => (
          <g key={share}>
            <line
              x1={ROAD.left}
              x2={right}
              y1={y(share)}
              y2={y(share)}
              className={share === 0 ? 'balance-zero' : 'rule-line'}
            />
            <text x={right + 6} y={y(share) + 4} className="rule-text">
              {share === 1 ? 'W′ full' : '0 %'}
            </text>
          </g>
        ))}
        <polyline points={points} className="balance-line" />
        {lowest < 0.9 && (
          <g>
            <circle cx={x(balance.lowestAtS)} cy={y(lowest)} r="4" className="balance-low" />
            <text
              x={Math.min(right - 60, x(balance.lowestAtS) + 8)}
              y={y(lowest) + 18 < y(0) ? y(lowest) + 16 : Math.max(12, y(lowest) - 7)}
              className="rule-text balance-tag"
            >
              {tagOf(lowest)}
            </text>
          </g>
        )}
        {balance.breaks && (
          <line
            x1={x(balance.breaks.atS)}
            x2={x(balance.breaks.atS)}
            y1={0}
            y2={HEIGHT}
            className="balance-break"
          >
            <title>{`Breaks at ${printClock(balance.breaks.atS)}`}</title>
          </line>
        )}
      </svg>
    </div>
  );
}

/** In the drawing there is room for a figure: below zero with its sign. */
function tagOf(share: number): string {
  const percent = roundHalfUp(share * 100);
  return `${percent < 0 ? '−' : ''}${Math.abs(percent)} %`;
}
