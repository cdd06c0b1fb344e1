import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { goalOfFtp, workingFtp } from '@uphill/core/season';
import { roundHalfUp } from '@uphill/core/units';
import { Link } from 'react-router';
import { today } from '../../../shared/dates.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { Figure } from '../../../ui/Figure.tsx';

/** After two weeks without riding the FTP is doubtful: what to work with until it is tested, and what that gives the goal. */
export function WorkingFtp({ rider, days }: { rider: Rider; days: number }) {
  const { ftpW } = useRiderNumbers(rider, today());
  if (ftpW === null) return null;
  const working = workingFtp(ftpW, days);
  if (working.percent === 0) return null;
  const goal = goalOn(rider.goals, today());
  const goalW =
    goal?.watts && goal.seconds && goal.seconds >= 300
      ? goalOfFtp(working.value, goal.seconds)
      : null;
  return (
    <p className="mb-0 mt-2">
      FTP is doubtful: work with{' '}
      <Figure working={working} label="Working FTP">
        {`${working.value} W`}
      </Figure>{' '}
      until it is tested.
      {goal &&
        goalW !== null &&
        ` For ${goal.name} that gives ${roundHalfUp(goalW)} W; asked are ${goal.watts} W.`}{' '}
      <Link to={`/riders/${rider.id}/tests`}>Set an FTP or plan a test</Link>
    </p>
  );
}
