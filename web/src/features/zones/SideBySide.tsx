import type { Band, Scheme } from '@uphill/core/zones';
import { useWidth } from '../../charts/useWidth.ts';
import { rungsOf } from './ladderScale.ts';

/** A scheme laid over what is known of a rider. */
export interface SchemeColumn {
  readonly scheme: Scheme;
  readonly bands: readonly Band[];
  /** Whether some of what it hangs on is only assumed. */
  readonly assumed: boolean;
}

interface Props {
  readonly columns: readonly SchemeColumn[];
  readonly reference: number;
}

const HEIGHT = 360;
const LEFT = 56;

/** Each scheme as a column of bands along one axis of watts; the table below says the same. */
export function SideBySide({ columns, reference }: Props) {
  const [frame, width] = useWidth();
  const each = Math.max(60, Math.min(220, (width - LEFT) / columns.length));
  const drawn = columns.map(({ scheme, bands }) => ({
    scheme,
    ...rungsOf(bands, reference, HEIGHT, each - 14),
  }));
  const first = drawn[0];
  if (!first) return null;
  const ticks = [0.5, 0.75, 1, 1.25, 1.5].map((share) => Math.round(share * reference));
  return (
    <div ref={frame} className="mb-3">
      <svg width={width} height={HEIGHT + 30} aria-hidden focusable="false">
        {ticks.map((watts) => (
          <g key={watts}>
            <line
              x1={LEFT - 4}
              x2={width}
              y1={first.y(watts)}
              y2={first.y(watts)}
              className="compare-tick"
            />
            <text x={LEFT - 8} y={first.y(watts) + 5} textAnchor="end" className="rung-limit">
              {watts}
            </text>
          </g>
        ))}
        {drawn.map(({ scheme, rungs, shared }, index) => {
          const x = LEFT + index * each;
          return (
            <g key={scheme.id}>
              {rungs.map(({ band, y, height, shade }) => (
                <g key={band.rule.number}>
                  <rect
                    x={x}
                    y={y + 1}
                    width={each - 14}
                    height={Math.max(0, height - 2)}
                    className={`rung rung-${shade}`}
                  />
                  {height > 20 && (
                    <text x={x + 8} y={y + height / 2 + 5} className={`rung-held on-rung-${shade}`}>
                      {band.rule.number} {each > 110 ? band.rule.name : ''}
                    </text>
                  )}
                </g>
              ))}
              {shared.map((stretch) => (
                <rect
                  key={stretch.y}
                  x={x}
                  y={stretch.y}
                  width={each - 14}
                  height={Math.max(0, stretch.height)}
                  className="shared-edge"
                  fill="none"
                />
              ))}
              <text x={x} y={HEIGHT + 22} className="ladder-note">
                {scheme.name}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
