import { bandsFor, bandWorking, type LaidOver, type Scheme } from '@uphill/core/zones';
import { printSpan } from '@uphill/core/units';
import { Figure } from '../../ui/Figure.tsx';
import { shadeOf } from './ladderScale.ts';
import { WideTable } from '../../ui/WideTable.tsx';

/** Zones in beats: limits, RPE and the talk test. */
export function HeartLadder({ scheme, over }: { scheme: Scheme; over: LaidOver }) {
  const bands = bandsFor(scheme, over.anchors);
  return (
    <>
      <WideTable of="Zones by heart rate" className="heart-ladder">
        <thead>
          <tr>
            <th scope="col">Zone</th>
            <th scope="col" className="pulse">
              bpm
            </th>
            <th scope="col">RPE</th>
            <th scope="col">Talk test</th>
            <th scope="col">Can be held</th>
            <th scope="col">Trains</th>
          </tr>
        </thead>
        <tbody>
          {[...bands].reverse().map((band) => {
            const limits = bandWorking(scheme, band, over);
            return (
              <tr key={band.rule.number}>
                <th scope="row">
                  <span
                    className={`zone-chip zone-chip-${shadeOf(band.rule.number, bands.length)}`}
                  >
                    {band.rule.number}
                  </span>{' '}
                  {band.rule.name}
                </th>
                <td className="pulse">
                  <Figure working={limits} label={`${band.rule.name}, bpm`}>
                    {limits.value}
                  </Figure>
                </td>
                <td>{printSpan(...band.rule.rpe)}</td>
                <td>{band.rule.talkTest}</td>
                <td>{band.rule.held}</td>
                <td className="soft">{band.rule.trains}</td>
              </tr>
            );
          })}
        </tbody>
      </WideTable>
      <p className="soft mb-0">
        Heart rate lags by half a minute or more, so efforts under 2 minutes go by RPE.
      </p>
    </>
  );
}
