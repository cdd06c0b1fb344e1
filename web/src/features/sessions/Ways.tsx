import { ABOVE_FTP_LENGTHS, aboveFtp, changeStep, chosenWatts, expand, mainReps, type Plan, printDuration, type RiderOnDay, solveWatts } from '@uphill/core';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { Figure } from '../../ui/Figure.tsx';
import type { EditPlan } from './draftSlice.ts';

const [SHORTEST, LONGEST] = [ABOVE_FTP_LENGTHS[0], ABOVE_FTP_LENGTHS.at(-1) ?? 480];

/** Five ways to choose the watts of these reps and the solved sixth, side by side; one key puts one in. */
export function Ways({ plan, rider, edit }: { plan: Plan; rider: RiderOnDay; edit: EditPlan }) {
  const found = useMemo(() => {
    const main = mainReps(plan, expand(plan, rider), rider);
    if (!main || rider.ftpW === null || main.repS < SHORTEST || main.repS > LONGEST) return null;
    const ways = aboveFtp(main.repS, { ftpW: rider.ftpW, pair: rider.pair ?? null, bests: rider.bests, goalW: rider.goalW ?? null });
    const solved = solveWatts(plan, rider);
    return { main, ways, solved, chosen: chosenWatts(ways, solved.ok ? solved.value : null) };
  }, [plan, rider]);
  if (!found || rider.ftpW === null) return null;
  const { main, ways, solved, chosen } = found;
  // Threshold work hangs on FTP; the ways speak of what lies above it.
  const above = expand(plan, rider).some(({ stepId, from }) => main.stepIds.has(stepId) && (from?.countedW ?? 0) > (rider.ftpW ?? Infinity));
  if (!above) return null;
  const put = (watts: number): void =>
    edit(
      (now) =>
        [...main.stepIds].reduce((so, id) => changeStep(so, id, { target: { kind: 'steady', effort: { kind: 'watts', low: watts, high: watts } } }), now),
      {
        done: `the reps at ${watts} W`,
        undone: 'the reps as they were meant before',
      },
    );
  return (
    <section className="sheet mt-3 ways" aria-label={`Watts for reps of ${printDuration(main.repS)}`}>
      <h2>Watts for {printDuration(main.repS)}</h2>
      <ul className="history">
        {ways.ways.map(({ id, name, watts, says }) => (
          <li key={id}>
            <span>
              {name}
              <span className="soft small d-block">{says}</span>
            </span>
            {watts ? <Choice name={name} watts={watts} put={put} /> : <span />}
          </li>
        ))}
        <li>
          <span>
            Solved for these reps and rests
            <span className="soft small d-block">{solved.ok ? 'Keeps 10 % of W′ through the last rep.' : solved.reason}</span>
          </span>
          {solved.ok ? <Choice name="Solved" watts={solved.value.watts} put={put} /> : <span />}
        </li>
      </ul>
      {ways.disagreementW !== null && ways.disagreementW > 0 && <p className="mb-1">They lie up to {Math.round(ways.disagreementW)} W apart.</p>}
      {chosen && (
        <p className="mb-0">
          <strong>Ask for </strong>
          <Figure working={chosen} label="Watts to ask for">{`${chosen.value} W`}</Figure>: {lower(chosen.rule)}.
        </p>
      )}
    </section>
  );
}

function Choice({ name, watts, put }: { name: string; watts: Parameters<typeof Figure>[0]['working'] & { value: unknown }; put: (watts: number) => void }) {
  const value = Math.round(Number(watts.value));
  return (
    <span className="text-nowrap">
      <Figure working={watts} label={name}>{`${value} W`}</Figure>{' '}
      <Button size="sm" variant="link" className="py-0" onClick={() => put(value)}>
        Use
        <span className="visually-hidden">
          {' '}
          {value} W, {name}
        </span>
      </Button>
    </span>
  );
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
