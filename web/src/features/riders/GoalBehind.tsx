import type { Goal, Rider } from '@uphill/api';
import { mondayOf, plus, reckon } from '@uphill/core/season';
import { printDuration, printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { useMemo } from 'react';
import { modelsApi } from '../../shared/api/models.ts';
import { riderFileApi } from '../../shared/api/riderFile.ts';
import { seasonApi } from '../../shared/api/season.ts';
import { useAct } from '../../shared/useAct.ts';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';

interface Props {
  readonly rider: Rider;
  readonly goal: Goal;
  readonly close: () => void;
}

/** After a goal: what was asked, what came of it by the ride and the base of that morning, and a note for next year. */
export function GoalBehind({ rider, goal, close }: Props) {
  const [change] = riderFileApi.useChangeGoalMutation();
  const { act, problem } = useAct();
  const { form, theirs } = useStoredForm({ came: goal.came, note: goal.note });
  const save = async (typed: { came: string; note: string }): Promise<void> => {
    const said = { came: typed.came.trim(), note: typed.note.trim() };
    const done = await act(
      () => change({ riderId: rider.id, ...goal, ...said }),
      `Kept how ${goal.name} went.`,
    );
    if (done) close();
  };
  return (
    <div className="text-start">
      <Came rider={rider} goal={goal} />
      <SaveForm label="Keep it" {...{ form, save, close, problem, theirs }}>
        <div className="entry-row">
          <TextField
            of={form.control}
            name="came"
            label="What came"
            hint="37:20 at 255 W, third"
            wide
          />
          <TextField of={form.control} name="note" label="Note for next year" wide />
        </div>
      </SaveForm>
    </div>
  );
}

/** Asked and ridden beside each other, as far as they are known. */
function Came({ rider, goal }: { rider: Rider; goal: Goal }) {
  const monday = mondayOf(goal.date);
  const { data } = seasonApi.useSeasonQuery({
    ...{ riderId: rider.id, from: monday, to: plus(monday, 6) },
  });
  const { data: curve } = modelsApi.useCurveQuery({
    ...{ riderId: rider.id, from: goal.date, to: goal.date },
  });
  const day = useMemo(
    () => data && reckon(data).days.find((each) => each.day.date === goal.date),
    [data, goal.date],
  );
  if (!day) return null;
  const rides = day.works.flatMap(({ ridden, name }) => (ridden ? [{ name, ...ridden }] : []));
  const best = curve?.find(({ seconds }) => goal.seconds !== null && seconds >= goal.seconds);
  const { base, recent } = day.before;
  const share = base < 10 ? '' : ` (${printSigned(((base - recent) / base) * 100, 0)} %)`;
  return (
    <dl className="week-facts">
      <dt>Asked</dt>
      <dd>
        {goal.watts === null && goal.seconds === null
          ? 'nothing in watts or time'
          : [
              goal.watts !== null && `${goal.watts} W`,
              goal.seconds !== null && `for ${printDuration(goal.seconds)}`,
            ]
              .filter(Boolean)
              .join(' ')}
      </dd>
      <dt>Ridden</dt>
      <dd>
        {rides.length === 0
          ? 'no ride of that day'
          : rides
              .map(
                ({ name, minutes, load }) =>
                  `${name}, ${printDuration(Math.round(minutes * 60))}, ${roundHalfUp(load)} points`,
              )
              .join('; ')}
        {best &&
          goal.seconds !== null &&
          `; best ${printDuration(goal.seconds)}: ${roundHalfUp(best.watts)} W`}
      </dd>
      <dt>Base that morning</dt>
      <dd>
        {roundTo(base, 1)}, reserve {printSigned(base - recent, 0)}
        {share}
      </dd>
    </dl>
  );
}
