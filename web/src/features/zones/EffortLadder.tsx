import { FIVE_BY_THRESHOLD_HR } from '@uphill/core/zones';
import { printSpan } from '@uphill/core/units';
import { shadeOf } from './ladderScale.ts';
import { WideTable } from '../../ui/WideTable.tsx';

/** Zones by RPE and the talk test alone, for riders whose watts are not measured and whose heart rate tells nothing. */
export function EffortLadder() {
  const { bands } = FIVE_BY_THRESHOLD_HR;
  return (
    <WideTable of="Zones by effort" className="heart-ladder">
      <thead>
        <tr>
          <th scope="col">Zone</th>
          <th scope="col">RPE</th>
          <th scope="col">Talk test</th>
          <th scope="col">Can be held</th>
          <th scope="col">Trains</th>
        </tr>
      </thead>
      <tbody>
        {[...bands].reverse().map((rule) => (
          <tr key={rule.number}>
            <th scope="row">
              <span className={`zone-chip zone-chip-${shadeOf(rule.number, bands.length)}`}>
                {rule.number}
              </span>{' '}
              {rule.name}
            </th>
            <td>{printSpan(...rule.rpe)}</td>
            <td>{rule.talkTest}</td>
            <td>{rule.held}</td>
            <td className="soft">{rule.trains}</td>
          </tr>
        ))}
      </tbody>
    </WideTable>
  );
}
