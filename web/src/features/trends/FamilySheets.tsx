import type { Rider } from '@uphill/api';
import { type FamilyTrend, sayFamily, workedChange, workedSlope } from '@uphill/core/review';
import { BOOK } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { TrendDots } from '../../charts/TrendDots.tsx';
import { printDay } from '../../shared/dates.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { WideTable } from '../../ui/WideTable.tsx';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet, type Working } from './TrendSheet.tsx';

/** Every family over time, the one ridden last first. */
export function FamilySheets(given: Shown) {
  const { families } = given.shown;
  if (families.length === 0) return null;
  return (
    <>
      <h2 className="mt-4">The same set over time</h2>
      <div className="trend-sheets">
        {families.map((family) => (
          <Family key={family.family} {...given} of={family} />
        ))}
      </div>
    </>
  );
}

function Family({ rider, span, under, of }: Shown & { of: FamilyTrend }) {
  const unit = rider.powerSource === 'none' ? 'bpm' : 'W';
  const dotOf = (set: FamilyTrend['sets'][number]) => ({
    ...{ to: rideAddress(rider, set.rideId), date: set.date, value: set.mean },
    says: [set.says, set.rpe === null ? null : `RPE ${set.rpe}`, set.apart]
      .filter((each) => each !== null && each !== '')
      .join(', '),
    apart: set.apart !== null,
  });
  const other = under?.families.find(({ family }) => family === of.family);
  const [open, setOpen] = useState(false);
  const name = BOOK.find(({ id }) => id === of.family)?.name ?? of.family;
  return (
    <TrendSheet
      name={name}
      says={sayFamily(of, unit)}
      working={workingOf(of, unit)}
      draw={(height) => (
        <TrendDots
          {...{ span, height, slope: of.slope }}
          dots={of.sets.map(dotOf)}
          under={other?.sets.map(dotOf) ?? []}
          print={(value) => `${roundHalfUp(value)} ${unit}`}
          printTick={(value) => String(roundHalfUp(value))}
        />
      )}
    >
      <details
        className="card-controls"
        onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
      >
        <summary>Set by set</summary>
        {open && <SetBySet rider={rider} name={name} sets={of.sets} unit={unit} />}
      </details>
    </TrendSheet>
  );
}

interface SetBySetProps {
  readonly rider: Rider;
  readonly name: string;
  readonly sets: FamilyTrend['sets'];
  readonly unit: string;
}

function SetBySet({ rider, name, sets, unit }: SetBySetProps) {
  return (
    <WideTable of={`${name}, set by set`} size="sm" className="mb-0">
      <HeadRow words={['Ridden', 'Minutes', unit, 'Heart rate', 'RPE', 'Verdict']} figures={[]} />
      <tbody>
        {[...sets].reverse().map((set) => (
          <tr key={set.rideId}>
            <th scope="row">
              <Link to={rideAddress(rider, set.rideId)}>{printDay(set.date)}</Link>
            </th>
            <td>{roundHalfUp(set.minutes)}</td>
            <td className="ridden">{roundHalfUp(set.mean)}</td>
            <td>{set.meanBpm === null ? '' : `${roundHalfUp(set.meanBpm)} bpm`}</td>
            <td>{set.rpe ?? ''}</td>
            <td>
              {set.says}
              {set.apart && <span className="soft small d-block">{set.apart}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </WideTable>
  );
}

function workingOf({ slope, change }: FamilyTrend, unit: string): Working {
  if (slope) return { label: 'slope a month', of: workedSlope(slope, unit) };
  return change && { label: 'the last beside the first', of: workedChange(change, unit) };
}
