import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { goalOfFtp } from '@uphill/core/season';
import { roundHalfUp } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { ftpApi } from '../../../shared/api/ftp.ts';
import { today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { Figure } from '../../../ui/Figure.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { goalByLaw } from '../goalByLaw.ts';
import { workingNow } from './workingNow.ts';

/** After two weeks without riding the FTP is doubtful: what to work with until it is tested, and what that gives the goal. */
export function WorkingFtp({ rider, days }: { rider: Rider; days: number }) {
  const { ftpW } = useRiderNumbers(rider, today());
  const [add] = ftpApi.useAcceptFtpMutation();
  const { act, problem } = useAct();
  if (ftpW === null) return null;
  const working = workingNow(rider, ftpW, days);
  if (working.percent === 0) return null;
  const goal = goalOn(rider.goals, today());
  const byLaw = goalByLaw(goal);
  const goalW = byLaw && goalOfFtp(working.value, byLaw.seconds);
  return (
    <div className="mb-0 mt-2">
      FTP is doubtful: work with{' '}
      <Figure working={working} label="Working FTP">
        {`${working.value} W`}
      </Figure>{' '}
      until it is tested.
      {goal &&
        goalW !== null &&
        ` For ${goal.name} that gives ${roundHalfUp(goalW)} W; asked are ${goal.watts} W.`}{' '}
      <Button
        size="sm"
        variant="outline-secondary"
        className="me-2"
        onClick={() =>
          void act(
            () =>
              add({
                ...{ id: rider.id, testId: null, usedW: working.value, countsFrom: today() },
                reason: `${days} days without riding, until tested`,
              }),
            `${working.value} W counts from today.`,
          )
        }
      >
        Use {working.value} W from today
      </Button>
      <Link to={`/riders/${rider.id}/tests`}>Set another or plan a test</Link>
      <ProblemNote problem={problem} />
    </div>
  );
}
