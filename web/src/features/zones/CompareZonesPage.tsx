import type { Rider } from '@uphill/api';
import {
  type Band,
  bandsFor,
  isByHeart,
  layOver,
  printBand,
  sameWatts,
  type Scheme,
  whatMoved,
} from '@uphill/core/zones';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { Link } from 'react-router';
import { plusDays, printDay, today } from '../../shared/dates.ts';
import { anchorsOnDay, firstName } from '../../shared/riderOnDay.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { useWidth } from '../../charts/useWidth.ts';
import { DateField } from '../../ui/DateField.tsx';
import { rungsOf } from './ladderScale.ts';
import { useSchemes } from '../../shared/useSchemes.ts';

/** Two or more schemes at the same watts, and the same scheme on two dates. */
export function CompareZonesPage() {
  return <WithRider>{(rider) => <Compare rider={rider} />}</WithRider>;
}

interface Column {
  readonly scheme: Scheme;
  readonly bands: readonly Band[];
  readonly assumed: boolean;
}

function Compare({ rider }: { rider: Rider }) {
  const schemes = useSchemes();
  const own = schemes.ofRider(rider);
  const inBeats = rider.powerSource === 'none';
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const anchors = anchorsOnDay(rider, today());
  const possible = schemes.all.filter((scheme) => isByHeart(scheme) === inBeats);
  const ids = chosen ?? [
    own.id,
    possible.find(
      ({ id }) => id !== own.id && !('missing' in layOver(schemes.byId(id) ?? own, anchors)),
    )?.id ?? own.id,
  ];
  const columns = possible
    .filter(({ id }) => ids.includes(id))
    .flatMap((scheme): Column[] => {
      const over = layOver(scheme, anchors);
      return 'missing' in over
        ? []
        : [{ scheme, bands: bandsFor(scheme, over.anchors), assumed: over.assumed }];
    });
  const missing = possible
    .filter(({ id }) => ids.includes(id))
    .flatMap((scheme) => ('missing' in layOver(scheme, anchors) ? [scheme.name] : []));
  const unit = inBeats ? 'bpm' : 'W';
  const reference = inBeats
    ? (anchors.thresholdHr ?? anchors.maximalHr ?? 160)
    : (anchors.ftp ?? anchors.lt2 ?? 200);
  return (
    <>
      <div className="title-row">
        <h1>Compare</h1>
        <span className="soft">
          {firstName(rider.name)}, the same {inBeats ? 'beats' : 'watts'} in each scheme
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
              onChange={({ target }) =>
                setChosen(target.checked ? [...ids, id] : ids.filter((each) => each !== id))
              }
            />
          ))}
        </fieldset>
        {missing.length > 0 && (
          <p className="soft">
            {missing.join(' and ')} cannot be shown for {firstName(rider.name)} yet: what it is
            based on has not been measured.
          </p>
        )}
        {columns.length > 0 && !inBeats && <SideBySide columns={columns} reference={reference} />}
        {columns.length > 0 && (
          <Table responsive size="sm">
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
                        {holding
                          .map((band) => `${band.rule.number} ${band.rule.name}`)
                          .join(' and ')}
                      </td>
                    ))}
                  </tr>
                ))}
            </tbody>
          </Table>
        )}
        <p className="soft small mb-0">
          The same number means different work in different schemes: never carry one over.
        </p>
      </section>
      <WhatMoved rider={rider} scheme={own} unit={unit} />
    </>
  );
}

const HEIGHT = 360;
const LEFT = 56;

/** Each scheme as a column of bands along one axis of watts; the table below says the same. */
function SideBySide({ columns, reference }: { columns: readonly Column[]; reference: number }) {
  const [frame, width] = useWidth();
  const each = Math.max(60, Math.min(220, (width - LEFT) / columns.length));
  const drawn = columns.map(({ scheme, bands }) => ({
    scheme,
    ...rungsOf(bands, reference, HEIGHT, each - 14),
  }));
  const first = drawn[0];
  if (!first) return null;
  const ticks = [0.5, 0.75, 1, 1.25, 1.5].map((share) => Math.round(share * reference));
  return (
    <div ref={frame} className="mb-3">
      <svg width={width} height={HEIGHT + 30} aria-hidden focusable="false">
        {ticks.map((watts) => (
          <g key={watts}>
            <line
              x1={LEFT - 4}
              x2={width}
              y1={first.y(watts)}
              y2={first.y(watts)}
              className="compare-tick"
            />
            <text x={LEFT - 8} y={first.y(watts) + 5} textAnchor="end" className="rung-limit">
              {watts}
            </text>
          </g>
        ))}
        {drawn.map(({ scheme, rungs, shared }, index) => {
          const x = LEFT + index * each;
          return (
            <g key={scheme.id}>
              {rungs.map(({ band, y, height, shade }) => (
                <g key={band.rule.number}>
                  <rect
                    x={x}
                    y={y + 1}
                    width={each - 14}
                    height={Math.max(0, height - 2)}
                    className={`rung rung-${shade}`}
                  />
                  {height > 20 && (
                    <text x={x + 8} y={y + height / 2 + 5} className={`rung-held on-rung-${shade}`}>
                      {band.rule.number} {each > 110 ? band.rule.name : ''}
                    </text>
                  )}
                </g>
              ))}
              {shared.map((stretch) => (
                <rect
                  key={stretch.y}
                  x={x}
                  y={stretch.y}
                  width={each - 14}
                  height={Math.max(0, stretch.height)}
                  className="shared-edge"
                  fill="none"
                />
              ))}
              <text x={x} y={HEIGHT + 22} className="ladder-note">
                {scheme.name}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

function WhatMoved({ rider, scheme, unit }: { rider: Rider; scheme: Scheme; unit: string }) {
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
        <Table responsive size="sm" className="mb-0">
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
        </Table>
      )}
    </section>
  );
}
