import type { Rider, StoredWeek } from '@uphill/api';
import type { Reckoned, WeekPlan, WeekReckoned } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { memo } from 'react';
import Button from 'react-bootstrap/Button';
import { seasonApi } from '../../../shared/api/season.ts';
import { useAct } from '../../../shared/useAct.ts';
import { FormNote } from '../../../ui/FormNote.tsx';
import { NumberPart } from '../../../ui/NumberPart.tsx';
import { useStoredForm } from '../../../ui/useStoredForm.ts';
import { LoadGauge } from '../LoadGauge.tsx';

interface Props {
  readonly rider: Rider;
  readonly monday: string;
  readonly season: Reckoned;
  readonly plan: WeekPlan;
  readonly stored: StoredWeek | null;
}

/** What the week comes to against its goal, and the rise behind it, which the coach may type. */
export function ComesTo({ rider, monday, season, plan, stored }: Props) {
  const { week, comesTo } = plan;
  return (
    <section className="sheet comes-to" aria-labelledby="comes-to-title">
      <h2 id="comes-to-title">3 · What it comes to</h2>
      <LoadGauge week={week} onGoal={season.input.rider.settings.onGoal} />
      <strong role="status">{comesTo}</strong>
      <span className="soft">
        base {roundTo(week.baseBefore, 1)} {printSigned(week.realRise, 1)} by Sunday
        {plan.fitting && ` · ${plan.fitting.says}`}
      </span>
      <Rise
        key={monday}
        {...{ rider, monday, stored }}
        {...{ rise: week.rise, riseFrom: week.riseFrom, goal: week.goal?.value ?? null }}
      />
    </section>
  );
}

const FROM_WORDS = {
  proposed: 'as proposed',
  lowered: 'lowered: more would be too much',
  typed: 'typed',
} as const;

/** What the coach says of a week’s load; null leaves it to the season. */
interface Typed {
  readonly rise: number | null;
  readonly goal: number | null;
}

interface RiseProps extends Pick<Props, 'rider' | 'monday' | 'stored'> {
  readonly rise: number;
  readonly riseFrom: WeekReckoned['riseFrom'];
  readonly goal: number | null;
}

const Rise = memo(function Rise({ rider, monday, stored, ...now }: RiseProps) {
  const [change] = seasonApi.useChangeWeekSaidMutation();
  const { act, problem } = useAct();
  const { form, keep, theirs } = useStoredForm<Typed>({
    rise: stored?.rise ?? null,
    goal: stored?.goal ?? null,
  });
  const save = async (said: Typed): Promise<void> => {
    const request = { riderId: rider.id, monday, version: stored?.version ?? 0, ...said };
    if (await act(() => change(request), 'The week’s goal is saved.')) keep(said);
  };
  return (
    <form className="rise-form" onSubmit={(event) => void form.handleSubmit(save)(event)}>
      <NumberPart
        of={form.control}
        name="rise"
        label="Planned rise"
        hint={`${printSigned(now.rise, 1)} a week, ${FROM_WORDS[now.riseFrom]}`}
        bounds={[-20, 20]}
        wrong="From −20 to 20 points a week."
      />
      <NumberPart
        of={form.control}
        name="goal"
        label="Or the goal itself"
        hint={now.goal === null ? 'none in a free week' : `now ${roundHalfUp(now.goal)} points`}
        bounds={[0, 5000]}
        wrong="From 0 to 5,000 points."
      />
      <Button type="submit" variant="outline-secondary" disabled={!form.formState.isDirty}>
        Save the goal
      </Button>
      <FormNote problem={problem} theirs={theirs} />
    </form>
  );
});
