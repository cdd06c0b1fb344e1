import type { Scale } from './roadScale.ts';

interface Props {
  readonly total: number;
  readonly x: Scale;
  readonly foot: number;
}

/** The minutes along the foot of the road. */
export function RoadMinutes({ total, x, foot }: Props) {
  const step =
    [60, 120, 300, 600, 900, 1800, 3600, 7200].find((seconds) => total / seconds <= 9) ?? 14_400;
  const ticks = Array.from({ length: Math.floor(total / step) + 1 }, (_, index) => index * step);
  return (
    <g>
      <line x1={x(0)} x2={x(total)} y1={foot} y2={foot} className="road-foot" />
      {ticks.map((second) => (
        <g key={second}>
          <line x1={x(second)} x2={x(second)} y1={foot} y2={foot + 5} className="road-foot" />
          <text x={x(second)} y={foot + 20} textAnchor="middle" className="rule-text">
            {second / 60}
          </text>
        </g>
      ))}
    </g>
  );
}
