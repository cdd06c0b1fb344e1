import type { LaidOut, Reckoned } from '@uphill/core/season';
import { brokenWords, DAY_NAMES, daysFrom, isHard } from '@uphill/core/season';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { printDate, printDay } from '../../../shared/dates.ts';
import { Figure } from '../../../ui/Figure.tsx';
import { Stone } from '../../../ui/Stone.tsx';
import { WEEK_WORDS } from '../weekWords.ts';

/** The season as it would be, a week a row: its block, what it comes to, its hard days, and the longest ride. */
export function Preview({ laidOut }: { laidOut: LaidOut }) {
  const { season, blocks, weeks, broken } = laidOut;
  const starts = new Map(blocks.map(({ block, from }) => [from, block.name]));
  const names = new Map(broken.map((each) => [each.monday, each.names]));
  return (
    <div className="table-scroll">
      <table className="layout-weeks">
        <thead>
          <tr>
            <th scope="col">To go</th>
            <th scope="col">Week</th>
            <th scope="col">Kind</th>
            <th scope="col" className="text-end">
              Load
            </th>
            <th scope="col" className="text-end">
              Base
            </th>
            <th scope="col">Hard days</th>
            <th scope="col" className="text-end">
              Longest
            </th>
            <th scope="col" className="text-end">
              Hours
            </th>
          </tr>
        </thead>
        <tbody>
          {weeks.map(({ monday }) => (
            <Row
              key={monday}
              {...{ season, monday }}
              block={starts.get(monday) ?? null}
              broken={names.get(monday) ?? []}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps {
  readonly season: Reckoned;
  readonly monday: string;
  /** Name of the block that begins with this week. */
  readonly block: string | null;
  readonly broken: readonly string[];
}

function Row({ season, monday, block, broken }: RowProps) {
  const week = season.weeks.find(({ said }) => said.monday === monday);
  if (!week) return null;
  const { goal } = season.input;
  const left = goal && Math.floor(daysFrom(monday, goal.date) / 7);
  const days = season.days.slice(week.at, week.at + 7);
  const hard = days.flatMap(({ works }, day) =>
    works.filter(isHard).map((work) => `${DAY_NAMES[day] ?? ''} ${work.name}`),
  );
  const minutes = days
    .flatMap(({ works }) => works)
    .reduce((sum, { planned }) => sum + (planned?.minutes ?? 0), 0);
  const longest = Math.max(...days.map(({ longestMin }) => longestMin));
  return (
    <>
      {block && (
        <tr className="layout-block">
          <th scope="rowgroup" colSpan={8}>
            {block}
          </th>
        </tr>
      )}
      <tr>
        <td>{left !== null && left >= 0 && <Stone small>{left}</Stone>}</td>
        <th scope="row">{printDate(monday)}</th>
        <td>{WEEK_WORDS[week.said.kind].replace(' week', '')}</td>
        <td className="text-end">
          {roundHalfUp(week.load)}
          {week.goal && (
            <>
              {' of '}
              <Figure working={week.goal} label={`Goal of the week of ${printDay(monday)}`}>
                {String(roundHalfUp(week.goal.value))}
              </Figure>
            </>
          )}
        </td>
        <td className="text-end">{roundHalfUp(week.baseBefore + week.realRise)}</td>
        <td className="layout-hard">
          {hard.join(' · ') || <span className="soft">none</span>}
          {broken.length > 0 && <span className="want ms-2">{brokenWords(broken)}</span>}
        </td>
        <td className="text-end">{longest > 0 ? printDuration(Math.round(longest) * 60) : ''}</td>
        <td className="text-end">{printDuration(Math.round(minutes) * 60)}</td>
      </tr>
    </>
  );
}
