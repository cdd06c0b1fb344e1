import { bandWorking, heartBeside, type Scheme } from '@uphill/core/zones';
import { printSpan } from '@uphill/core/units';
import { Figure } from '../../ui/Figure.tsx';
import type { Rung } from './ladderScale.ts';
import type { Props } from './Ladder.tsx';

interface WordsProps {
  readonly scheme: Scheme;
  readonly over: Props['over'];
  readonly rungs: readonly Rung[];
}

/** The ladder in words: all of it for those who cannot see the drawing. */
export function LadderWords({ scheme, over, rungs }: WordsProps) {
  const { ftp = null, thresholdHr = null } = over.anchors;
  const hearts = ftp !== null && thresholdHr !== null ? { ftp, thresholdHr } : null;
  return (
    <div className="ladder-words table-scroll">
      <table className="ladder-table">
        <thead>
          <tr>
            <th scope="col">zone, trains</th>
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
          {[...rungs].reverse().map((rung) => (
            <RungWords
              key={rung.band.rule.number}
              scheme={scheme}
              over={over}
              rung={rung}
              hearts={hearts}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RungWordsProps extends Omit<WordsProps, 'rungs'> {
  readonly rung: Rung;
  readonly hearts: { readonly ftp: number; readonly thresholdHr: number } | null;
}

function RungWords({ scheme, over, rung: { band, wordsHeight }, hearts }: RungWordsProps) {
  const beats = hearts ? heartBeside(scheme, band, hearts.ftp, hearts.thresholdHr) : null;
  const working = bandWorking(scheme, band, over);
  return (
    <tr style={{ height: wordsHeight }}>
      <th scope="row">
        <span className="visually-hidden">Zone {band.rule.number}, </span>
        {band.rule.name}
        <span className="ladder-trains">{band.rule.trains}</span>
      </th>
      <td>
        <Figure working={working} label={`${band.rule.name}, W`}>
          {working.value}
        </Figure>
      </td>
      <td className="soft ladder-talk">{band.rule.talkTest}</td>
      <td>{printSpan(...band.rule.rpe)}</td>
      {hearts && (
        <td className="pulse">
          {beats ? (
            <Figure working={beats} label={`${band.rule.name}, bpm`}>
              {beats.value}
            </Figure>
          ) : (
            'too short'
          )}
        </td>
      )}
    </tr>
  );
}
