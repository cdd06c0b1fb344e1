import type { Day, Rider, Season } from '@uphill/api';
import {
  type Benchmark,
  BENCHMARK_PERCENT,
  type BenchmarkDay,
  benchmarkOf,
  goalFamily,
  plus,
} from '@uphill/core/season';
import { goalOn } from '@uphill/core/rider';
import { familyOf, type RiderOnDay } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import { daysApi } from '../../shared/api/days.ts';
import { printDate, today } from '../../shared/dates.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Figure } from '../../ui/Figure.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

interface Props {
  readonly rider: Rider;
  readonly blocks: Season['blocks'];
}

/** The best is looked for so far back, and benchmarks that stand to be so far ahead, days. */
const [BACK, AHEAD] = [180, 180];
const { least, most, usual } = BENCHMARK_PERCENT;
/** What a template leaves to the goal. */
const GOALS_OWN = 'goal-specific';

/** The blocks that are laid out, each with its benchmark: opened with, closed with, and what it is to reach. */
export function Blocks({ rider, blocks }: Props) {
  const [percent, setPercent] = useState<number>(usual);
  const numbers = useRiderNumbers(rider, today());
  const { data } = daysApi.useDaysQuery({
    riderId: rider.id,
    ...{ from: plus(today(), -BACK), to: plus(today(), AHEAD) },
  });
  const days = useMemo(
    () => (data ?? []).map((day) => benchmarkDay(day, numbers)),
    [data, numbers],
  );
  const named = useMemo(() => {
    const own = goalFamily(goalOn(rider.goals, today()));
    return blocks.map((each) => {
      const family = each.block.benchmark?.family ?? null;
      const of = family === GOALS_OWN ? own : family;
      return {
        ...each,
        benchmark:
          of === null ? null : benchmarkOf(days, { ...each, family: of }, numbers, percent),
      };
    });
  }, [blocks, days, numbers, percent, rider.goals]);
  if (blocks.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="blocks-title">
      <h2 id="blocks-title">Blocks</h2>
      <ul className="season-goals">
        {named.map(({ id, block, from, weeks, benchmark }) => (
          <li key={id}>
            {block.name}, from {printDate(from)}, {weeks} week
            {weeks === 1 ? '' : 's'}
            {benchmark && <Stands benchmark={benchmark} />}
          </li>
        ))}
      </ul>
      <NumberField
        needed
        label="Benchmarks aim higher by, %"
        bounds={[least, most]}
        wrong={`From ${least} to ${most} %.`}
        value={percent}
        set={setPercent}
      />
    </section>
  );
}

function Stands({ benchmark }: { benchmark: Benchmark }) {
  const { opened, closed, next, goal, says, tooOften } = benchmark;
  if (!opened && !next && !goal) return null;
  return (
    <span className="small d-block">
      {opened && `Opened with ${sayOne(opened)}. `}
      {closed && `Last ${sayOne(closed)}. `}
      {!opened && next && `To open with ${sayOne(next)}. `}
      {goal && (
        <>
          To reach{' '}
          <Figure working={goal} label="Goal of the benchmark">
            {`${roundHalfUp(goal.value)} ${goal.unit}`}
          </Figure>
          {says && <span className="soft">: {says}</span>}
        </>
      )}
      {tooOften && (
        <span className="want ms-2">ridden near the limit more than once in four weeks</span>
      )}
    </span>
  );
}

function sayOne({ name, watts, minutes, date }: NonNullable<Benchmark['opened']>): string {
  const number = watts === null ? `${roundHalfUp(minutes)} min` : `${roundHalfUp(watts)} W`;
  return `${name}, ${number}, ${printDate(date)}`;
}

function benchmarkDay({ date, plan, state, reason }: Day, rider: RiderOnDay): BenchmarkDay {
  return {
    ...{ date, plan, family: familyOf(plan, { rider }) },
    held: state === 'done' && reason !== 'tired',
    toCome: state === 'planned' && date >= today(),
  };
}
