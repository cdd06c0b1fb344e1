import { type CurveDot, curvePoints, type RiderOnDay } from '@uphill/core/sessions';
import { printDuration, printShare, roundHalfUp } from '@uphill/core/units';
import { scaleLinear, type ScaleLinear, scaleLog, type ScaleLogarithmic } from 'd3-scale';
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

interface Drawing {
  readonly dots: readonly CurveDot[];
  readonly points: ReturnType<typeof curvePoints>;
  readonly width: number;
  readonly x: ScaleLogarithmic<number, number>;
  readonly y: ScaleLinear<number, number>;
}

function Drawn({ dots, rider }: { dots: readonly CurveDot[]; rider: RiderOnDay }) {
  const [frame, width] = useWidth();
  const fromS = Math.min(60, ...dots.map(({ seconds }) => seconds));
  const toS = Math.max(3600, ...dots.map(({ seconds }) => seconds * 1.2));
  const points = useMemo(() => curvePoints(rider, fromS, toS, POINTS), [rider, fromS, toS]);
  const all = [...points.map(({ watts }) => watts), ...dots.map(({ watts }) => watts)];
  const x = scaleLog([fromS, toS], [ROOM.left, width - ROOM.right]);
  const y = scaleLinear(
    [
      Math.floor((Math.min(...all) * 0.92) / 50) * 50,
      Math.ceil((Math.max(...all) * 1.04) / 50) * 50,
    ],
    [HEIGHT - ROOM.foot, ROOM.top],
  );
  const drawing = { dots, points, width, x, y };
  return (
    <section className="sheet mt-3 curve-dots" aria-label="On the power–duration curve">
      <h2>On {rider.firstName}’s curve</h2>
      <div ref={frame}>
        <svg width={width} height={HEIGHT} role="img" aria-label={dots.map(words).join('; ')}>
          <Rules {...drawing} />
          <CurveLines {...drawing} />
          {dots.map((dot) => (
            <Dot key={dot.of} dot={dot} x={x} y={y} />
          ))}
        </svg>
      </div>
      <dl>
        {dots.map((dot) => (
          <div key={dot.of}>
            <dt>
              <svg width="12" height="12" aria-hidden>
                <Shape of={dot.of} x={6} y={6} />
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

/** Whole watts across, and durations along the foot. */
function Rules({ width, x, y }: Drawing) {
  const [fromS, toS] = x.domain() as [number, number];
  return (
    <>
      {y.ticks(5).map((watts) => (
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
    </>
  );
}

/** What was ridden, and on from there what is only assumed. */
function CurveLines({ points, x, y }: Drawing) {
  const line = (assumed: boolean): string =>
    points
      // The first assumed point joins on to the last one ridden.
      .filter(
        (point, index) => point.assumed === assumed || (assumed && points[index + 1]?.assumed),
      )
      .map(({ seconds, watts }) => `${x(seconds).toFixed(1)},${y(watts).toFixed(1)}`)
      .join(' ');
  return (
    <>
      <polyline points={line(false)} className="curve-ridden" />
      <polyline points={line(true)} className="curve-assumed" />
    </>
  );
}

function Dot({ dot, x, y }: Pick<Drawing, 'x' | 'y'> & { readonly dot: CurveDot }) {
  const at = { x: x(dot.seconds), y: y(dot.watts) };
  return (
    <g>
      <line x1={at.x} x2={at.x} y1={at.y} y2={HEIGHT - ROOM.foot} className="curve-drop" />
      <Shape of={dot.of} {...at} />
    </g>
  );
}

/** Round for a rep, square for all of the work. */
function Shape({ of, x, y }: { of: CurveDot['of']; x: number; y: number }) {
  return of === 'rep' ? (
    <circle cx={x} cy={y} r="5" className="curve-dot" />
  ) : (
    <rect x={x - 5} y={y - 5} width="10" height="10" className="curve-dot" />
  );
}

function words({ of, seconds, watts, share }: CurveDot): string {
  return `${NAMES[of]}: ${printDuration(seconds)} at ${roundHalfUp(watts)} W, ${printShare(share.value)} of the curve`;
}
