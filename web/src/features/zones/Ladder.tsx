import { type Band, bandWorking, percentOf, printBand, roundTo, SEVEN_STEPS, SWEET_SPOT } from '@uphill/core';
import { Figure } from '../../ui/Figure.tsx';
import { type Rung, rungsOf } from './ladderScale.ts';

interface Props {
  readonly bands: readonly Band[];
  readonly ftpW: number;
  readonly massKg: number | null;
  readonly hearts: readonly Band[] | null;
}

const HEIGHT = 520;
const WIDEST = 250;
const FOOT = 18;
/** Left edge of the rungs; the limits stand before it. */
const LEFT = 178;
const WIDTH = LEFT + WIDEST + 40;

/** The zone ladder, and beside each rung what it means; the table is the whole of it for those who cannot see the drawing. */
export function Ladder({ bands, ftpW, massKg, hearts }: Props) {
  const { rungs, y } = rungsOf(bands, ftpW, HEIGHT, WIDEST);
  return (
    <div className="ladder">
      <div className="ladder-head soft small">
        <span>{massKg === null ? '% of FTP' : '% of FTP, W/kg'}</span>
        <span>width: how long it can be held</span>
      </div>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + FOOT}`} className="ladder-drawing" aria-hidden focusable="false">
        {rungs.map((rung) => (
          <RungDrawing key={rung.band.rule.number} rung={rung} massKg={massKg} />
        ))}
        <path d={`M${LEFT - 4} ${HEIGHT + 3} l10 4 l-10 4 l10 4`} className="ladder-break" />
        <line x1={LEFT - 8} x2={WIDTH} y1={y(ftpW)} y2={y(ftpW)} className="ladder-ftp" />
        <rect x={WIDTH - 80} y={y(ftpW) - 12} width={80} height={24} rx={4} className="ladder-tag" />
        <text x={WIDTH - 40} y={y(ftpW) + 5} textAnchor="middle" className="ladder-tag-text">
          FTP {ftpW}
        </text>
        <path d={`M${WIDTH - 76} ${y(percentOf(SWEET_SPOT.high, ftpW))} h10 V${y(percentOf(SWEET_SPOT.low, ftpW))} h-10`} className="ladder-sweet" />
        <text x={WIDTH - 60} y={y(percentOf(91, ftpW)) + 4} className="ladder-note">
          sweet spot
        </text>
      </svg>
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
            <tr key={band.rule.number} style={{ height: `${(height / (HEIGHT + FOOT)) * 100}%` }}>
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
              <td>{band.rule.rpe[0] === band.rule.rpe[1] ? band.rule.rpe[0] : `${band.rule.rpe[0]}–${band.rule.rpe[1]}`}</td>
              {hearts && <td className="pulse">{band.rule.number > 5 ? 'too short' : heartText(hearts[band.rule.number - 1])}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small ladder-foot">Sweet spot {`${percentOf(SWEET_SPOT.low, ftpW)}–${percentOf(SWEET_SPOT.high, ftpW)} W`}. Efforts under 2 minutes are too short for heart rate.</p>
    </div>
  );
}

function RungDrawing({ rung: { band, y, height, width }, massKg }: { rung: Rung; massKg: number | null }) {
  const { number, held, toPercent } = band.rule;
  const inside = width > 150;
  return (
    <g>
      <rect x={LEFT} y={y + 1} width={width} height={Math.max(0, height - 2)} className={`rung rung-${number}`} />
      <text x={inside ? LEFT + 12 : LEFT + width + 8} y={y + height / 2 + 7} className={inside ? `rung-number on-rung-${number}` : 'rung-number'}>
        Z{number}
      </text>
      <text x={inside ? LEFT + 50 : LEFT + width + 42} y={y + height / 2 + 5} className={inside ? `rung-held on-rung-${number}` : 'rung-held'}>
        {held}
      </text>
      {toPercent !== null && band.high !== null && (
        <>
          <text x={40} y={y + 6} textAnchor="end" className="rung-limit">
            {toPercent} %
          </text>
          {massKg !== null && (
            <text x={88} y={y + 6} textAnchor="end" className="rung-limit">
              {roundTo(band.high / massKg, 2).toFixed(2)}
            </text>
          )}
          <text x={LEFT - 12} y={y + 6} textAnchor="end" className="rung-watts">
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
