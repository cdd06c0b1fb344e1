import type { Rider } from '@uphill/api';
import {
  askedOf,
  effortsOf,
  givenTo,
  type Plan,
  printAskedWatts,
  printDuration,
  printSentence,
  printSpan,
  type RiderOnDay,
  roundHalfUp,
  type Row,
  rowsOf,
  secondsOf,
  sessionNumbers,
  type Step,
} from '@uphill/core';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useParams, useSearchParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { today } from '../../app/dates.ts';
import { healthOnDay } from '../../app/riderOnDay.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { useSessionPlan } from './useSessionPlan.ts';
import { stepName } from './cells.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Refused } from '../../ui/messages.tsx';

/** One session for several riders on one printed page: a row a rider, a column a step, each with their own watts. */
export function SquadSheetPage() {
  const { sessionId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const { data: riders } = api.useRidersQuery();
  const { plan, error } = useSessionPlan(sessionId);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!riders || !plan) return <Loading />;
  const wanted = (search.get('riders') ?? '')
    .split(',')
    .filter((id) => riders.some((rider) => rider.id === id));
  const chosen = wanted.length > 0 ? wanted : riders.map(({ id }) => id);
  const toggle = (id: string): void =>
    setSearch({
      riders: (chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]).join(
        ',',
      ),
    });
  const rows = rowsOf(plan);
  const steps = rows.map(({ step }) => step);
  return (
    <main className="card-page">
      <div className="card-controls flex-wrap">
        <Link to={`/riders/${chosen[0] ?? ''}/sessions/${sessionId}`}>Back</Link>
        {riders.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`squad-${id}`}
            label={name}
            checked={chosen.includes(id)}
            onChange={() => toggle(id)}
          />
        ))}
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <article className="card-sheet card-a4 squad-sheet" aria-label="Squad sheet">
        <h1>{plan.name}</h1>
        <p>{printSentence(plan)}</p>
        <div className="table-scroll">
          <table>
            <thead>
              <tr>
                <th scope="col">Rider</th>
                {rows.map((row) => (
                  <th scope="col" key={row.step.id}>
                    {stepName(row).split(',')[0]}
                    <br />
                    {timesOf(row)}
                    {lengthOf(row.step)}
                  </th>
                ))}
                <th scope="col">In all</th>
                <th scope="col">Load</th>
              </tr>
            </thead>
            <tbody>
              {riders
                .filter(({ id }) => chosen.includes(id))
                .map((rider) => (
                  <SquadRow key={rider.id} rider={rider} plan={plan} steps={steps} />
                ))}
            </tbody>
          </table>
        </div>
        <footer>{plan.note}</footer>
      </article>
    </main>
  );
}

/** "2 × 3 × " before the length of a rep. */
function timesOf({ sets, restOf }: Row): string {
  return restOf
    ? ''
    : sets.map(({ reps }) => `${typeof reps === 'number' ? reps : '?'} × `).join('');
}

function lengthOf({ length }: Step): string {
  return length.kind === 'time'
    ? printDuration(length.seconds)
    : length.kind === 'hill'
      ? `top of ${length.name}`
      : length.kind === 'lap'
        ? 'until lap'
        : length.text;
}

function SquadRow({ rider, plan, steps }: { rider: Rider; plan: Plan; steps: readonly Step[] }) {
  const numbers = useRiderNumbers(rider, today());
  const { exceptions, refusal } = givenTo(plan, numbers, healthOnDay(rider, today()));
  const { totalS, load } = sessionNumbers(plan, numbers);
  return (
    <>
      <tr className={exceptions.length > 0 || refusal !== null ? 'squad-noted' : undefined}>
        <th scope="row">{rider.name}</th>
        {steps.map((step) => (
          <td key={step.id}>{wattsOf(step, numbers)}</td>
        ))}
        <td>{printDuration(totalS.value)}</td>
        <td>{roundHalfUp(load.value)}</td>
      </tr>
      {(exceptions.length > 0 || refusal !== null) && (
        <tr className="squad-note">
          <td colSpan={steps.length + 3}>{refusal ?? exceptions.join(' ')}</td>
        </tr>
      )}
    </>
  );
}

function wattsOf(step: Step, rider: RiderOnDay): string {
  const seconds = secondsOf(step, rider);
  const texts = effortsOf(step.target).map((effort) => {
    const asked = askedOf(effort, rider, seconds);
    if (!asked) return '?';
    const watts = rider.hasPower && rider.ftpW !== null ? printAskedWatts(asked) : null;
    if (watts !== null) return `${watts} W`;
    return effort.kind === 'max'
      ? 'all out'
      : effort.kind === 'heartRate'
        ? `${effort.low === null ? '≤ ' : `${effort.low}–`}${effort.high} bpm`
        : `RPE ${printSpan(...asked.rpe)}`;
  });
  return texts.join(' → ');
}
