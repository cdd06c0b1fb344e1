import type { Goal, Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { goalAgain, type GoalAnswer, plus, type Reckoned } from '@uphill/core/season';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { riderFileApi } from '../../../shared/api/riderFile.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { DateField } from '../../../ui/DateField.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { goalByLaw } from '../goalByLaw.ts';
import { sayMorning } from './sayMorning.ts';
import { workingNow } from './workingNow.ts';

interface Props {
  readonly rider: Rider;
  readonly season: Reckoned;
  /** Days in a row without riding. */
  readonly days: number;
}

const LATER_DAYS = 14;

/** Does the goal still stand? Keep it, lower its watts, or another date: the coach chooses. */
export function GoalAgain({ rider, season, days }: Props) {
  const { ftpW } = useRiderNumbers(rider, today());
  const goal = goalOn(rider.goals, today());
  const working = ftpW === null ? null : workingNow(rider, ftpW, days).value;
  const byLaw = goalByLaw(goal);
  if (!goal || goal.date <= today() || !byLaw || working === null) return null;
  return <Answers key={goal.id} {...{ rider, season, goal }} asked={{ ...byLaw, ftpW: working }} />;
}

interface AnswersProps {
  readonly rider: Rider;
  readonly season: Reckoned;
  readonly goal: Goal;
  readonly asked: Parameters<typeof goalAgain>[1];
}

function Answers({ rider, season, goal, asked }: AnswersProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const date = typed ?? plus(goal.date, LATER_DAYS);
  const { watts, seconds, ftpW } = asked;
  const answers = useMemo(
    () => goalAgain(season, { watts, seconds, ftpW }, date),
    [season, watts, seconds, ftpW, date],
  );
  const [change] = riderFileApi.useChangeGoalMutation();
  const { act, problem } = useAct();
  const [kept, setKept] = useState(false);
  const take = (answer: GoalAnswer): void => {
    setKept(answer.id === 'keep');
    if (answer.id === 'keep') return;
    const over = answer.id === 'date' ? { date } : { watts: answer.watts };
    const says =
      answer.id === 'date'
        ? `${goal.name} is on ${printDay(date)} now.`
        : `${goal.name} asks ${answer.watts} W now.`;
    void act(() => change({ riderId: rider.id, ...goal, ...over }), says);
  };
  return (
    <section className="mt-3" aria-labelledby="goal-again-title">
      <h3 id="goal-again-title">Does {goal.name} still stand?</h3>
      <div className="offers">
        {answers.map((answer) => (
          <article key={answer.id} className="offer" aria-label={answer.says}>
            <h4 className="h6">{answer.says}</h4>
            {answer.id === 'date' && (
              <DateField label="Goal date" use="goal" value={date} change={setTyped} />
            )}
            <p className="mb-2 small">
              {answer.morning
                ? `That morning: ${sayMorning(answer.morning)}, as the plan stands.`
                : 'No forecast to that day.'}
            </p>
            <Button variant="outline-secondary" onClick={() => take(answer)}>
              {LABELS[answer.id]}
            </Button>
          </article>
        ))}
      </div>
      {kept && (
        <p className="mb-0" role="status">
          It stays as it is.
        </p>
      )}
      <ProblemNote problem={problem} />
      <Link to={`/riders/${rider.id}/season/layout`}>Lay out the weeks that are left again</Link>
    </section>
  );
}

const LABELS: Readonly<Record<GoalAnswer['id'], string>> = {
  keep: 'Keep it',
  watts: 'Lower the watts',
  date: 'Move the goal',
};
