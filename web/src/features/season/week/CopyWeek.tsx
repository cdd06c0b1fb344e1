import type { Day, Model, PlanChange, Rider } from '@uphill/api';
import { daysFrom, mondayOf, plus } from '@uphill/core/season';
import { assignedTo } from '@uphill/core/sessions';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { seasonApi } from '../../../shared/api/season.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { healthOnDay, riderOnDay } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useActiveRiders } from '../../../shared/useActiveRiders.ts';
import { useModels } from '../../../shared/useRiderNumbers.ts';
import { useSchemes } from '../../../shared/useSchemes.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';

interface Props {
  readonly rider: Rider;
  readonly monday: string;
  /** What stands in the week, with the plans as they are meant. */
  readonly days: readonly Day[];
}

/** Weeks that a week can be copied to. */
const WEEKS = 12;

/** Copies a week to another week, or to other riders: targets as they were meant, each in their own watts. */
export function CopyWeek(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="outline-secondary" onClick={() => setOpen(true)}>
        Copy
      </Button>
      {open && <CopyDialog {...props} close={() => setOpen(false)} />}
    </>
  );
}

function CopyDialog({ rider, monday, days, close }: Props & { readonly close: () => void }) {
  const riders = useActiveRiders().riders ?? [];
  const models = useModels(today());
  const [to, setTo] = useState(
    plus(monday, 7) > mondayOf(today()) ? plus(monday, 7) : mondayOf(today()),
  );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set([rider.id]));
  const exceptions = useExceptions(riders, days, models);
  const [changePlans] = seasonApi.useChangePlansMutation();
  const { act, problem } = useAct();
  const by = daysFrom(monday, to);
  const weeks = useMemo(() => weeksToCome(), []);
  const wanted = [...chosen].filter((id) => !(id === rider.id && by === 0));
  const all = wanted.map((riderId) => ({
    riderId,
    changes: days
      .filter(
        ({ id, date }) => !exceptions.get(riderId)?.refused.has(id) && plus(date, by) >= today(),
      )
      .map(({ date, plan }): PlanChange => ({ kind: 'place', date: plus(date, by), plan })),
  }));
  const sent = all.filter(({ changes }) => changes.length > 0);
  const copy = async (): Promise<void> => {
    const whom = sent.length === 1 ? 'one rider' : `${sent.length} riders`;
    const done = await act(
      () => changePlans({ did: 'copied', riders: sent }),
      `The week is copied to ${printDay(to)} for ${whom}.`,
    );
    if (done !== undefined) close();
  };
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Modal show onHide={close} aria-labelledby="copy-title">
      <Modal.Header closeButton>
        <Modal.Title id="copy-title">Copy the week of {printDay(monday)}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <SelectField label="To the week of" options={weeks} value={to} choose={setTo} />
        <fieldset>
          <legend className="form-label">For whom</legend>
          {riders.map((each) => (
            <div key={each.id}>
              <Form.Check
                id={`copy-${each.id}`}
                label={each.name}
                checked={chosen.has(each.id)}
                onChange={() => toggle(each.id)}
              />
              {chosen.has(each.id) && (
                <p className="small mb-1 ms-4">
                  {each.id === rider.id && by === 0
                    ? 'It stands there already: choose another week.'
                    : (exceptions.get(each.id)?.says.join(' ') ?? '')}
                </p>
              )}
            </div>
          ))}
        </fieldset>
        <ProblemNote problem={problem} />
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-secondary" onClick={close}>
          Cancel
        </Button>
        <Button disabled={sent.length === 0} onClick={() => void copy()}>
          Copy for {sent.length === 1 ? 'one rider' : `${sent.length} riders`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

function weeksToCome(): (readonly [string, string])[] {
  return Array.from({ length: WEEKS }, (_, week) => {
    const at = plus(mondayOf(today()), 7 * week);
    return [at, printDay(at)] as const;
  });
}

interface Exceptions {
  /** What is out of the ordinary, in sentences, each once. */
  readonly says: readonly string[];
  /** Days that the rider's health screen leaves out. */
  readonly refused: ReadonlySet<string>;
}

/** What copying a week means for each rider: their own watts, and what is different or left out. */
function useExceptions(
  riders: readonly Rider[],
  days: readonly Day[],
  models: ReadonlyMap<string, Model>,
): ReadonlyMap<string, Exceptions> {
  const schemes = useSchemes();
  const all = riders.map((rider): [string, Exceptions] => {
    const own = schemes.ofRider(rider);
    const model = models.get(rider.id) ?? null;
    const numbers = {
      ...riderOnDay(rider, today(), model, undefined, own),
      zones: { own, all: schemes.all },
    };
    const health = healthOnDay(rider, today());
    const assigned = days.map(({ id, plan }) => ({
      id,
      plan,
      ...assignedTo(plan, numbers, health),
    }));
    const refused = assigned.filter(({ refusal }) => refusal !== null);
    const says = [
      ...refused.map(({ plan, refusal }) => `${plan.name} is left out. ${refusal ?? ''}`),
      ...assigned.flatMap(({ exceptions, refusal }) => (refusal === null ? exceptions : [])),
    ];
    return [rider.id, { says: [...new Set(says)], refused: new Set(refused.map(({ id }) => id)) }];
  });
  return new Map(all);
}
