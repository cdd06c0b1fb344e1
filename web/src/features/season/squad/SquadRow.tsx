import type { SquadWeek } from '@uphill/api';
import { brokenWords } from '@uphill/core/season';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { Check, CircleDashed, Scissors, X } from 'lucide-react';
import { memo } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { today } from '../../../shared/dates.ts';

type Row = SquadWeek[number];
type Work = Row['days'][number]['works'][number];

interface Props {
  readonly row: Row;
  readonly monday: string;
  readonly chosen: boolean;
  readonly toggle: (riderId: string) => void;
}

/** A rider's week in one row: what stands on each day and what became of it, and the week against its goal. */
export const SquadRow = memo(function SquadRow({ row, monday, chosen, toggle }: Props) {
  const { riderId, name, days, goal, aim, comesTo, onGoal, broken } = row;
  const [figures, rest] = comesTo.split(': ');
  return (
    <tr className={chosen ? 'squad-chosen' : undefined}>
      <th scope="row">
        <Form.Check
          id={`squad-${riderId}`}
          aria-label={`Choose ${name}`}
          checked={chosen}
          onChange={() => toggle(riderId)}
          className="d-inline-block no-print"
        />{' '}
        <Link to={`/riders/${riderId}/season/${monday}`}>{name}</Link>
      </th>
      {days.map((day) => (
        <td key={day.date} className={day.date === today() ? 'squad-today' : undefined}>
          {day.works.length === 0 && <span className="soft small">{day.away ?? 'rest'}</span>}
          {day.works.map((work) => (
            <WorkLine key={work.id} riderId={riderId} work={work} />
          ))}
        </td>
      ))}
      <td className={onGoal && broken.length === 0 ? 'squad-sum' : 'squad-sum squad-due'}>
        <strong>{figures}</strong>
        {rest && <span className="small d-block">{rest}</span>}
        {goal !== null && aim !== null && roundHalfUp(goal) !== roundHalfUp(aim) && (
          <span className="small soft d-block">begun; the whole goal was {roundHalfUp(goal)}</span>
        )}
        {broken.length > 0 && <span className="small d-block">{brokenWords(broken)}</span>}
      </td>
    </tr>
  );
});

const STATES = {
  done: { icon: Check, word: 'done' },
  shortened: { icon: Scissors, word: 'shortened' },
  missed: { icon: X, word: 'missed' },
  planned: { icon: CircleDashed, word: 'planned' },
} as const;

function WorkLine({ riderId, work }: { readonly riderId: string; readonly work: Work }) {
  const { icon: Icon, word } = STATES[work.state];
  const words = `${printDuration(Math.round(work.minutes) * 60)} · ${roundHalfUp(work.load)}`;
  const unseen = work.handed !== 'yes' && !work.fixture && !work.ridden && work.version > 0;
  return (
    <div className={work.ridden ? 'squad-work squad-ridden' : 'squad-work'}>
      {work.version > 0 ? (
        <Link to={`/riders/${riderId}/days/${work.id}`}>{work.name}</Link>
      ) : (
        work.name
      )}
      <span className="small d-block">
        <Icon size={13} aria-label={word} /> {words}
        {work.says !== null && <span className="d-block">{work.says}</span>}
        {unseen && (work.handed === 'changed' ? ' · changed' : ' · not handed over')}
      </span>
    </div>
  );
}
