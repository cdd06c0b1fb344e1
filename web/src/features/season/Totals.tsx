import type { Season } from '@uphill/api';
import { daysFrom, plus, type Reckoned, type Total, totalsOf } from '@uphill/core/season';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import { printDate, today } from '../../shared/dates.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { SelectField } from '../../ui/SelectField.tsx';

interface Props {
  readonly season: Reckoned;
  readonly blocks: Season['blocks'];
}

interface Row {
  readonly name: string;
  readonly over: boolean;
  readonly planned: Total;
  readonly ridden: Total;
}

/** Hours, points, three domains and the longest ride, asked and ridden, by week or by block. */
export function Totals({ season, blocks }: Props) {
  const [by, setBy] = useState<'week' | 'block'>('week');
  const rows = useMemo(
    () => (by === 'week' ? byWeek(season) : byBlock(season, blocks)),
    [season, blocks, by],
  );
  return (
    <details className="sheet mb-3">
      <summary>Totals, planned and ridden</summary>
      <div className="rise-form">
        <SelectField
          label="By"
          options={[
            ['week', 'week'],
            ['block', 'block'],
          ]}
          value={by}
          choose={setBy}
        />
      </div>
      {rows.length === 0 ? (
        <p className="soft mb-0">No block is laid out: lay out the season, or look by week.</p>
      ) : (
        <Table rows={rows} by={by} />
      )}
    </details>
  );
}

const FIGURES = ['Hours', 'Points', 'Longest', 'Low', 'Middle', 'High'];

function Table({ rows, by }: { rows: readonly Row[]; by: 'week' | 'block' }) {
  return (
    <div className="table-scroll">
      <table className="layout-weeks">
        <HeadRow words={[by === 'week' ? 'Week' : 'Block', '']} figures={FIGURES} />
        {rows.map(({ name, over, planned, ridden }) => (
          <tbody key={name}>
            <tr>
              <th scope="rowgroup" rowSpan={over ? 2 : 1} className="text-wrap">
                {name}
              </th>
              <Cells what="planned" total={planned} />
            </tr>
            {over && (
              <tr>
                <Cells what="ridden" total={ridden} />
              </tr>
            )}
          </tbody>
        ))}
      </table>
    </div>
  );
}

function Cells({ what, total }: { what: string; total: Total }) {
  const { minutes, load, longest, domains } = total;
  return (
    <>
      <td className="soft">{what}</td>
      <td className="text-end">{hours(minutes)}</td>
      <td className="text-end">{roundHalfUp(load)}</td>
      <td className="text-end">{hours(longest)}</td>
      {(['low', 'middle', 'high'] as const).map((domain) => (
        <td key={domain} className="text-end">
          {domains ? hours(domains[domain]) : '–'}
        </td>
      ))}
    </>
  );
}

function hours(minutes: number): string {
  return minutes < 0.5 ? '0' : printDuration(Math.round(minutes) * 60);
}

function byWeek(season: Reckoned): Row[] {
  return season.weeks
    .map(({ said, at }) => ({
      name: printDate(said.monday),
      over: said.monday <= today(),
      ...totalsOf(season.days.slice(at, at + 7)),
    }))
    .filter(({ planned, ridden }) => planned.minutes + ridden.minutes > 0);
}

function byBlock(season: Reckoned, blocks: Season['blocks']): Row[] {
  const first = season.days[0]?.day.date ?? '';
  return blocks
    .filter(({ from, weeks }) => plus(from, 7 * weeks) > first)
    .map(({ block, from, weeks }) => {
      const at = daysFrom(first, from);
      return {
        name: `${block.name}, from ${printDate(from)}`,
        over: from <= today(),
        ...totalsOf(season.days.slice(Math.max(0, at), at + 7 * weeks)),
      };
    });
}
