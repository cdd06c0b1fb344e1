import type { Day, Mark as Said } from '@uphill/api';
import { REASONS } from '@uphill/core/season';
import { RPE_WORDS } from '@uphill/core/units';
import { useEffect, useId, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import ButtonGroup from 'react-bootstrap/ButtonGroup';
import Form from 'react-bootstrap/Form';
import { printDay, today } from '../../../shared/dates.ts';
import { Field } from '../../../ui/Field.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { tooLong } from '../../../ui/tooLong.ts';
import { STATE_MARKS } from '../../../shared/dayStates.ts';
import { markOf } from './markSlice.ts';
import { useMark } from './useMark.ts';

const LONGEST_NOTE = 2000;
const MINUTES = [1, 1440] as const;

/** How the day went: done, shortened or missed, how hard it felt, and a note. */
export function Mark({ day, own = false }: { day: Day; own?: boolean }) {
  const mark = useMark(day, own);
  const { said, waiting } = mark;
  const [asking, setAsking] = useState<Day['state'] | null>(null);
  const [lacking, setLacking] = useState(false);
  const title = useRef<HTMLHeadingElement>(null);
  const id = useId();
  const long = tooLong(said.note, LONGEST_NOTE);
  const ridden = day.rides.some(({ tried }) => !tried);
  const state = waiting?.state ?? day.state;

  // The buttons make way for others: whoever works by keyboard stays where they were.
  const before = useRef(state);
  useEffect(() => {
    if (before.current === state) return;
    before.current = state;
    title.current?.focus({ preventScroll: true });
  }, [state]);

  const send = (next: Day['state']): void => {
    setAsking(null);
    const lacks = next === 'shortened' && said.minutes === null && !ridden;
    setLacking(lacks);
    if (!lacks) mark.send(next);
  };
  /** A day to come is marked only when it is meant. */
  const ask = (next: Day['state']): void => (day.date > today() ? setAsking(next) : send(next));
  const shut = long !== undefined || waiting !== null;
  return (
    <section className="sheet mb-3 mark" aria-labelledby={id}>
      <h2 id={id} ref={title} tabIndex={-1}>
        {state === 'planned' ? 'How it went' : `Marked ${STATE_MARKS[state].word}`}
        {waiting !== null && <span className="soft">, not sent yet</span>}
      </h2>
      <Standing mark={mark} />
      <Fields
        mark={mark}
        ridden={ridden}
        lacking={lacking && (own ? 'you ride' : 'it last')}
        long={long}
      />
      {asking !== null && (
        <StillToCome
          day={day}
          asking={asking}
          mark={() => send(asking)}
          cancel={() => setAsking(null)}
        />
      )}
      {asking === null && state === 'planned' && <States day={day} shut={shut} ask={ask} />}
      {asking === null && state !== 'planned' && (
        <div className="d-flex gap-2">
          <Button disabled={!mark.changed || shut} onClick={() => send(day.state)}>
            Save
          </Button>
          <Button
            variant="outline-secondary"
            disabled={waiting !== null}
            onClick={() => send('planned')}
          >
            Back to planned
          </Button>
        </div>
      )}
    </section>
  );
}

/** How it stands with the server: clashing, refused, or waiting for the network. */
function Standing({ mark }: Pick<FieldsProps, 'mark'>) {
  return (
    <>
      {mark.theirs ? (
        <Clash theirs={markOf(mark.theirs)} settle={mark.settle} />
      ) : (
        <ProblemNote problem={mark.offline ? null : mark.problem} />
      )}
      <p role="status" className={mark.offline ? 'want' : 'visually-hidden'}>
        {mark.offline &&
          'Not connected. What you said is kept on this device and goes when it is back.'}
      </p>
    </>
  );
}

interface FieldsProps {
  readonly mark: ReturnType<typeof useMark>;
  /** Whether a recording says how long it was. */
  readonly ridden: boolean;
  /** Whom the length is asked of, where it lacks. */
  readonly lacking: string | false;
  readonly long: string | undefined;
}

/** What is said of it: effort, length, reason and words. */
function Fields({ mark: { said, type }, ridden, lacking, long }: FieldsProps) {
  return (
    <>
      <Rpe rpe={said.rpe} choose={(rpe) => type({ rpe })} />
      <NumberField
        label="Minutes ridden"
        hint={
          ridden
            ? 'the recording says it; only where that is wrong'
            : 'needed where it was shortened'
        }
        bounds={MINUTES}
        wrong="Between 1 and 1440 minutes."
        whole
        value={said.minutes}
        set={(minutes) => type({ minutes })}
      />
      {lacking !== false && said.minutes === null && (
        <p className="field-error" role="alert">
          How many minutes did {lacking}? A shortened ride needs its length.
        </p>
      )}
      <SelectField
        label="Why, where it did not go as asked"
        options={[
          ['', 'No reason given'],
          ...REASONS.map((each) => [each, capital(each)] as const),
        ]}
        value={said.reason ?? ''}
        choose={(reason) => type({ reason: reason === '' ? null : reason })}
      />
      <Field label="Note" error={long}>
        {(control) => (
          <Form.Control
            {...control}
            as="textarea"
            rows={2}
            value={said.note}
            onChange={({ target }) => type({ note: target.value })}
          />
        )}
      </Field>
    </>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** Somebody else said something of the day meanwhile. Nothing is overwritten until that is decided. */
function Clash({ theirs, settle }: { theirs: Said; settle: (keep: boolean) => void }) {
  const words = [
    STATE_MARKS[theirs.state].word,
    theirs.rpe === null ? '' : `RPE ${theirs.rpe}`,
    theirs.minutes === null ? '' : `${theirs.minutes} min`,
    theirs.note === '' ? '' : `“${theirs.note}”`,
  ];
  return (
    <div className="wrong" role="alert">
      <div>
        <p className="mb-2">Marked elsewhere meanwhile: {words.filter(Boolean).join(', ')}.</p>
        <Button size="sm" className="me-2" onClick={() => settle(true)}>
          Keep mine
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={() => settle(false)}>
          Take theirs
        </Button>
      </div>
    </div>
  );
}

interface StillToComeProps {
  readonly day: Day;
  readonly asking: Day['state'];
  readonly mark: () => void;
  readonly cancel: () => void;
}

/** Asks before a day to come is marked. */
function StillToCome({ day, asking, mark, cancel }: StillToComeProps) {
  const { word } = STATE_MARKS[asking];
  return (
    <div role="group" aria-label="Still to come">
      <p className="mb-2">
        {printDay(day.date)} is still to come. Mark it {word} all the same?
      </p>
      <Button autoFocus className="me-2" onClick={mark}>
        Yes, mark it {word}
      </Button>
      <Button variant="outline-secondary" onClick={cancel}>
        Cancel
      </Button>
    </div>
  );
}

interface StatesProps {
  readonly day: Day;
  readonly shut: boolean;
  readonly ask: (state: Day['state']) => void;
}

/** The three ways a day can have gone. */
function States({ day, shut, ask }: StatesProps) {
  return (
    <>
      <ButtonGroup className="mark-buttons">
        <Button disabled={shut} onClick={() => ask('done')}>
          Mark as done
        </Button>
        <Button disabled={shut} variant="outline-secondary" onClick={() => ask('shortened')}>
          Shortened
        </Button>
        <Button disabled={shut} variant="outline-secondary" onClick={() => ask('missed')}>
          Missed
        </Button>
      </ButtonGroup>
      {day.date > today() && (
        <p className="soft small mt-2 mb-0">The day is still to come: {printDay(day.date)}.</p>
      )}
    </>
  );
}

/** How hard the whole session felt, in buttons with words. */
function Rpe({ rpe, choose }: { rpe: number | null; choose: (rpe: number | null) => void }) {
  return (
    <fieldset className="mb-3">
      <legend className="form-label">RPE, the whole session</legend>
      <div className="rpe">
        {RPE_WORDS.map((words, index) => (
          <button
            key={words}
            type="button"
            aria-pressed={rpe === index + 1}
            className={rpe === index + 1 ? 'rpe-chosen' : ''}
            onClick={() => choose(rpe === index + 1 ? null : index + 1)}
          >
            <strong>{index + 1}</strong> <span>{words}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
