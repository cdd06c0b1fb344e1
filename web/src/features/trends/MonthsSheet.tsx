import { type MonthFigures, workedMonth } from '@uphill/core/review';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { printMass } from '../../shared/choices.ts';
import { printMonth } from '../../shared/dates.ts';
import { Figure } from '../../ui/Figure.tsx';
import { WideTable } from '../../ui/WideTable.tsx';
import type { Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

interface Column {
  readonly name: string;
  readonly of: (month: MonthFigures) => number | null;
  readonly print: (value: number) => string;
  /** Whether a change is told in the figure's own steps, or in per cent. */
  readonly digits?: number;
}

const percent = (value: number): string => `${roundHalfUp(value * 100)} %`;
const COLUMNS: readonly Column[] = [
  { name: 'Load', of: ({ load }) => load, print: (value) => String(roundHalfUp(value)), digits: 0 },
  {
    name: 'Hours',
    of: ({ hours }) => hours,
    print: (value) => roundTo(value, 1).toFixed(1),
    digits: 1,
  },
  { name: 'Easy', of: ({ easyShare }) => easyShare, print: percent },
  { name: 'Middle', of: ({ middleShare }) => middleShare, print: percent },
  {
    name: 'Heart drift',
    of: ({ driftPercent }) => driftPercent,
    print: (value) => `${roundTo(value, 1)} %`,
  },
  {
    name: 'W per heartbeat',
    of: ({ wattsPerBeat }) => wattsPerBeat,
    print: (value) => roundTo(value, 2).toFixed(2),
  },
  {
    name: 'Smoothness',
    of: ({ smooth }) => smooth,
    print: (value) => roundTo(value, 2).toFixed(2),
  },
  { name: 'Mass', of: ({ massKg }) => massKg, print: printMass },
  { name: 'RPE', of: ({ rpe }) => rpe, print: (value) => roundTo(value, 1).toFixed(1) },
];

/** Month by month, the last first; beside load and hours what the month before and the same month last year were. */
export function MonthsSheet({ span, shown: { months } }: Shown) {
  const within = months.filter(({ month }) => month >= span.from.slice(0, 7)).reverse();
  const known = COLUMNS.filter(({ of }) => within.some((month) => of(month) !== null));
  const find = (month: string): MonthFigures | undefined =>
    months.find((each) => each.month === month);
  return (
    <div className="mt-3">
      <TrendSheet
        name="Month by month"
        says={`${within.length} ${within.length === 1 ? 'month' : 'months'}; small below load and hours: the month before, and the same month a year ago.`}
      >
        <WideTable of="Month by month" size="sm" className="mb-0">
          <thead>
            <tr>
              <th scope="col">Month</th>
              <th scope="col">Sets on target</th>
              {known.map(({ name }) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {within.map((month) => (
              <tr key={month.month}>
                <th scope="row">
                  <Figure
                    label="The sums of"
                    result={month.load === null ? '' : `Load ${roundHalfUp(month.load)}`}
                    working={workedMonth(month, {
                      before: find(before(month.month)),
                      yearBefore: find(yearBefore(month.month)),
                      printMass,
                    })}
                  >
                    {printMonth(month.month)}
                  </Figure>
                </th>
                <td>{month.sets === 0 ? '' : `${month.onTarget} of ${month.sets}`}</td>
                {known.map(({ name, of, print, digits }) => {
                  const value = of(month);
                  return (
                    <td key={name}>
                      {value === null ? '' : print(value)}
                      {digits !== undefined && value !== null && (
                        <span className="soft small d-block">
                          {[find(before(month.month)), find(yearBefore(month.month))]
                            .flatMap((other) =>
                              other ? [printSigned(value - (of(other) ?? 0), digits)] : [],
                            )
                            .join(', ')}
                        </span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </WideTable>
      </TrendSheet>
    </div>
  );
}

function before(month: string): string {
  const [year, number] = [Number(month.slice(0, 4)), Number(month.slice(5))];
  return number === 1 ? `${year - 1}-12` : `${year}-${String(number - 1).padStart(2, '0')}`;
}

function yearBefore(month: string): string {
  return `${Number(month.slice(0, 4)) - 1}${month.slice(4)}`;
}
