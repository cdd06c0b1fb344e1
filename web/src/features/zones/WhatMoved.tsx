import type { Rider } from '@uphill/api';
import { bandsFor, layOver, printBand, type Scheme, whatMoved } from '@uphill/core/zones';
import { useState } from 'react';
import { plusDays, printDay, today } from '../../shared/dates.ts';
import { anchorsOnDay, firstName } from '../../shared/riderOnDay.ts';
import { DateField } from '../../ui/DateField.tsx';
import { WideTable } from '../../ui/WideTable.tsx';

/** The same scheme on two dates, and by how much each band moved. */
export function WhatMoved({ rider, scheme, unit }: { rider: Rider; scheme: Scheme; unit: string }) {
  const [before, setBefore] = useState(plusDays(today(), -90));
  const [after, setAfter] = useState(today());
  const [one, other] = [
    layOver(scheme, anchorsOnDay(rider, before)),
    layOver(scheme, anchorsOnDay(rider, after)),
  ];
  return (
    <section className="sheet" aria-label="What moved">
      <h2>What moved, {scheme.name}</h2>
      <div className="entry-row">
        <DateField label="Since" use="any" value={before} change={setBefore} />
        <DateField label="Until" use="any" value={after} change={setAfter} />
      </div>
      {'missing' in one || 'missing' in other ? (
        <p className="mb-0">
          {firstName(rider.name)} has{' '}
          {[one, other].flatMap((over) => ('missing' in over ? [over.missing] : []))[0]} on one of
          the two days.
        </p>
      ) : (
        <WideTable of="What moved" size="sm" className="mb-0">
          <thead>
            <tr>
              <th scope="col">Zone</th>
              <th scope="col">{printDay(before)}</th>
              <th scope="col">{printDay(after)}</th>
              <th scope="col">Moved</th>
            </tr>
          </thead>
          <tbody>
            {whatMoved(bandsFor(scheme, one.anchors), bandsFor(scheme, other.anchors))
              .reverse()
              .map(({ number, name, before: was, after: is, by }) => (
                <tr key={number}>
                  <th scope="row">
                    {number} {name}
                  </th>
                  <td>
                    {printBand(was)} {unit}
                  </td>
                  <td>
                    {printBand(is)} {unit}
                  </td>
                  <td>
                    {by === 0 ? 'not at all' : `${by > 0 ? 'up' : 'down'} ${Math.abs(by)} ${unit}`}
                  </td>
                </tr>
              ))}
          </tbody>
        </WideTable>
      )}
    </section>
  );
}
