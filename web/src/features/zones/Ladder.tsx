import { type Band, bandWorking, percentOf, printBand, printSpan, roundTo, SEVEN_STEPS, SWEET_SPOT } from '@uphill/core';
import { useWidth } from '../../charts/useWidth.ts';
import { Figure } from '../../ui/Figure.tsx';
import { type Rung, rungsOf } from './ladderScale.ts';

interface Props {
  readonly bands: readonly Band[];
  readonly ftpW: number;
  readonly massKg: number | null;
  readonly hearts: readonly Band[] | null;
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
export function Ladder({ bands, ftpW, massKg, hearts }: Props) {
  const [frame, width] = useWidth();
  const narrow = width < NARROW;
  const left = narrow ? LEFT_NARROW : LEFT;
  const { rungs, y } = rungsOf(bands, ftpW, HEIGHT, Math.max(120, width - left - RIGHT));
  return (
    <div className="ladder">
      <div className="ladder-head soft small">
        <span>{massKg === null || narrow ? '% of FTP' : '% of FTP, W/kg'}</span>
        <span>width: how long it can be held</span>
      </div>
      <div ref={frame} className="ladder-drawing">
        <svg width={width} height={HEIGHT + FOOT} aria-hidden focusable="false">
          {rungs.map((rung) => (
            <RungDrawing key={rung.band.rule.number} rung={rung} left={left} massKg={narrow ? null : massKg} ftpW={ftpW} />
          ))}
          <path d={`M${left - 4} ${HEIGHT + 1} l10 4 l-10 4 l10 4`} className="ladder-break" />
          <line x1={left - 8} x2={width} y1={y(ftpW)} y2={y(ftpW)} className="ladder-ftp" />
          <rect x={width - 66} y={y(ftpW) - 12} width={66} height={24} rx={4} className="ladder-tag" />
          <text x={width - 33} y={y(ftpW) + 5} textAnchor="middle" className="ladder-tag-text">
            FTP {ftpW}
          </text>
          <SweetSpot top={y(percentOf(SWEET_SPOT.high, ftpW))} foot={y(percentOf(SWEET_SPOT.low, ftpW))} right={width} words={!narrow} />
        </svg>
      </div>
      <div className="ladder-words table-scroll">
        <table className="ladder-table">
          <thead>
            <tr>
              <th scope="col">zone</th>
              <th scope="col">W</th>
              <th scope="col">talk test</th>
              <th scope="col">RPE</th>
              {hearts && (
                <th scope="col" className="pulse">
                  bpm
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {[...rungs].reverse().map(({ band, height }) => (
              <tr key={band.rule.number} style={{ height }}>
                <th scope="row">
                  <span className="visually-hidden">Zone {band.rule.number}, </span>
                  {band.rule.name}
                </th>
                <td>
                  <Figure working={bandWorking(SEVEN_STEPS, band, ftpW)} label={`${band.rule.name}, W`}>
                    {printBand(band)}
                  </Figure>
                </td>
                <td className="soft">{band.rule.talkTest}</td>
                <td>{printSpan(...band.rule.rpe)}</td>
                {hearts && <td className="pulse">{band.rule.number > 5 ? 'too short' : heartText(hearts[band.rule.number - 1])}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="soft small ladder-foot">
        Sweet spot {`${percentOf(SWEET_SPOT.low, ftpW)}–${percentOf(SWEET_SPOT.high, ftpW)} W`}. Efforts under 2 minutes are too short for heart rate.
      </p>
    </div>
  );
}

/** The band across the top of Tempo and the foot of Threshold, bracketed at the right. */
function SweetSpot({ top, foot, right, words }: { top: number; foot: number; right: number; words: boolean }) {
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

function RungDrawing({ rung: { band, y, height, width }, left, massKg, ftpW }: { rung: Rung; left: number; massKg: number | null; ftpW: number }) {
  const { number, held, toPercent } = band.rule;
  const inside = width > 118;
  // Where the FTP line runs through a rung, its words stand below the line.
  const crossed = band.low <= ftpW && (band.high ?? Infinity) >= ftpW;
  const middle = crossed ? y + height - 14 : y + height / 2 + 6;
  return (
    <g>
      <rect x={left} y={y + 1} width={width} height={Math.max(0, height - 2)} className={`rung rung-${number}`} />
      <text x={inside ? left + 10 : left + width + 8} y={middle} className={inside ? `rung-number on-rung-${number}` : 'rung-number'}>
        Z{number}
      </text>
      <text x={inside ? left + 44 : left + width + 38} y={middle - 1} className={inside ? `rung-held on-rung-${number}` : 'rung-held'}>
        {held}
      </text>
      {toPercent !== null && band.high !== null && (
        <>
          <text x={40} y={y + 6} textAnchor="end" className="rung-limit">
            {toPercent} %
          </text>
          {massKg !== null && (
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

function heartText(band: Band | undefined): string {
  return band ? printBand(band) : '';
}
