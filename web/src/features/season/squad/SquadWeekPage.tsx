import type { SquadWeek } from '@uphill/api';
import { DAY_NAMES, mondayOf, plus, weekdayOf } from '@uphill/core/season';
import { isDay } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { seasonApi } from '../../../shared/api/season.ts';
import { printDate, today } from '../../../shared/dates.ts';
import { Answer } from '../../../ui/Answer.tsx';
import { DateField } from '../../../ui/DateField.tsx';
import { Heading } from '../../../ui/Heading.tsx';
import { Empty } from '../../../ui/messages.tsx';
import { useFirstFew } from '../../../ui/useFirstFew.ts';
import { SquadActions } from './SquadActions.tsx';
import { SquadRow } from './SquadRow.tsx';

/** The squad's week: riders as rows, days as columns, each week against its goal, one action on several riders. */
export function SquadWeekPage() {
  const { monday = mondayOf(today()) } = useParams();
  if (!isDay(monday) || weekdayOf(monday) !== 0)
    return <Navigate to={`/week/${isDay(monday) ? mondayOf(monday) : ''}`} replace />;
  return <Week key={monday} monday={monday} />;
}

function Week({ monday }: { monday: string }) {
  const navigate = useNavigate();
  const { data, error } = seasonApi.useSquadWeekQuery(monday);
  return (
    <div className="squad-week-page">
      <div className="title-row">
        <Heading>Squad week of {printDate(monday)}</Heading>
        <span className="soft">{monday === mondayOf(today()) ? 'this week' : ''}</span>
        <span className="ms-auto d-flex flex-wrap gap-2 align-items-center no-print">
          <Link className="btn btn-outline-secondary" to={`/week/${plus(monday, -7)}`}>
            Week before
          </Link>
          <DateField
            quiet
            label="Week of"
            use="any"
            value={monday}
            change={(day) => void navigate(`/week/${mondayOf(day)}`)}
          />
          <Link className="btn btn-outline-secondary" to={`/week/${plus(monday, 7)}`}>
            Week after
          </Link>
          <Button variant="outline-secondary" onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      <Answer data={data} error={error}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty title="No riders yet. Add the first, or import a file.">
              <Link className="btn btn-primary" to="/riders/new">
                New rider
              </Link>
            </Empty>
          ) : (
            <Squad monday={monday} rows={rows} />
          )
        }
      </Answer>
    </div>
  );
}

function Squad({ monday, rows }: { monday: string; rows: SquadWeek }) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const drawn = useFirstFew(rows, 16);
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const all = chosen.size === rows.length;
  return (
    <>
      <SquadActions
        monday={monday}
        rows={rows.filter(({ riderId }) => chosen.has(riderId))}
        clear={() => setChosen(new Set())}
      />
      <div className="sheet table-scroll" tabIndex={0} role="group" aria-label="The week">
        <table className="squad-week">
          <thead>
            <tr>
              <th scope="col">
                <Form.Check
                  id="squad-all"
                  label="Rider"
                  checked={all}
                  onChange={() =>
                    setChosen(all ? new Set() : new Set(rows.map(({ riderId }) => riderId)))
                  }
                />
              </th>
              {DAY_NAMES.map((name, day) => (
                <th scope="col" key={name}>
                  <Link to={`/days/${plus(monday, day)}`}>
                    {name}
                    <span className="soft"> {Number(plus(monday, day).slice(8))}</span>
                  </Link>
                </th>
              ))}
              <th scope="col">Week</th>
            </tr>
          </thead>
          <tbody>
            {drawn.map((row) => (
              <SquadRow
                key={row.riderId}
                row={row}
                monday={monday}
                chosen={chosen.has(row.riderId)}
                toggle={toggle}
              />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
