import type { DecisionRequest, RideReading, Rider, Suggested } from '@uphill/api';
import { saySuggestion } from '@uphill/core/review';
import { nameFromSets, parseSentence, type Plan, printSentence } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { readingsApi } from '../../shared/api/readings.ts';
import { printDay } from '../../shared/dates.ts';
import { printKey } from '../../shared/keys/rules.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { newId } from '../../shared/newId.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Field } from '../../ui/Field.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { ReasonForm } from '../../ui/ReasonForm.tsx';

interface Props {
  readonly rider: Rider;
  readonly rideId: string;
  readonly suggested: Suggested;
  readonly records: RideReading['records'];
}

const DECIDED = { accepted: 'Accepted', changed: 'Changed', refused: 'Refused' } as const;
const OUTCOMES = {
  held: 'It held.',
  'too much': 'It was too much.',
  'too little': 'It was too little.',
} as const;

/** The one suggestion after a ride, what accepting it changes, and how this rule has done so far. */
export function NextTime({ rider, rideId, suggested, records }: Props) {
  const [decide, { isLoading }] = readingsApi.useDecideMutation();
  const { act, problem } = useAct();
  const [open, setOpen] = useState<'change' | 'refuse' | null>(null);
  const { suggestion, plan, day, decision, reason, outcome } = suggested;
  const { title, reason: why } = saySuggestion(suggestion);
  const answer = async (
    request: Pick<DecisionRequest, 'decision'> & Partial<DecisionRequest>,
  ): Promise<void> => {
    const named = { dayId: day?.id ?? null, dayVersion: day?.version ?? null };
    const sent = { id: rideId, riderId: rider.id, reason: '', plan: null, ...named, ...request };
    if (await act(() => decide(sent), `${DECIDED[request.decision]}.`)) setOpen(null);
  };
  const waits = decision === null && open === null && !isLoading;
  useKey('accept', () => void answer({ decision: 'accepted' }), { when: waits });
  useKey('change', () => setOpen('change'), { when: waits && day !== null && plan !== null });
  useKey('refuse', () => setOpen('refuse'), { when: waits });
  return (
    <section className="sheet mb-3 next-time" aria-label="Next time">
      <h2>Next time: {plan && suggestion.does !== 'hold' ? nameOf(plan, title) : lower(title)}</h2>
      <p className="mb-2">
        {why} <Effect rider={rider} suggested={suggested} />
      </p>
      <ProblemNote problem={problem} />
      {decision !== null ? (
        <p className="mb-0">
          <strong>{DECIDED[decision]}</strong>
          {reason !== '' && `: ${reason}`}. {outcome && OUTCOMES[outcome]}
        </p>
      ) : (
        <Answers
          open={open}
          plan={plan}
          canChange={day !== null && plan !== null}
          setOpen={setOpen}
          answer={(request) => void answer(request)}
        />
      )}
      <Record rule={suggestion.rule} records={records} />
    </section>
  );
}

/** What is asked next time, where that is not the same again. */
function nameOf(plan: Plan, title: string): string {
  const name = nameFromSets(plan);
  return name === '' ? lower(title) : name;
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** What accepting does, shown before it is done. */
function Effect({ rider, suggested }: { rider: Rider; suggested: Suggested }) {
  const { day, plan, decision, suggestion } = suggested;
  if (decision !== null) return null;
  if (suggestion.does === 'retest')
    return <Link to={`/riders/${rider.id}/tests/new`}>Plan the test</Link>;
  if (suggestion.does === 'update')
    return <Link to={`/riders/${rider.id}/file`}>To {firstName(rider.name)}’s heart rates</Link>;
  if (!plan) return null;
  if (!day)
    return (
      <span className="soft">
        No day of it is planned ahead: the next one that is filled in will ask it.
      </span>
    );
  const on = <Link to={`/riders/${rider.id}/days/${day.id}`}>{printDay(day.date)}</Link>;
  if (day.alreadySo) return <span>{on} asks it already.</span>;
  const [was, is] = [roundHalfUp(day.load), roundHalfUp(day.loadAfter)];
  return (
    <span>
      Changes {on}: {printSentence(plan)}
      {was === is ? `, load ${is} as before.` : `, load ${was} → ${is}.`}
    </span>
  );
}

interface AnswersProps {
  readonly open: 'change' | 'refuse' | null;
  readonly plan: Plan | null;
  readonly canChange: boolean;
  readonly setOpen: (open: 'change' | 'refuse' | null) => void;
  readonly answer: (request: Pick<DecisionRequest, 'decision'> & Partial<DecisionRequest>) => void;
}

function Answers({ open, plan, canChange, setOpen, answer }: AnswersProps) {
  if (open === 'refuse')
    return (
      <ReasonForm
        label="Why it is refused"
        action="Refuse"
        give={(reason) => answer({ decision: 'refused', reason })}
        cancel={() => setOpen(null)}
      />
    );
  if (open === 'change' && plan)
    return (
      <ChangeIt
        plan={plan}
        take={(changed) => answer({ decision: 'changed', plan: changed })}
        cancel={() => setOpen(null)}
      />
    );
  return (
    <div className="d-flex flex-wrap gap-2">
      <Button onClick={() => answer({ decision: 'accepted' })}>
        Accept <kbd>{printKey('accept')}</kbd>
      </Button>
      {canChange && (
        <Button variant="outline-secondary" onClick={() => setOpen('change')}>
          Change <kbd>{printKey('change')}</kbd>
        </Button>
      )}
      <Button variant="outline-secondary" onClick={() => setOpen('refuse')}>
        Refuse <kbd>{printKey('refuse')}</kbd>
      </Button>
    </div>
  );
}

/** What was suggested, as a sentence to change; what cannot be read is not used. */
function ChangeIt({
  plan,
  take,
  cancel,
}: {
  plan: Plan;
  take: (plan: Plan) => void;
  cancel: () => void;
}) {
  const [text, setText] = useState(() => printSentence(plan));
  const [error, setError] = useState<string | undefined>();
  const send = (): void => {
    const { items, unread } = parseSentence(text, { hills: [], ftpW: null, newId });
    const [first] = unread;
    if (first || items.length === 0) {
      setError(first ? first.says : 'Write what is to be ridden.');
      return;
    }
    const changed = { ...plan, items, name: plan.name };
    take(plan.nameFollows ? { ...changed, name: nameFromSets(changed) } : changed);
  };
  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <Field label="What is asked next time" error={error}>
        {(control) => (
          <Form.Control
            {...control}
            as="textarea"
            rows={3}
            autoFocus
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      <Button type="submit" className="me-2">
        Use it
      </Button>
      <Button variant="link" onClick={cancel}>
        Cancel
      </Button>
    </Form>
  );
}

/** How this rule has done with this rider. */
function Record({ rule, records }: { rule: number; records: RideReading['records'] }) {
  const own = records.find((each) => each.rule === rule);
  if (!own || own.accepted + own.refused === 0) return null;
  const { accepted, refused, judged, held, tooMuch, tooLittle } = own;
  return (
    <p className="soft small mb-0 mt-2">
      This rule so far: accepted {accepted}, refused {refused}
      {judged > 0 && `; held ${held} of ${judged}, too much ${tooMuch}, too little ${tooLittle}`}.
    </p>
  );
}
