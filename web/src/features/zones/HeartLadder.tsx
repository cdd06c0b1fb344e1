import { type Band, bandWorking, FIVE_BY_THRESHOLD_HR, printBand, printSpan } from '@uphill/core';
import Table from 'react-bootstrap/Table';
import { Figure } from '../../ui/Figure.tsx';

/** Zones of a rider without a power meter: beats, RPE and the talk test. */
export function HeartLadder({ bands, thresholdBpm }: { bands: readonly Band[]; thresholdBpm: number }) {
  return (
    <>
      <Table className="heart-ladder">
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
          {[...bands].reverse().map((band) => (
            <tr key={band.rule.number}>
              <th scope="row">
                <span className={`zone-chip zone-chip-${band.rule.number}`}>{band.rule.number}</span> {band.rule.name}
              </th>
              <td className="pulse">
                <Figure working={bandWorking(FIVE_BY_THRESHOLD_HR, band, thresholdBpm)} label={`${band.rule.name}, bpm`}>
                  {printBand(band)}
                </Figure>
              </td>
              <td>{printSpan(...band.rule.rpe)}</td>
              <td>{band.rule.talkTest}</td>
              <td>{band.rule.held}</td>
              <td className="soft">{band.rule.trains}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="soft mb-0">The heart lags behind by half a minute and more: efforts under 2 minutes go by RPE.</p>
    </>
  );
}
