import {
  type CurveDot,
  curvePoints,
  printDuration,
  printShare,
  type RiderOnDay,
  roundHalfUp,
} from '@uphill/core';
import { useMemo } from 'react';
import { Figure } from '../ui/Figure.tsx';
import { useWidth } from './useWidth.ts';

const HEIGHT = 170;
const ROOM = { left: 40, right: 12, top: 12, foot: 22 } as const;
const POINTS = 60;
const MARKS_S = [15, 60, 300, 1200, 3600, 10_800];
const NAMES = { rep: 'One rep', work: 'All the work' } as const;

/** Where the session lies on the rider's power–duration curve: a round dot for a rep, a square one for all of the work. */
export function CurveDots({ dots, rider }: { dots: readonly CurveDot[]; rider: RiderOnDay }) {
  return dots.length === 0 ? null : <Drawn dots={dots} rider={rider} />;
}

function Drawn({ dots, rider }: { dots: readonly CurveDot[]; rider: RiderOnDay }) {
  const [frame, width] = useWidth();
  const [fromS, toS] = [
    Math.min(60, ...dots.map(({ seconds }) => seconds)),
    Math.max(3600, ...dots.map(({ seconds }) => seconds * 1.2)),
  ];
  const points = useMemo(() => curvePoints(rider, fromS, toS, POINTS), [rider, fromS, toS]);
  const all = [...points.map(({ watts }) => watts), ...dots.map(({ watts }) => watts)];
  const [low, high] = [
    Math.floor((Math.min(...all) * 0.92) / 50) * 50,
    Math.ceil((Math.max(...all) * 1.04) / 50) * 50,
  ];
  const x = (seconds: number): number =>
    ROOM.left +
    (Math.log(seconds / fromS) / Math.log(toS / fromS)) * (width - ROOM.left - ROOM.right);
  const y = (watts: number): number =>
    ROOM.top + ((high - watts) / (high - low)) * (HEIGHT - ROOM.top - ROOM.foot);
  const line = (assumed: boolean): string =>
    points
      // The first assumed point joins on to the last one ridden.
      .filter(
        (point, index) => point.assumed === assumed || (assumed && points[index + 1]?.assumed),
      )
      .map(({ seconds, watts }) => `${x(seconds).toFixed(1)},${y(watts).toFixed(1)}`)
      .join(' ');
  const steps = (high - low) / 50 > 6 ? 100 : 50;
  return (
    <section className="sheet mt-3 curve-dots" aria-label="On the power–duration curve">
      <h2>On {rider.firstName}’s curve</h2>
      <div ref={frame}>
        <svg width={width} height={HEIGHT} role="img" aria-label={dots.map(words).join('; ')}>
          {Array.from(
            { length: Math.floor((high - low) / steps) + 1 },
            (_, index) => Math.ceil(low / steps) * steps + index * steps,
          )
            .filter((watts) => watts <= high)
            .map((watts) => (
              <g key={watts}>
                <line
                  x1={ROOM.left}
                  x2={width - ROOM.right}
                  y1={y(watts)}
                  y2={y(watts)}
                  className="curve-rule"
                />
                <text x={ROOM.left - 6} y={y(watts) + 4} textAnchor="end" className="rule-text">
                  {watts}
                </text>
              </g>
            ))}
          {MARKS_S.filter((seconds) => seconds >= fromS && seconds <= toS).map((seconds) => (
            <text
              key={seconds}
              x={x(seconds)}
              y={HEIGHT - 6}
              textAnchor={seconds === toS ? 'end' : 'middle'}
              className="rule-text"
            >
              {printDuration(seconds)}
            </text>
          ))}
          <polyline points={line(false)} className="curve-ridden" />
          <polyline points={line(true)} className="curve-assumed" />
          {dots.map(({ of, seconds, watts }) => (
            <g key={of}>
              <line
                x1={x(seconds)}
                x2={x(seconds)}
                y1={y(watts)}
                y2={HEIGHT - ROOM.foot}
                className="curve-drop"
              />
              {of === 'rep' ? (
                <circle cx={x(seconds)} cy={y(watts)} r="5" className="curve-dot" />
              ) : (
                <rect
                  x={x(seconds) - 5}
                  y={y(watts) - 5}
                  width="10"
                  height="10"
                  className="curve-dot"
                />
              )}
            </g>
          ))}
        </svg>
      </div>
      <dl>
        {dots.map((dot) => (
          <div key={dot.of}>
            <dt>
              <svg width="12" height="12" aria-hidden>
                {dot.of === 'rep' ? (
                  <circle cx="6" cy="6" r="5" className="curve-dot" />
                ) : (
                  <rect x="1" y="1" width="10" height="10" className="curve-dot" />
                )}
              </svg>{' '}
              {NAMES[dot.of]}, {printDuration(dot.seconds)} at {roundHalfUp(dot.watts)} W
            </dt>
            <dd>
              <Figure working={dot.share} label={`${NAMES[dot.of]}, share of the curve`}>
                {printShare(dot.share.value)}
              </Figure>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function words({ of, seconds, watts, share }: CurveDot): string {
  return `${NAMES[of]}: ${printDuration(seconds)} at ${roundHalfUp(watts)} W, ${printShare(share.value)} of the curve`;
}
