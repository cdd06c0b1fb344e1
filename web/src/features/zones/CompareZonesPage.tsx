import type { Rider } from '@uphill/api';
import {
  bandsFor,
  isByHeart,
  layOver,
  printBand,
  sameWatts,
  type Scheme,
} from '@uphill/core/zones';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { today } from '../../shared/dates.ts';
import { anchorsOnDay, firstName } from '../../shared/riderOnDay.ts';
import { useSchemes } from '../../shared/useSchemes.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { type SchemeColumn, SideBySide } from './SideBySide.tsx';
import { WhatMoved } from './WhatMoved.tsx';
import { Heading } from '../../ui/Heading.tsx';
import { WideTable } from '../../ui/WideTable.tsx';

/** Two or more schemes at the same watts, and the same scheme on two dates. */
export function CompareZonesPage() {
  return <WithRider>{(rider) => <Compare rider={rider} />}</WithRider>;
}

function Compare({ rider }: { rider: Rider }) {
  const { own, possible, ids, choose, columns, missing, reference } = useCompared(rider);
  const inBeats = rider.powerSource === 'none';
  const unit = inBeats ? 'bpm' : 'W';
  const first = firstName(rider.name);
  return (
    <>
      <div className="title-row">
        <Heading>Compare</Heading>
        <span className="soft">
          {first}, the same {inBeats ? 'beats' : 'watts'} in each scheme
        </span>
        <Link className="ms-auto" to={`/riders/${rider.id}/zones`}>
          Back to the ladder
        </Link>
      </div>
      <section className="sheet mb-3" aria-label="Schemes side by side">
        <fieldset className="question mb-2">
          <legend>Schemes</legend>
          {possible.map(({ id, name }) => (
            <Form.Check
              inline
              key={id}
              id={`compare-${id}`}
              label={name}
              checked={ids.includes(id)}
              onChange={({ target }) => choose(id, target.checked)}
            />
          ))}
        </fieldset>
        {missing.length > 0 && (
          <p className="soft">
            {missing.join(' and ')} cannot be shown for {first} yet: what it is based on has not
            been measured.
          </p>
        )}
        {columns.length > 0 && !inBeats && <SideBySide columns={columns} reference={reference} />}
        {columns.length > 0 && <SameTable columns={columns} unit={unit} />}
        <p className="soft small mb-0">
          The same number means different work in different schemes: never carry one over.
        </p>
      </section>
      <WhatMoved rider={rider} scheme={own} unit={unit} />
    </>
  );
}

/** The schemes chosen, laid over the rider; at first their own beside another that can be laid. */
function useCompared(rider: Rider) {
  const schemes = useSchemes();
  const own = schemes.ofRider(rider);
  const inBeats = rider.powerSource === 'none';
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const anchors = anchorsOnDay(rider, today());
  const possible = schemes.all.filter((scheme) => isByHeart(scheme) === inBeats);
  const canBeLaid = (scheme: Scheme): boolean => !('missing' in layOver(scheme, anchors));
  const other = possible.find((scheme) => scheme.id !== own.id && canBeLaid(scheme));
  const ids = chosen ?? [own.id, other?.id ?? own.id];
  const wanted = possible.filter(({ id }) => ids.includes(id));
  return {
    own,
    possible,
    ids,
    choose: (id: string, on: boolean) =>
      setChosen(on ? [...ids, id] : ids.filter((each) => each !== id)),
    columns: wanted.flatMap((scheme): SchemeColumn[] => {
      const over = layOver(scheme, anchors);
      if ('missing' in over) return [];
      return [{ scheme, bands: bandsFor(scheme, over.anchors), assumed: over.assumed }];
    }),
    missing: wanted.filter((scheme) => !canBeLaid(scheme)).map(({ name }) => name),
    reference: inBeats
      ? (anchors.thresholdHr ?? anchors.maximalHr ?? 160)
      : (anchors.ftp ?? anchors.lt2 ?? 200),
  };
}

/** Which bands of each scheme hold the same watts or beats. */
function SameTable({ columns, unit }: { columns: readonly SchemeColumn[]; unit: string }) {
  return (
    <WideTable of="The same watts or beats" size="sm">
      <thead>
        <tr>
          <th scope="col">{unit}</th>
          {columns.map(({ scheme, assumed }) => (
            <th scope="col" key={scheme.id}>
              {scheme.name}
              {assumed && <span className="soft small"> (LT1, LT2 assumed)</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {sameWatts(columns.map(({ bands }) => bands))
          .reverse()
          .map(({ fromW, toW, bands }) => (
            <tr key={fromW}>
              <th scope="row" className="text-nowrap">
                {printBand({ low: fromW, high: toW })}
              </th>
              {bands.map((holding, index) => (
                <td key={columns[index]?.scheme.id}>
                  {holding.map((band) => `${band.rule.number} ${band.rule.name}`).join(' and ')}
                </td>
              ))}
            </tr>
          ))}
      </tbody>
    </WideTable>
  );
}
