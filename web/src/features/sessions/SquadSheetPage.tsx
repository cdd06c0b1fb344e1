import type { Model, Rider } from '@uphill/api';
import {
  askedOf,
  effortsOf,
  assignedTo,
  joinAsked,
  type Plan,
  printAsked,
  printSentence,
  type RiderOnDay,
  type Row,
  rowsOf,
  secondsOf,
  sessionNumbers,
  type Step,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useLocation, useParams } from 'react-router';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { printDate, today } from '../../shared/dates.ts';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { useAppDispatch, useAppSelector } from '../../shared/state.ts';
import { useRidersInAddress } from '../../shared/useRidersInAddress.ts';
import { useActiveRiders } from '../../shared/useActiveRiders.ts';
import { assigningChanged } from '../../shared/viewSlice.ts';
import { useModels, useNumbersBy } from '../../shared/useRiderNumbers.ts';
import { useSessionPlan } from './useSessionPlan.ts';
import { stepName } from './cells.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** One session for several riders on one printed page: a row a rider, a column a step, each with their own watts. */
export function SquadSheetPage() {
  const { sessionId = '' } = useParams();
  const { riders } = useActiveRiders();
  const { chosen, toggle } = useRidersInAddress((riders ?? []).map(({ id }) => id));
  const { state: arrival } = useLocation() as { state: { back?: string } | null };
  const dispatch = useAppDispatch();
  const assigning = useAppSelector(({ view }) =>
    view.assigning?.sessionId === sessionId ? view.assigning : null,
  );
  const { plan, error } = useSessionPlan(sessionId);
  const models = useModels(today());
  const barred = inTheWay(error, plan ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!riders || !plan) return <Loading />;
  const tick = (id: string): void => {
    const next = toggle(id);
    if (assigning) dispatch(assigningChanged({ ...assigning, riders: next }));
  };
  const steps = rowsOf(plan).map(({ step }) => step);
  return (
    <main className="card-page">
      <div className="card-controls flex-wrap">
        <Link
          to={arrival?.back ?? `/riders/${chosen[0] ?? ''}/sessions/${sessionId}`}
          state={{ assign: arrival?.back && assigning ? sessionId : undefined }}
        >
          Back
        </Link>
        {riders.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`squad-${id}`}
            label={name}
            checked={chosen.includes(id)}
            onChange={() => tick(id)}
          />
        ))}
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <article className="card-sheet card-a4 squad-sheet" aria-label="Squad sheet">
        <Heading>{plan.name}</Heading>
        <p>{printDate(today())}</p>
        <p>{printSentence(plan)}</p>
        <div className="table-scroll" tabIndex={0} role="group" aria-label="Table">
          <table>
            <thead>
              <tr>
                <th scope="col">Rider</th>
                {rowsOf(plan).map((row) => (
                  <th scope="col" key={row.step.id}>
                    {stepName(row).split(',')[0]}
                    <br />
                    {timesOf(row)}
                    {lengthOf(row.step)}
                  </th>
                ))}
                <th scope="col">Total</th>
                <th scope="col">Load</th>
              </tr>
            </thead>
            <tbody>
              {riders
                .filter(({ id }) => chosen.includes(id))
                .map((rider) => (
                  <SquadRow
                    key={rider.id}
                    rider={rider}
                    model={models.get(rider.id) ?? null}
                    plan={plan}
                    steps={steps}
                  />
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
  if (length.kind === 'time') return printDuration(length.seconds);
  if (length.kind === 'hill') return `top of ${length.name}`;
  if (length.kind === 'lap') return 'until lap';
  return length.text;
}

interface RowProps {
  readonly rider: Rider;
  readonly model: Model | null;
  readonly plan: Plan;
  readonly steps: readonly Step[];
}

function SquadRow({ rider, model, plan, steps }: RowProps) {
  const numbers = useNumbersBy(rider, today(), model);
  const { exceptions, refusal } = assignedTo(plan, numbers, healthOnDay(rider, today()));
  const { totalS, load } = sessionNumbers(plan, numbers);
  return (
    <>
      <tr className={exceptions.length > 0 || refusal !== null ? 'squad-noted' : undefined}>
        <th scope="row">{rider.name}</th>
        {steps.map((step) => (
          <td key={step.id}>{wattsOf(step, numbers)}</td>
        ))}
        <td className="text-nowrap">{printDuration(totalS.value)}</td>
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
    return effort.kind === 'max' ? 'flat out' : printAsked(asked);
  });
  return joinAsked(texts);
}
