import {
  ABOVE_FTP_LENGTHS,
  aboveFtp,
  changeStep,
  chosenWatts,
  expand,
  GOAL_PERCENTS,
  mainReps,
  percentFor,
  type Plan,
  type RiderOnDay,
  solveWatts,
  type Way,
} from '@uphill/core/sessions';
import { type Effort, printDuration, printEffort, roundTo } from '@uphill/core/units';
import type { Worked } from '@uphill/core/working';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { Figure } from '../../ui/Figure.tsx';
import type { EditPlan } from './draftSlice.ts';

const [SHORTEST, LONGEST] = [ABOVE_FTP_LENGTHS[0], ABOVE_FTP_LENGTHS.at(-1) ?? 480];

/** Five ways to choose the watts of these reps and the solved sixth, side by side; one key puts one in. */
export function Ways({ plan, rider, edit }: { plan: Plan; rider: RiderOnDay; edit: EditPlan }) {
  const found = useMemo(() => {
    const segments = expand(plan, rider);
    const main = mainReps(plan, segments, rider);
    const { ftpW } = rider;
    if (!main || ftpW === null || main.repS < SHORTEST || main.repS > LONGEST) return null;
    // Threshold work hangs on FTP; the ways speak of what lies above it.
    if (
      !segments.some(({ stepId, from }) => main.stepIds.has(stepId) && (from?.countedW ?? 0) > ftpW)
    )
      return null;
    const ways = aboveFtp(main.repS, {
      ftpW,
      pair: rider.pair ?? null,
      bests: rider.bests,
      goalW: rider.goalW ?? null,
    });
    const solved = solveWatts(plan, rider);
    return { main, ways, solved, chosen: chosenWatts(ways, solved.ok ? solved.value : null) };
  }, [plan, rider]);
  if (!found) return null;
  const { main, ways, solved, chosen } = found;
  const put = (effort: Effort): void =>
    edit(
      (now) =>
        [...main.stepIds].reduce(
          (so, id) => changeStep(so, id, { target: { kind: 'steady', effort } }),
          now,
        ),
      {
        done: `the reps at ${printEffort(effort)}`,
        undone: 'the reps as they were meant before',
      },
    );
  const asked =
    chosen &&
    meantBy(chosen.value, ways.ways, solved.ok ? solved.value.watts.value : null, main.repS);
  return (
    <section
      className="sheet mt-3 ways"
      aria-label={`Watts for reps of ${printDuration(main.repS)}`}
    >
      <h2>Watts for {printDuration(main.repS)}</h2>
      <ul className="history">
        {ways.ways.map((way) => (
          <li key={way.id}>
            <span>
              {way.name}
              <span className="soft small d-block">{way.says}</span>
            </span>
            {way.watts || way.id === 'effort' ? (
              <Choice
                name={way.name}
                watts={way.watts}
                effort={meantByWay(way, main.repS)}
                put={put}
              />
            ) : (
              <span />
            )}
          </li>
        ))}
        <li>
          <span>
            Solved for these reps and rests
            <span className="soft small d-block">
              {solved.ok
                ? `Leaves 10 % of W′ after the last rep; for ${rider.firstName} only.`
                : solved.reason}
            </span>
          </span>
          {solved.ok ? (
            <Choice
              name="Solved"
              watts={solved.value.watts}
              effort={inWatts(solved.value.watts.value)}
              put={put}
            />
          ) : (
            <span />
          )}
        </li>
      </ul>
      {ways.disagreementW !== null && ways.disagreementW > 0 && (
        <p className="mb-1">They lie up to {Math.round(ways.disagreementW)} W apart.</p>
      )}
      {chosen && (
        <p className="mb-0">
          <strong>Recommended: </strong>
          <Figure working={chosen} label="Recommended watts">{`${chosen.value} W`}</Figure>:{' '}
          {lower(chosen.rule)}. {asked && <Use name="recommended watts" effort={asked} put={put} />}
        </p>
      )}
    </section>
  );
}

/** What a way means, so that it is derived again on the day and for every rider. */
function meantByWay({ id, watts }: Way, repS: number): Effort {
  if (id === 'percent') {
    const percent = roundTo(percentFor(repS), 1);
    return { kind: 'percent', low: percent, high: percent };
  }
  if (id === 'bests' || id === 'longer') return { kind: 'own', by: id };
  if (id === 'goal') return { kind: 'goal', low: GOAL_PERCENTS.low, high: GOAL_PERCENTS.high };
  return watts ? inWatts(watts.value) : { kind: 'rpe', low: 9, high: 9 };
}

/** What the watts to ask for mean: the way they came from, or watts where they were solved for this rider. */
function meantBy(
  value: number,
  ways: readonly Way[],
  solvedW: number | null,
  repS: number,
): Effort {
  const way = ['bests', 'percent'].flatMap((id) =>
    ways.filter((each) => each.id === id && each.watts?.value === value),
  )[0];
  return solvedW === value || !way ? inWatts(value) : meantByWay(way, repS);
}

function inWatts(value: number): Effort {
  const watts = Math.round(value);
  return { kind: 'watts', low: watts, high: watts };
}

interface ChoiceProps {
  readonly name: string;
  readonly effort: Effort;
  readonly put: (effort: Effort) => void;
}

function Choice({ name, watts, effort, put }: ChoiceProps & { readonly watts: Worked | null }) {
  return (
    <span className="text-end text-nowrap">
      {watts && <Figure working={watts} label={name}>{`${Math.round(watts.value)} W`}</Figure>}{' '}
      <Use name={name} effort={effort} put={put} />
    </span>
  );
}

/** Puts what is meant into the reps, and says in which words it is kept. */
function Use({ name, effort, put }: ChoiceProps) {
  return (
    <Button size="sm" variant="link" className="py-0" onClick={() => put(effort)}>
      Use {printEffort(effort)}
      <span className="visually-hidden">, {name}</span>
    </Button>
  );
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
