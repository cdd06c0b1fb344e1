import {
  ABOVE_FTP_DEFAULTS,
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
import { type Effort, lowerFirst, printDuration, printEffort, roundTo } from '@uphill/core/units';
import type { Worked } from '@uphill/core/working';
import { useMemo } from 'react';
import { Link } from 'react-router';
import Button from 'react-bootstrap/Button';
import { Figure } from '../../ui/Figure.tsx';
import type { EditPlan } from './draftSlice.ts';

const [SHORTEST, LONGEST] = [ABOVE_FTP_LENGTHS[0], ABOVE_FTP_LENGTHS.at(-1) ?? 480];

interface Props {
  readonly plan: Plan;
  readonly rider: RiderOnDay;
  readonly edit: EditPlan;
}

/** Five ways to choose the watts of these reps and the solved sixth, side by side; one key puts one in. */
export function Ways({ plan, rider, edit }: Props) {
  const found = useMemo(() => waysFor(plan, rider), [plan, rider]);
  if (!found) return null;
  const { main, ways, solved, chosen } = found;
  const put = (effort: Effort): void => {
    const target = { kind: 'steady', effort } as const;
    edit((now) => [...main.stepIds].reduce((so, id) => changeStep(so, id, { target }), now), {
      done: `the reps at ${printEffort(effort)}`,
      undone: 'the reps as they were meant before',
    });
  };
  const solvedW = solved.ok ? solved.value.watts : null;
  const asked =
    ways && chosen && meantBy(chosen.value, ways.ways, solvedW?.value ?? null, main.repS);
  const length = printDuration(main.repS);
  return (
    <section className="sheet mt-3 ways" aria-label={`Watts for reps of ${length}`}>
      <h2>Watts for {length}</h2>
      <ul className="history">
        {(ways?.ways ?? []).map((way) => (
          <WayLine
            key={way.id}
            name={way.name}
            says={way.says}
            watts={way.watts}
            effort={way.watts || way.id === 'effort' ? meantByWay(way, main.repS) : null}
            put={put}
          />
        ))}
        <WayLine
          name="Solved for these reps and rests"
          says={
            solved.ok
              ? `Leaves 10 % of W′ after the last rep; for ${rider.firstName} only.`
              : solved.reason
          }
          watts={solvedW}
          effort={solvedW && inWatts(solvedW.value)}
          put={put}
        />
      </ul>
      {!ways && (
        <p className="mb-0">Outside 2:00–8:00 there is no rule for the watts: you decide.</p>
      )}
      {ways && ways.disagreementW !== null && ways.disagreementW > 0 && (
        <p className="mb-1">They lie up to {Math.round(ways.disagreementW)} W apart.</p>
      )}
      {ways && <Shares rider={rider} />}
      {chosen && (
        <p className="mb-0">
          <strong>Recommended: </strong>
          <Figure working={chosen} label="Recommended watts">{`${chosen.value} W`}</Figure>:{' '}
          {lowerFirst(chosen.rule)}.{' '}
          {asked && <Use name="recommended watts" effort={asked} put={put} />}
        </p>
      )}
    </section>
  );
}

/** The shares that the rider's own numbers are reckoned by, and where they are chosen. */
function Shares({ rider: { ways = ABOVE_FTP_DEFAULTS } }: Pick<Props, 'rider'>) {
  return (
    <p className="soft mb-1">
      {ways.share} of what is held once, the best over {ways.stretch} × the rep:{' '}
      <Link to="/settings">settings</Link>.
    </p>
  );
}

/** The ways for the main reps of a plan; null where there are none, or where they are no work above FTP. */
function waysFor(plan: Plan, rider: RiderOnDay) {
  const segments = expand(plan, rider);
  const main = mainReps(plan, segments, rider);
  const { ftpW } = rider;
  if (!main || ftpW === null) return null;
  // Threshold work hangs on FTP; the ways speak of what lies above it.
  if (
    !segments.some(({ stepId, from }) => main.stepIds.has(stepId) && (from?.countedW ?? 0) > ftpW)
  )
    return null;
  const solved = solveWatts(plan, rider);
  if (main.repS < SHORTEST || main.repS > LONGEST)
    return solved.ok ? { main, ways: null, solved, chosen: null } : null;
  const ways = aboveFtp(main.repS, {
    ftpW,
    pair: rider.pair ?? null,
    bests: rider.bests,
    goalW: rider.goalW ?? null,
    ways: rider.ways,
  });
  return { main, ways, solved, chosen: chosenWatts(ways, solved.ok ? solved.value : null) };
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

interface UseProps {
  readonly name: string;
  readonly effort: Effort;
  readonly put: (effort: Effort) => void;
}

interface WayProps extends Pick<UseProps, 'name' | 'put'> {
  readonly says: string;
  readonly watts: Worked | null;
  /** What is put in; null where the way has nothing to offer. */
  readonly effort: Effort | null;
}

function WayLine({ name, says, watts, effort, put }: WayProps) {
  return (
    <li>
      <span>
        {name}
        <span className="soft small d-block">{says}</span>
      </span>
      <span className="text-end text-nowrap">
        {watts && <Figure working={watts} label={name}>{`${Math.round(watts.value)} W`}</Figure>}{' '}
        {effort && <Use name={name} effort={effort} put={put} />}
      </span>
    </li>
  );
}

/** Puts what is meant into the reps, and says in which words it is kept. */
function Use({ name, effort, put }: UseProps) {
  return (
    <Button size="sm" variant="link" className="py-0" onClick={() => put(effort)}>
      Use {printEffort(effort)}
      <span className="visually-hidden">, {name}</span>
    </Button>
  );
}
