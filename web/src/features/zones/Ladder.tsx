import {
  ANCHOR_NAMES,
  type AnchorKind,
  bandsFor,
  type LaidOver,
  type Scheme,
} from '@uphill/core/zones';
import { percentOf, roundTo, SWEET_SPOT } from '@uphill/core/units';
import { useWidth } from '../../charts/useWidth.ts';
import { type Rung, rungsOf } from './ladderScale.ts';
import { LadderWords } from './LadderWords.tsx';

export interface Props {
  readonly scheme: Scheme;
  readonly over: LaidOver;
  readonly massKg: number | null;
}

const HEIGHT = 532;

const FOOT = 14;

/** Left edge of the rungs, with W/kg before it and without. */
const LEFT = 172;

const LEFT_NARROW = 118;

/** Under this width W/kg and the words of the bracket give way. */
const NARROW = 360;

/** Kept free at the right of the longest rung. */
const RIGHT = 22;

/** The zone ladder, and beside each rung what it means; the table is the whole of it for those who cannot see the drawing. */
export function Ladder({ scheme, over, massKg }: Props) {
  const [frame, width] = useWidth();
  const { ftp = null, lt1 = null, lt2 = null } = over.anchors;
  const axisW = ftp ?? lt2 ?? 200;
  const narrow = width < NARROW;
  const left = narrow ? LEFT_NARROW : LEFT;
  const { rungs, shared, y } = rungsOf(
    bandsFor(scheme, over.anchors),
    axisW,
    HEIGHT,
    Math.max(120, width - left - RIGHT),
  );
  const lines =
    ftp === null || (scheme.anchor === 'lactate' && !over.assumed)
      ? ([
          ['LT1', lt1],
          ['LT2', lt2],
        ] as const)
      : ([['FTP', ftp]] as const);
  const ofFtp = massKg === null || narrow ? '% of FTP' : '% of FTP, W/kg';
  return (
    <div className="ladder">
      <div className="ladder-head soft small">
        <span>{scheme.anchor === 'lactate' ? '% of LT1, LT2' : ofFtp}</span>
        <span>width: how long it can be held</span>
      </div>
      <div ref={frame} className="ladder-drawing">
        <svg width={width} height={HEIGHT + FOOT} aria-hidden focusable="false">
          <Hatch />
          {rungs.map((rung) => (
            <RungDrawing
              key={rung.band.rule.number}
              scheme={scheme}
              rung={rung}
              left={left}
              massKg={narrow ? null : massKg}
              crossedBy={lines.map(([, watts]) => watts)}
            />
          ))}
          {shared.map((stretch) => (
            <rect
              key={stretch.y}
              x={left}
              y={stretch.y}
              width={stretch.width}
              height={Math.max(0, stretch.height)}
              fill="url(#shared-watts)"
              className="shared-edge"
            />
          ))}
          <path d={`M${left - 4} ${HEIGHT + 1} l10 4 l-10 4 l10 4`} className="ladder-break" />
          {lines.map(
            ([name, watts]) =>
              watts !== null && (
                <Tag key={name} text={`${name} ${watts}`} y={y(watts)} left={left} right={width} />
              ),
          )}
          {ftp !== null && scheme.anchor === 'ftp' && (
            <SweetSpot
              top={y(percentOf(SWEET_SPOT.high, ftp))}
              foot={y(percentOf(SWEET_SPOT.low, ftp))}
              right={width}
              words={!narrow}
            />
          )}
        </svg>
      </div>
      <LadderWords scheme={scheme} over={over} rungs={rungs} />
      <p className="soft small ladder-foot">
        {ftp !== null &&
          `Sweet spot ${percentOf(SWEET_SPOT.low, ftp)}–${percentOf(SWEET_SPOT.high, ftp)} W. `}
        {scheme.overlaps &&
          'Hatched watts belong to two neighbours; time there counts half to each. '}
        Efforts under 2 minutes: too short for heart rate.
      </p>
    </div>
  );
}

/** Watts that belong to two neighbours are hatched. */
function Hatch() {
  return (
    <defs>
      <pattern
        id="shared-watts"
        width={7}
        height={7}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1={0} y1={0} x2={0} y2={7} className="shared-hatch" />
      </pattern>
    </defs>
  );
}

interface TagProps {
  readonly text: string;
  readonly y: number;
  readonly left: number;
  readonly right: number;
}

/** A line across the ladder, with what it stands for at its right. */
function Tag({ text, y, left, right }: TagProps) {
  return (
    <g>
      <line x1={left - 8} x2={right} y1={y} y2={y} className="ladder-ftp" />
      <rect x={right - 66} y={y - 12} width={66} height={24} rx={4} className="ladder-tag" />
      <text x={right - 33} y={y + 5} textAnchor="middle" className="ladder-tag-text">
        {text}
      </text>
    </g>
  );
}

/** The band across the top of Tempo and the foot of Threshold, bracketed at the right. */
function SweetSpot({
  top,
  foot,
  right,
  words,
}: {
  top: number;
  foot: number;
  right: number;
  words: boolean;
}) {
  return (
    <g>
      <path d={`M${right - 10} ${top} h8 V${foot} h-8`} className="ladder-sweet" />
      {words && (
        <text x={right - 14} y={(top + foot) / 2 + 14} textAnchor="end" className="ladder-note">
          sweet
          <tspan x={right - 14} dy={14}>
            spot
          </tspan>
        </text>
      )}
    </g>
  );
}

interface RungProps {
  readonly scheme: Scheme;
  readonly rung: Rung;
  readonly left: number;
  readonly massKg: number | null;
  readonly crossedBy: readonly (number | null)[];
}

function RungDrawing({
  scheme,
  rung: { band, y, height, width, wordsHeight, shade },
  left,
  massKg,
  crossedBy,
}: RungProps) {
  const { number, held, toPercent, toOf } = band.rule;
  const inside = width > 118;
  // Where a line runs through a rung, its words stand below the line.
  const crossed = crossedBy.some(
    (watts) => watts !== null && band.low <= watts && (band.high ?? Infinity) >= watts,
  );
  const middle = crossed ? y + height - 14 - (height - wordsHeight) / 2 : y + height / 2 + 6;
  return (
    <g>
      <rect
        x={left}
        y={y + 1}
        width={width}
        height={Math.max(0, height - 2)}
        className={`rung rung-${shade}`}
      />
      <text
        x={inside ? left + 10 : left + width + 8}
        y={middle}
        className={inside ? `rung-number on-rung-${shade}` : 'rung-number'}
      >
        Z{number}
      </text>
      <text
        x={inside ? left + 44 : left + width + 38}
        y={middle - 1}
        className={inside ? `rung-held on-rung-${shade}` : 'rung-held'}
      >
        {held}
      </text>
      {toPercent !== null && band.high !== null && (
        <>
          <text x={40} y={y + 6} textAnchor="end" className="rung-limit">
            {toPercent} %
          </text>
          {scheme.anchor === 'lactate' && toOf && (
            <text x={86} y={y + 6} textAnchor="end" className="rung-limit">
              {anchorShort(toOf)}
            </text>
          )}
          {massKg !== null && scheme.anchor !== 'lactate' && (
            <text x={86} y={y + 6} textAnchor="end" className="rung-limit">
              {roundTo(band.high / massKg, 2).toFixed(2)}
            </text>
          )}
          <text x={left - 10} y={y + 6} textAnchor="end" className="rung-watts">
            {band.high} W
          </text>
        </>
      )}
    </g>
  );
}

function anchorShort(kind: AnchorKind): string {
  return ANCHOR_NAMES[kind].name;
}
